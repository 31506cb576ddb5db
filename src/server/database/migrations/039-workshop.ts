import { type Kysely, sql } from "kysely";

/**
 * What a workshop says of its jobs (who has taken one, what part it waits for), and where the keys of units are. Both are added to and
 * never changed; the latest counts. Neither decides how a unit stands: a tag stands until it is released, whoever has the key.
 */
export async function up(db: Kysely<never>): Promise<void> {
  await sql
    .raw(`
CREATE TABLE job_said (
  no bigint GENERATED ALWAYS AS IDENTITY PRIMARY KEY,
  unit_id uuid NOT NULL REFERENCES unit,
  -- The tag or the finding it is about.
  subject_id uuid NOT NULL,
  kind text NOT NULL CHECK (kind IN ('taken', 'left', 'awaits_part', 'part_here')),
  part text CHECK (length(part) BETWEEN 1 AND 120),
  supplier text CHECK (length(supplier) BETWEEN 1 AND 120),
  due_on text CHECK (due_on ~ '^[0-9]{4}-[0-9]{2}-[0-9]{2}$'),
  person_id uuid NOT NULL REFERENCES person,
  at timestamptz NOT NULL,
  CHECK ((kind = 'awaits_part') = (part IS NOT NULL AND supplier IS NOT NULL AND due_on IS NOT NULL))
);
CREATE INDEX job_said_subject ON job_said (subject_id, no);
CREATE TRIGGER record BEFORE UPDATE OR DELETE OR TRUNCATE ON job_said FOR EACH STATEMENT EXECUTE FUNCTION refuse_change();
CREATE TRIGGER told AFTER INSERT ON job_said FOR EACH STATEMENT EXECUTE FUNCTION tell_of_shift();

CREATE TABLE key_said (
  no bigint GENERATED ALWAYS AS IDENTITY PRIMARY KEY,
  unit_id uuid NOT NULL REFERENCES unit,
  what text NOT NULL CHECK (what IN ('key', 'lock')),
  -- Who has it, or where it hangs; neither: a lock is off.
  holder_id uuid REFERENCES person,
  place text CHECK (length(place) BETWEEN 1 AND 120),
  person_id uuid NOT NULL REFERENCES person,
  at timestamptz NOT NULL,
  CHECK (holder_id IS NULL OR place IS NULL),
  CHECK (what = 'lock' OR holder_id IS NOT NULL OR place IS NOT NULL)
);
CREATE INDEX key_said_unit ON key_said (unit_id, what, no);
CREATE TRIGGER record BEFORE UPDATE OR DELETE OR TRUNCATE ON key_said FOR EACH STATEMENT EXECUTE FUNCTION refuse_change();
CREATE TRIGGER told AFTER INSERT ON key_said FOR EACH STATEMENT EXECUTE FUNCTION tell_of_shift();`)
    .execute(db);
}

export async function down(db: Kysely<never>): Promise<void> {
  await sql.raw("DROP TABLE key_said, job_said;").execute(db);
}
