import { type Kysely, sql } from "kysely";

/** Who has joined an inspection somebody else began: a record, and none is added once it is signed. */
export async function up(db: Kysely<never>): Promise<void> {
  await sql.raw(people).execute(db);
}

export async function down(db: Kysely<never>): Promise<void> {
  await sql.raw("DROP TABLE inspection_person; DROP FUNCTION joined_before_signed();").execute(db);
}

const people = `
CREATE TABLE inspection_person (
  inspection_id uuid NOT NULL REFERENCES inspection,
  person_id uuid NOT NULL REFERENCES person,
  joined_at timestamptz NOT NULL,
  PRIMARY KEY (inspection_id, person_id)
);
CREATE TRIGGER record BEFORE UPDATE OR DELETE OR TRUNCATE ON inspection_person FOR EACH STATEMENT EXECUTE FUNCTION refuse_change();

CREATE FUNCTION joined_before_signed() RETURNS trigger LANGUAGE plpgsql AS $$
DECLARE unit uuid;
BEGIN
  SELECT unit_id INTO unit FROM inspection WHERE id = NEW.inspection_id;
  PERFORM lock_unit(unit);
  IF EXISTS (SELECT FROM seal WHERE inspection_id = NEW.inspection_id) THEN
    RAISE EXCEPTION 'expected an inspection that is not signed yet to be joined';
  END IF;
  PERFORM pg_notify('rook_ledger', unit::text);
  RETURN NEW;
END $$;
CREATE TRIGGER before_signed BEFORE INSERT ON inspection_person FOR EACH ROW EXECUTE FUNCTION joined_before_signed();
`;
