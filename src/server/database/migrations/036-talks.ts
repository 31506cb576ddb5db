import { type Kysely, sql } from "kysely";
import { makeRecords } from "./records";

const records = [
  ["talk_signature", ".unit_id", "id"],
  ["rescue_drill", ".unit_id", "id"],
] as const;

/**
 * What goes with a survey: who was at the pre-start talk and signed, drills of the rescue, pictures of what was seen, and
 * loads a crew keeps. Signatures and drills stand in the unit's ledger; their names with it, where they can be erased.
 */
export async function up(db: Kysely<never>): Promise<void> {
  await sql.raw(tables).execute(db);
  await makeRecords(db, records);
  await sql
    .raw(
      "CREATE TRIGGER record BEFORE UPDATE OR DELETE OR TRUNCATE ON survey_picture FOR EACH STATEMENT EXECUTE FUNCTION refuse_change();",
    )
    .execute(db);
}

export async function down(db: Kysely<never>): Promise<void> {
  await sql
    .raw(
      `DROP TABLE kept_load, survey_picture, rescue_drill, talk_signature; DROP FUNCTION in_ledger_of_unit();`,
    )
    .execute(db);
}

const tables = `
-- A row that has its entry in the ledger of its unit, of the kind the trigger is given.
CREATE FUNCTION in_ledger_of_unit() RETURNS trigger LANGUAGE plpgsql AS $$
BEGIN
  PERFORM lock_unit(NEW.unit_id);
  IF NOT EXISTS (SELECT FROM ledger_entry e WHERE e.unit_id = NEW.unit_id AND e.position = NEW.ledger_position AND e.kind = TG_ARGV[0] AND e.subject_id = NEW.id) THEN
    RAISE EXCEPTION 'expected it in the ledger of its unit' USING ERRCODE = 'check_violation';
  END IF;
  RETURN NEW;
END $$;

CREATE TABLE talk_signature (
  id uuid PRIMARY KEY,
  survey_id uuid NOT NULL REFERENCES survey,
  unit_id uuid NOT NULL REFERENCES unit,
  ledger_position int NOT NULL,
  by_person uuid NOT NULL REFERENCES person,
  at timestamptz NOT NULL
);
CREATE INDEX talk_signature_survey ON talk_signature (survey_id);
CREATE TRIGGER before BEFORE INSERT ON talk_signature FOR EACH ROW EXECUTE FUNCTION in_ledger_of_unit('talk_signed');

CREATE TABLE rescue_drill (
  id uuid PRIMARY KEY,
  unit_id uuid NOT NULL REFERENCES unit,
  ledger_position int NOT NULL,
  minutes double precision CHECK (minutes > 0 AND minutes <= 240),
  by_person uuid NOT NULL REFERENCES person,
  at timestamptz NOT NULL
);
CREATE INDEX rescue_drill_unit ON rescue_drill (unit_id, at);
CREATE TRIGGER before BEFORE INSERT ON rescue_drill FOR EACH ROW EXECUTE FUNCTION in_ledger_of_unit('drilled');

CREATE TABLE survey_picture (
  unit_id uuid NOT NULL REFERENCES unit,
  hash text NOT NULL CHECK (hash ~ '^[0-9a-f]{64}$'),
  bytes bytea NOT NULL CHECK (octet_length(bytes) <= 600000),
  sent_by uuid NOT NULL REFERENCES person,
  at timestamptz NOT NULL,
  PRIMARY KEY (unit_id, hash)
);

-- A help for whoever surveys: it decides nothing.
CREATE TABLE kept_load (
  id uuid PRIMARY KEY,
  site_id text NOT NULL REFERENCES site,
  name text NOT NULL CHECK (name <> ''),
  load jsonb NOT NULL,
  by_person uuid NOT NULL REFERENCES person,
  at timestamptz NOT NULL,
  UNIQUE (site_id, name)
);
`;
