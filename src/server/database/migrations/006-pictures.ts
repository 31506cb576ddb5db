import { type Kysely, sql } from "kysely";

/**
 * Pictures of findings. They come bit by bit, and once whole are what their hash says; nothing takes one away or makes
 * it another. A finding names its own.
 */
export async function up(db: Kysely<never>): Promise<void> {
  await sql.raw(pictures).execute(db);
}

export async function down(db: Kysely<never>): Promise<void> {
  await sql
    .raw("ALTER TABLE finding DROP COLUMN pictures; DROP TABLE picture; DROP FUNCTION picture_grows();")
    .execute(db);
}

const pictures = `
CREATE TABLE picture (
  inspection_id uuid NOT NULL REFERENCES inspection,
  hash text NOT NULL CHECK (hash ~ '^[0-9a-f]{64}$'),
  size int NOT NULL CHECK (size BETWEEN 1 AND 600000),
  bytes bytea NOT NULL DEFAULT '' CHECK (length(bytes) <= size),
  sent_by uuid NOT NULL REFERENCES person,
  began_at timestamptz NOT NULL,
  whole_at timestamptz,
  PRIMARY KEY (inspection_id, hash),
  CHECK (whole_at IS NULL OR (length(bytes) = size AND encode(sha256(bytes), 'hex') = hash))
);
CREATE FUNCTION picture_grows() RETURNS trigger LANGUAGE plpgsql AS $$
BEGIN
  IF OLD.whole_at IS NOT NULL THEN
    RAISE EXCEPTION 'a picture that is whole stays as it is' USING ERRCODE = 'restrict_violation';
  END IF;
  IF (NEW.inspection_id, NEW.hash, NEW.sent_by, NEW.began_at) IS DISTINCT FROM (OLD.inspection_id, OLD.hash, OLD.sent_by, OLD.began_at) THEN
    RAISE EXCEPTION 'a picture only grows' USING ERRCODE = 'restrict_violation';
  END IF;
  RETURN NEW;
END $$;
CREATE TRIGGER grows BEFORE UPDATE ON picture FOR EACH ROW EXECUTE FUNCTION picture_grows();
CREATE TRIGGER record BEFORE DELETE OR TRUNCATE ON picture FOR EACH STATEMENT EXECUTE FUNCTION refuse_change();
ALTER TABLE finding ADD COLUMN pictures text[] NOT NULL DEFAULT '{}';
`;
