import { type Kysely, sql } from "kysely";

/**
 * The log-book: every fault of a unit, small or put right at once, stands until the owner has signed for it, with what was
 * done about it. Under a policy that goes by it, nobody clears a unit with an earlier fault unsigned.
 */
export async function up(db: Kysely<never>): Promise<void> {
  await sql.raw(logBook).execute(db);
}

export async function down(db: Kysely<never>): Promise<void> {
  await sql
    .raw(`
DROP TRIGGER faults_signed ON seal;
DROP VIEW unsigned_fault;
DROP TABLE countersign;
DROP FUNCTION faults_signed(), owner_signs();
DROP VIEW fault;`)
    .execute(db);
}

const logBook = `
-- What inspections found of the machine, and tags raised by word; whether anything is recorded as done about it, and whether
-- it was a slip that its own maker corrected in the same walk: struck out, it stays in the book, and nobody signs for it.
CREATE VIEW fault AS
  SELECT f.id, f.unit_id, f.inspection_id, f.found_at,
    f.grade = 'put_right' OR EXISTS (SELECT FROM finding_repair r WHERE r.finding_id = f.id)
      OR EXISTS (SELECT FROM matter_gone g WHERE g.finding_id = f.id)
      OR EXISTS (SELECT FROM tag t JOIN tag_step s ON s.tag_id = t.id AND s.kind = 'released' WHERE t.finding_id = f.id) AS acted_on,
    EXISTS (SELECT FROM matter_gone g WHERE g.finding_id = f.id AND g.own) AS slip
  FROM finding f WHERE NOT f.place
  UNION ALL
  SELECT t.id, t.unit_id, NULL, t.raised_at, EXISTS (SELECT FROM tag_step s WHERE s.tag_id = t.id AND s.kind = 'released'), false
  FROM tag t WHERE t.finding_id IS NULL;

CREATE TABLE countersign (
  fault_id uuid PRIMARY KEY,
  unit_id uuid NOT NULL REFERENCES unit,
  action text CHECK (action <> ''),
  signed_by uuid NOT NULL REFERENCES person,
  signed_at timestamptz NOT NULL,
  ledger_position int NOT NULL
);
CREATE INDEX countersign_unit ON countersign (unit_id);
CREATE VIEW unsigned_fault AS
  SELECT * FROM fault f WHERE NOT f.slip AND NOT EXISTS (SELECT FROM countersign c WHERE c.fault_id = f.id);
CREATE FUNCTION owner_signs() RETURNS trigger LANGUAGE plpgsql AS $$
BEGIN
  IF NOT is_owner_at(NEW.signed_by, (SELECT site_id FROM unit WHERE id = NEW.unit_id)) THEN
    RAISE EXCEPTION 'expected an owner of the site to sign for a fault' USING ERRCODE = 'check_violation';
  END IF;
  IF NOT EXISTS (SELECT FROM fault f WHERE f.id = NEW.fault_id AND f.unit_id = NEW.unit_id
      AND (f.acted_on OR NEW.action IS NOT NULL)) THEN
    RAISE EXCEPTION 'expected a fault of this unit, and what is done about it' USING ERRCODE = 'check_violation';
  END IF;
  RETURN NEW;
END $$;
CREATE TRIGGER owner_signs BEFORE INSERT ON countersign FOR EACH ROW EXECUTE FUNCTION owner_signs();
CREATE TRIGGER record BEFORE UPDATE OR DELETE OR TRUNCATE ON countersign FOR EACH STATEMENT EXECUTE FUNCTION refuse_change();
CREATE TRIGGER booked AFTER INSERT OR UPDATE OR DELETE ON countersign FOR EACH ROW EXECUTE FUNCTION note_row('.unit_id', 'fault_id', '');

CREATE FUNCTION faults_signed() RETURNS trigger LANGUAGE plpgsql AS $$
BEGIN
  PERFORM lock_unit(NEW.unit_id);
  IF (SELECT policy->>'grading' FROM inspection WHERE id = NEW.inspection_id) = 'log_book'
    AND EXISTS (SELECT FROM unsigned_fault f WHERE f.unit_id = NEW.unit_id AND f.inspection_id IS DISTINCT FROM NEW.inspection_id) THEN
    RAISE EXCEPTION 'an earlier fault is not signed by the owner: the unit cannot be cleared' USING ERRCODE = 'check_violation';
  END IF;
  RETURN NEW;
END $$;
CREATE TRIGGER faults_signed BEFORE INSERT ON seal FOR EACH ROW
  WHEN (NEW.outcome IN ('cleared','cleared_with_notes')) EXECUTE FUNCTION faults_signed();
`;
