import { type Kysely, sql } from "kysely";

/**
 * Records from before the app, or made on paper: found, shown and printed, and nothing follows from them. How a unit stands is
 * worked out of other tables.
 */
export async function up(db: Kysely<never>): Promise<void> {
  await sql
    .raw(`
CREATE TABLE past_record (
  id uuid PRIMARY KEY,
  unit_id uuid NOT NULL REFERENCES unit,
  -- Where it is from, for ever: a file, or a walk on paper that was typed in; and the file's name.
  origin text NOT NULL CHECK (origin IN ('file','paper')),
  source text NOT NULL,
  kind text NOT NULL CHECK (kind IN ('inspection','examination','service','repair')),
  done_at timestamptz NOT NULL,
  by_name text NOT NULL CHECK (by_name <> ''),
  outcome text NOT NULL CHECK (outcome IN ('nothing_found','faults','tagged_out','not_said')),
  note text NOT NULL,
  -- What was read on it: a check's key and a value each.
  readings jsonb NOT NULL DEFAULT '[]',
  entered_by uuid NOT NULL REFERENCES person,
  entered_at timestamptz NOT NULL,
  CHECK (done_at <= entered_at)
);
-- The same file once more adds nothing.
CREATE UNIQUE INDEX past_record_once ON past_record (unit_id, kind, done_at, by_name, md5(note));
CREATE INDEX past_record_unit ON past_record (unit_id, done_at DESC);
CREATE TRIGGER record BEFORE UPDATE OR DELETE OR TRUNCATE ON past_record FOR EACH STATEMENT EXECUTE FUNCTION refuse_change();
CREATE TRIGGER booked AFTER INSERT OR UPDATE OR DELETE ON past_record FOR EACH ROW EXECUTE FUNCTION note_row('.unit_id', 'id', '');`)
    .execute(db);
}

export async function down(db: Kysely<never>): Promise<void> {
  await sql.raw("DROP TABLE past_record;").execute(db);
}
