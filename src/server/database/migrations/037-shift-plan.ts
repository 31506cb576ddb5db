import { type Kysely, sql } from "kysely";

/**
 * The shift planned: a need is a crew's, on days of the week or on one day, for a usual unit, for work that is told in figures, or for
 * both; who is away or there for part of a shift; what a supervisor has said of the plan; and the plans that were in force, each with why it
 * took the place of the one before. None of it decides how a unit stands, so none of it is a record.
 */
export async function up(db: Kysely<never>): Promise<void> {
  await sql
    .raw(`
ALTER TABLE shift_need DROP CONSTRAINT shift_need_pkey;
ALTER TABLE shift_need
  ALTER COLUMN unit_id DROP NOT NULL,
  ADD COLUMN id uuid PRIMARY KEY DEFAULT gen_random_uuid(),
  ADD COLUMN work jsonb,
  -- The days of the week, Monday the lowest bit; or one day alone.
  ADD COLUMN days smallint NOT NULL DEFAULT 127 CHECK (days BETWEEN 1 AND 127),
  ADD COLUMN on_day text CHECK (on_day ~ '^[0-9]{4}-[0-9]{2}-[0-9]{2}$'),
  -- Minutes from where the units are parked to where it is needed.
  ADD COLUMN move_min smallint NOT NULL DEFAULT 0 CHECK (move_min BETWEEN 0 AND 240),
  ADD CONSTRAINT says_what CHECK (unit_id IS NOT NULL OR work IS NOT NULL),
  ADD CONSTRAINT shift_need_unit UNIQUE (site_id, shift_id, unit_id);

CREATE TABLE shift_person (
  site_id text NOT NULL REFERENCES site,
  shift_id text NOT NULL,
  day text NOT NULL CHECK (day ~ '^[0-9]{4}-[0-9]{2}-[0-9]{2}$'),
  person_id uuid NOT NULL REFERENCES person,
  away boolean NOT NULL,
  -- Minutes before (less than 0) or after the start; null: as the shift.
  from_min smallint,
  until_min smallint,
  set_by uuid NOT NULL REFERENCES person,
  set_at timestamptz NOT NULL,
  PRIMARY KEY (site_id, shift_id, day, person_id),
  CHECK (from_min IS NULL OR until_min IS NULL OR from_min < until_min)
);

CREATE TABLE shift_pin (
  site_id text NOT NULL REFERENCES site,
  shift_id text NOT NULL,
  day text NOT NULL CHECK (day ~ '^[0-9]{4}-[0-9]{2}-[0-9]{2}$'),
  kind text NOT NULL CHECK (kind IN ('unit', 'person', 'cancelled')),
  -- The crew's need, or the unit that is inspected.
  about uuid NOT NULL,
  -- The unit the crew has, or who inspects.
  value uuid,
  set_by uuid NOT NULL REFERENCES person,
  set_at timestamptz NOT NULL,
  PRIMARY KEY (site_id, shift_id, day, kind, about),
  CHECK ((kind = 'cancelled') = (value IS NULL))
);

CREATE TABLE shift_plan (
  no bigint GENERATED ALWAYS AS IDENTITY PRIMARY KEY,
  site_id text NOT NULL REFERENCES site,
  shift_id text NOT NULL,
  day text NOT NULL CHECK (day ~ '^[0-9]{4}-[0-9]{2}-[0-9]{2}$'),
  plan jsonb NOT NULL,
  planned_from jsonb NOT NULL,
  -- What happened and what became otherwise; null for the first of a shift.
  change jsonb,
  made_at timestamptz NOT NULL
);
CREATE INDEX shift_plan_latest ON shift_plan (site_id, shift_id, day, no DESC);

CREATE FUNCTION tell_of_shift() RETURNS trigger LANGUAGE plpgsql AS $$
BEGIN
  PERFORM pg_notify('rook_ledger', '');
  RETURN NULL;
END $$;
CREATE TRIGGER told AFTER INSERT OR UPDATE OR DELETE ON shift_need FOR EACH STATEMENT EXECUTE FUNCTION tell_of_shift();
CREATE TRIGGER told AFTER INSERT OR UPDATE OR DELETE ON shift_person FOR EACH STATEMENT EXECUTE FUNCTION tell_of_shift();
-- A new plan follows from these or from a ledger, of which every page has heard: it is not told again.
CREATE TRIGGER told AFTER INSERT OR UPDATE OR DELETE ON shift_pin FOR EACH STATEMENT EXECUTE FUNCTION tell_of_shift();`)
    .execute(db);
}

export async function down(db: Kysely<never>): Promise<void> {
  await sql
    .raw(`
DROP TABLE shift_plan, shift_pin, shift_person;
DROP TRIGGER told ON shift_need;
DROP FUNCTION tell_of_shift();
DELETE FROM shift_need WHERE unit_id IS NULL;
ALTER TABLE shift_need DROP CONSTRAINT shift_need_unit, DROP CONSTRAINT says_what,
  DROP COLUMN id, DROP COLUMN work, DROP COLUMN days, DROP COLUMN on_day, DROP COLUMN move_min,
  ALTER COLUMN unit_id SET NOT NULL, ADD PRIMARY KEY (site_id, shift_id, unit_id);`)
    .execute(db);
}
