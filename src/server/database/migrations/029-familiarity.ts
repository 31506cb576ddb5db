import { type Kysely, sql } from "kysely";
import { reword } from "./reword";

const signerOnly = `    IF NOT EXISTS (SELECT 1 FROM authorisation a WHERE a.person_id = NEW.signed_by AND a.family = u.family AND a.until > NEW.signed_at) THEN
      RAISE EXCEPTION 'expected the signer to be trained on this family of lift' USING ERRCODE = 'check_violation';
    END IF;`;
const everybody = `    IF EXISTS (SELECT FROM makers_of(NEW.inspection_id, NEW.signed_by) AS m WHERE NOT is_trained(m, u.id, NEW.signed_at)) THEN
      RAISE EXCEPTION 'expected everybody who answered, and the signer, to be trained on this family of lift' USING ERRCODE = 'check_violation';
    END IF;
    IF EXISTS (SELECT FROM makers_of(NEW.inspection_id, NEW.signed_by) AS m WHERE NOT is_familiar(m, u.id, NEW.signed_at)) THEN
      RAISE EXCEPTION 'expected everybody who answered, and the signer, to be made familiar with this model' USING ERRCODE = 'check_violation';
    END IF;`;

/**
 * Who may clear a unit is said in one place, for the app and for the trigger: everybody whose answers it rests on, and the signer,
 * is trained on its family, and where the policy asks for it was made familiar with its model, by somebody who may.
 */
export async function up(db: Kysely<never>): Promise<void> {
  await sql.raw(familiarity).execute(db);
  await reword(db, "seal_before", signerOnly, everybody);
}

export async function down(db: Kysely<never>): Promise<void> {
  await reword(db, "seal_before", everybody, signerOnly);
  await sql
    .raw(`
DROP TRIGGER by_who_may ON familiarisation;
DROP FUNCTION familiarised_by_who_may(), makers_of(uuid, uuid), is_trained(uuid, uuid, timestamptz), is_familiar(uuid, uuid, timestamptz);`)
    .execute(db);
}

const familiarity = `
CREATE FUNCTION makers_of(of_inspection uuid, signer uuid) RETURNS SETOF uuid LANGUAGE sql STABLE AS $$
  SELECT signer UNION SELECT person_id FROM inspection_event WHERE inspection_id = of_inspection $$;
CREATE FUNCTION is_trained(who uuid, of_unit uuid, at timestamptz) RETURNS boolean LANGUAGE sql STABLE AS $$
  SELECT EXISTS (SELECT FROM authorisation a JOIN unit u ON u.family = a.family
    WHERE u.id = of_unit AND a.person_id = who AND a.until > is_trained.at) $$;
CREATE FUNCTION is_familiar(who uuid, of_unit uuid, at timestamptz) RETURNS boolean LANGUAGE sql STABLE AS $$
  SELECT policy_for(s.policy, u.family)->>'familiarity' IS DISTINCT FROM 'model' OR EXISTS (SELECT FROM familiarisation f
      JOIN sheet_version v ON v.sheet_id = f.sheet_id WHERE v.id = u.sheet_version_id AND f.person_id = who AND f.at <= is_familiar.at)
    FROM unit u JOIN site s ON s.id = u.site_id WHERE u.id = of_unit $$;

CREATE FUNCTION familiarised_by_who_may() RETURNS trigger LANGUAGE plpgsql AS $$
BEGIN
  IF NOT EXISTS (SELECT FROM person_role r JOIN person p ON p.id = r.person_id AND p.active WHERE r.person_id = NEW.given_by
      AND r.site_id = NEW.site_id AND r.role IN ('supervisor','technician','owner','trainer')) THEN
    RAISE EXCEPTION 'expected a supervisor, technician, trainer or owner of the site to show a model' USING ERRCODE = 'check_violation';
  END IF;
  IF NOT NEW.shown @> '["instructions","features","controls","safety_devices","emergency_lowering"]' THEN
    RAISE EXCEPTION 'expected all of a model to be shown' USING ERRCODE = 'check_violation';
  END IF;
  RETURN NEW;
END $$;
CREATE TRIGGER by_who_may BEFORE INSERT ON familiarisation FOR EACH ROW EXECUTE FUNCTION familiarised_by_who_may();
`;
