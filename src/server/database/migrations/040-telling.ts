import { type Kysely, sql } from "kysely";

/**
 * Who is told what by mail, where and when not; what is to be sent and what was; and each person's own calendar. Nothing of it decides
 * how a unit stands, and none of it is a record.
 */
export async function up(db: Kysely<never>): Promise<void> {
  await sql
    .raw(`
CREATE TABLE mail_choice (
  person_id uuid PRIMARY KEY REFERENCES person,
  address text NOT NULL CHECK (length(address) BETWEEN 3 AND 254),
  language text NOT NULL,
  digest boolean NOT NULL,
  tag boolean NOT NULL,
  quiet_from smallint CHECK (quiet_from BETWEEN 0 AND 1439),
  quiet_until smallint CHECK (quiet_until BETWEEN 0 AND 1439),
  -- What a mail's own link stops it by, without signing in.
  stop_secret text NOT NULL UNIQUE,
  set_at timestamptz NOT NULL,
  CHECK ((quiet_from IS NULL) = (quiet_until IS NULL))
);

CREATE TABLE mail_out (
  no bigint GENERATED ALWAYS AS IDENTITY PRIMARY KEY,
  person_id uuid NOT NULL REFERENCES person,
  kind text NOT NULL CHECK (kind IN ('digest', 'tag')),
  -- The shift or the tag: told once.
  about text NOT NULL,
  subject text NOT NULL,
  words text NOT NULL,
  made_at timestamptz NOT NULL,
  send_from timestamptz NOT NULL,
  tries smallint NOT NULL DEFAULT 0,
  sent_at timestamptz,
  UNIQUE (person_id, kind, about)
);
CREATE INDEX mail_out_due ON mail_out (send_from) WHERE sent_at IS NULL;

CREATE TABLE own_calendar (
  person_id uuid PRIMARY KEY REFERENCES person,
  secret_hash text NOT NULL UNIQUE,
  made_at timestamptz NOT NULL
);`)
    .execute(db);
}

export async function down(db: Kysely<never>): Promise<void> {
  await sql.raw("DROP TABLE own_calendar, mail_out, mail_choice;").execute(db);
}
