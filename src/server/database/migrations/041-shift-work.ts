import { type Kysely, sql } from "kysely";

/**
 * What else a shift is planned from: how long a job takes whose day has come, and who of the site does it; where a unit stands, if not in
 * the yard; and what comes first of somebody's work. None of it decides how a unit stands, so none of it is a record.
 */
export async function up(db: Kysely<never>): Promise<void> {
  await sql
    .raw(`
CREATE TABLE slot_work (
  slot_id uuid PRIMARY KEY REFERENCES job_slot,
  minutes smallint NOT NULL CHECK (minutes BETWEEN 1 AND 720),
  person_id uuid REFERENCES person
);
CREATE INDEX job_slot_day ON job_slot (planned_on);

CREATE TABLE unit_parked (
  unit_id uuid PRIMARY KEY REFERENCES unit,
  place_id uuid NOT NULL REFERENCES place,
  set_by uuid NOT NULL REFERENCES person,
  set_at timestamptz NOT NULL
);

ALTER TABLE shift_pin DROP CONSTRAINT shift_pin_kind_check,
  -- first: of the work of somebody (about) this comes first (value).
  ADD CONSTRAINT shift_pin_kind_check CHECK (kind IN ('unit', 'person', 'cancelled', 'first'));

CREATE TRIGGER told AFTER INSERT ON job_slot FOR EACH STATEMENT EXECUTE FUNCTION tell_of_shift();
CREATE TRIGGER told AFTER INSERT OR UPDATE OR DELETE ON unit_parked FOR EACH STATEMENT EXECUTE FUNCTION tell_of_shift();`)
    .execute(db);
}

export async function down(db: Kysely<never>): Promise<void> {
  await sql
    .raw(`
DROP TRIGGER told ON job_slot;
DELETE FROM shift_pin WHERE kind = 'first';
ALTER TABLE shift_pin DROP CONSTRAINT shift_pin_kind_check,
  ADD CONSTRAINT shift_pin_kind_check CHECK (kind IN ('unit', 'person', 'cancelled'));
DROP INDEX job_slot_day;
DROP TABLE unit_parked, slot_work;`)
    .execute(db);
}
