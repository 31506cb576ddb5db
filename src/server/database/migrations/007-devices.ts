import { type Kysely, sql } from "kysely";

/**
 * Keys that people have on their devices, what is signed with them, devices that are revoked and what those still send.
 * A key is a record: it is not exchanged for another, and a device once revoked stays so.
 */
export async function up(db: Kysely<never>): Promise<void> {
  await sql.raw(devices).execute(db);
}

export async function down(db: Kysely<never>): Promise<void> {
  await sql
    .raw(`
ALTER TABLE tag DROP COLUMN signed;
ALTER TABLE inspection_event DROP COLUMN signed;
DROP TABLE quarantine, device_revocation, device_key;
DROP FUNCTION quarantine_decided();`)
    .execute(db);
}

const devices = `
CREATE TABLE device_key (
  id text PRIMARY KEY,
  person_id uuid NOT NULL REFERENCES person,
  device_id text NOT NULL CHECK (device_id <> ''),
  public_key bytea NOT NULL CHECK (length(public_key) = 65 AND encode(sha256(public_key), 'hex') = id),
  registered_at timestamptz NOT NULL,
  -- By the server's key, which is not in this database: nobody adds a key here unseen.
  signature text NOT NULL
);
CREATE INDEX device_key_device ON device_key (device_id);
CREATE TRIGGER record BEFORE UPDATE OR DELETE OR TRUNCATE ON device_key FOR EACH STATEMENT EXECUTE FUNCTION refuse_change();

CREATE TABLE device_revocation (
  device_id text PRIMARY KEY,
  revoked_by uuid NOT NULL REFERENCES person,
  revoked_at timestamptz NOT NULL,
  why text NOT NULL CHECK (trim(why) <> '')
);
CREATE TRIGGER record BEFORE UPDATE OR DELETE OR TRUNCATE ON device_revocation FOR EACH STATEMENT EXECUTE FUNCTION refuse_change();

-- What a revoked device still sends waits until somebody has judged it, once.
CREATE TABLE quarantine (
  id uuid PRIMARY KEY,
  inspection_id uuid NOT NULL REFERENCES inspection,
  device_id text NOT NULL,
  body jsonb NOT NULL,
  hash text NOT NULL,
  received_at timestamptz NOT NULL,
  decided_by uuid REFERENCES person,
  decided_at timestamptz,
  taken boolean,
  UNIQUE (inspection_id, hash),
  CHECK ((decided_by IS NULL) = (decided_at IS NULL) AND (decided_by IS NULL) = (taken IS NULL))
);
CREATE FUNCTION quarantine_decided() RETURNS trigger LANGUAGE plpgsql AS $$
BEGIN
  IF OLD.decided_by IS NOT NULL
    OR (NEW.id, NEW.inspection_id, NEW.device_id, NEW.body, NEW.hash, NEW.received_at)
      IS DISTINCT FROM (OLD.id, OLD.inspection_id, OLD.device_id, OLD.body, OLD.hash, OLD.received_at) THEN
    RAISE EXCEPTION 'what a revoked device sent is judged once, and stays as it came' USING ERRCODE = 'restrict_violation';
  END IF;
  RETURN NEW;
END $$;
CREATE TRIGGER decided BEFORE UPDATE ON quarantine FOR EACH ROW EXECUTE FUNCTION quarantine_decided();
CREATE TRIGGER record BEFORE DELETE OR TRUNCATE ON quarantine FOR EACH STATEMENT EXECUTE FUNCTION refuse_change();

-- By the key of whoever made it, on their device; null where it came in their session only.
ALTER TABLE inspection_event ADD signed text;
ALTER TABLE tag ADD signed text;
`;
