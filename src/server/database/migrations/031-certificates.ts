import { type Kysely, sql } from "kysely";

/** Certificates and cards that somebody's training stands on, as files: who sent them, and the digest of their bytes in the book. */
export async function up(db: Kysely<never>): Promise<void> {
  await sql
    .raw(`
CREATE TABLE staff_document (
  id uuid PRIMARY KEY,
  person_id uuid NOT NULL REFERENCES person,
  site_id text NOT NULL REFERENCES site,
  name text NOT NULL,
  kind text NOT NULL CHECK (kind IN ('application/pdf','image/jpeg','image/png')),
  size int NOT NULL CHECK (size BETWEEN 1 AND 10000000),
  hash text NOT NULL,
  bytes bytea NOT NULL CHECK (length(bytes) = size AND encode(sha256(bytes), 'hex') = hash),
  sent_by uuid NOT NULL REFERENCES person,
  sent_at timestamptz NOT NULL
);
CREATE INDEX staff_document_person ON staff_document (person_id);
CREATE TRIGGER record BEFORE UPDATE OR DELETE OR TRUNCATE ON staff_document FOR EACH STATEMENT EXECUTE FUNCTION refuse_change();
CREATE TRIGGER booked AFTER INSERT OR UPDATE OR DELETE ON staff_document FOR EACH ROW EXECUTE FUNCTION note_row('people', 'id', 'bytes');`)
    .execute(db);
}

export async function down(db: Kysely<never>): Promise<void> {
  await sql.raw("DROP TABLE staff_document;").execute(db);
}
