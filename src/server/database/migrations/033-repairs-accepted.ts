import { type Kysely, sql } from "kysely";

/** A repair that waits until its day is accepted by whoever the policy says, in signing the clearance that leaves it. */
export async function up(db: Kysely<never>): Promise<void> {
  await sql
    .raw(`
CREATE FUNCTION repairs_accepted() RETURNS trigger LANGUAGE plpgsql AS $$
BEGIN
  PERFORM lock_unit(NEW.unit_id);
  IF EXISTS (SELECT FROM unit u JOIN site s ON s.id = u.site_id WHERE u.id = NEW.unit_id
        AND policy_for(s.policy, u.family)->>'repairAccepted' = 'supervisor' AND NOT EXISTS (SELECT FROM person_role r
          WHERE r.person_id = NEW.signed_by AND r.site_id = u.site_id AND r.role IN ('supervisor','owner')))
      AND EXISTS (SELECT FROM open_matter m WHERE m.unit_id = NEW.unit_id AND m.grade = 'repair_by' AND NOT m.place AND NOT EXISTS (SELECT FROM seal s
        WHERE s.unit_id = m.unit_id AND s.ledger_position > m.ledger_position AND s.outcome IN ('cleared','cleared_with_notes'))) THEN
    RAISE EXCEPTION 'expected a supervisor or owner to sign: a repair that waits is accepted by them' USING ERRCODE = 'check_violation';
  END IF;
  RETURN NEW;
END $$;
CREATE TRIGGER repairs_accepted BEFORE INSERT ON seal FOR EACH ROW
  WHEN (NEW.outcome IN ('cleared','cleared_with_notes')) EXECUTE FUNCTION repairs_accepted();`)
    .execute(db);
}

export async function down(db: Kysely<never>): Promise<void> {
  await sql.raw("DROP TRIGGER repairs_accepted ON seal; DROP FUNCTION repairs_accepted();").execute(db);
}
