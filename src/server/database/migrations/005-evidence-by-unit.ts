import { type Kysely, sql } from "kysely";

/** A clearance counts its evidence among its own unit's: the primary key finds them, where every unit's were read before. */
export async function up(db: Kysely<never>): Promise<void> {
  await sql.raw(hasEvidence("unit_id = NEW.unit_id AND inspection_id = NEW.inspection_id")).execute(db);
}

export async function down(db: Kysely<never>): Promise<void> {
  await sql.raw(hasEvidence("inspection_id = NEW.inspection_id")).execute(db);
}

const hasEvidence = (ofThisWalk: string) => `
CREATE OR REPLACE FUNCTION seal_has_evidence() RETURNS trigger LANGUAGE plpgsql AS $$
DECLARE good int;
BEGIN
  IF EXISTS (SELECT 1 FROM seal s WHERE s.unit_id = NEW.unit_id AND s.scope = 'full' AND s.ledger_position > NEW.ledger_position) THEN
    RETURN NULL;
  END IF;
  SELECT count(*) INTO good FROM check_evidence
    WHERE ${ofThisWalk} AND proves IN ('fine','noted') AND (ended_by IS NULL OR ended_by > NEW.ledger_position);
  IF good < NEW.checks_due THEN
    RAISE EXCEPTION 'expected evidence for all % checks of inspection %, found %', NEW.checks_due, NEW.inspection_id, good USING ERRCODE = 'check_violation';
  END IF;
  RETURN NULL;
END $$;
`;
