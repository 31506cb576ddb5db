import { type Kysely, sql } from "kysely";

/** What records are found by, and what somebody has kept of how they look for them. */
export async function up(db: Kysely<never>): Promise<void> {
  await sql
    .raw(`
CREATE INDEX seal_time ON seal (signed_at DESC, inspection_id DESC);
CREATE INDEX seal_person ON seal (signed_by, signed_at DESC, inspection_id DESC);
CREATE INDEX seal_outcome ON seal (outcome, signed_at DESC, inspection_id DESC);
CREATE INDEX finding_inspection ON finding (inspection_id);
-- What else is asked of a record that was found by a finding stands in the index: its row is not read.
CREATE INDEX seal_of ON seal (inspection_id) INCLUDE (signed_at, unit_id, signed_by, outcome, scope);
CREATE INDEX finding_what ON finding (part, condition) INCLUDE (inspection_id, grade);
CREATE INDEX finding_condition ON finding (condition) INCLUDE (inspection_id, grade);
CREATE INDEX finding_words ON finding USING gin (to_tsvector('simple', note)) WHERE note IS NOT NULL;
CREATE TABLE saved_view (
  id uuid PRIMARY KEY,
  person_id uuid NOT NULL REFERENCES person,
  name text NOT NULL CHECK (trim(name) <> ''),
  query text NOT NULL,
  made_at timestamptz NOT NULL
);
CREATE INDEX saved_view_person ON saved_view (person_id, name);`)
    .execute(db);
}

export async function down(db: Kysely<never>): Promise<void> {
  await sql
    .raw(
      "DROP TABLE saved_view; DROP INDEX seal_time, seal_person, seal_outcome, seal_of, finding_inspection, finding_what, finding_condition, finding_words;",
    )
    .execute(db);
}
