import { type Kysely, sql } from "kysely";
import { asBefore } from "./as-before";

/**
 * Evidence with an age: what a clearing walk has proven for longer than its clearance, where the manual has a check made
 * less often and the site's policy goes by that. A later walk may borrow it; the database says whether it is there to be
 * borrowed, whoever writes.
 */
export async function up(db: Kysely<never>): Promise<void> {
  await sql.raw(lasting).execute(db);
  await view(db, "'noted'::text]", "'noted'::text, 'borrowed'::text]");
}

export async function down(db: Kysely<never>): Promise<void> {
  await view(db, "'noted'::text, 'borrowed'::text]", "'noted'::text]");
  await sql
    .raw(`
${asBefore(hasEvidence(""), "CREATE FUNCTION seal_has_evidence()")}
DROP TABLE lasting_evidence CASCADE;
DROP FUNCTION lasting_before(), is_borrowable(uuid, text, uuid, int, timestamptz);
ALTER TABLE check_evidence DROP CONSTRAINT check_evidence_proves_check,
  ADD CONSTRAINT check_evidence_proves_check CHECK (proves IN ('fine','noted','stops','nothing'));`)
    .execute(db);
}

/** The view that works out how units stand, with one part of it put differently. */
async function view(db: Kysely<never>, part: string, instead: string): Promise<void> {
  const { rows } = await sql<{ text: string }>`
    SELECT pg_get_viewdef('standing_worked_out'::regclass) AS text`.execute(db);
  const text = rows[0]?.text ?? "";
  if (text.split(part).length !== 2) throw new Error(`expected ${part} once in standing_worked_out: ${text}`);
  await sql.raw(`CREATE OR REPLACE VIEW standing_worked_out AS ${text.replace(part, instead)}`).execute(db);
}

/** Counts what is proven for a clearance: `borrowed`, what of a row that an earlier walk lent counts besides. */
const hasEvidence = (borrowed: string) => `
CREATE FUNCTION seal_has_evidence() RETURNS trigger LANGUAGE plpgsql AS $$
DECLARE good int;
BEGIN
  IF EXISTS (SELECT 1 FROM seal s WHERE s.unit_id = NEW.unit_id AND s.scope = 'full' AND s.ledger_position > NEW.ledger_position) THEN
    RETURN NULL;
  END IF;
  SELECT count(*) INTO good FROM check_evidence
    WHERE unit_id = NEW.unit_id AND inspection_id = NEW.inspection_id
      AND (proves IN ('fine','noted')${borrowed}) AND (ended_by IS NULL OR ended_by > NEW.ledger_position);
  IF good < NEW.checks_due THEN
    RAISE EXCEPTION 'expected evidence for all % checks of inspection %, found %', NEW.checks_due, NEW.inspection_id, good USING ERRCODE = 'check_violation';
  END IF;
  RETURN NULL;
END $$;
`;

const lasting = `
ALTER TABLE check_evidence DROP CONSTRAINT check_evidence_proves_check,
  ADD CONSTRAINT check_evidence_proves_check CHECK (proves IN ('fine','noted','stops','nothing','borrowed'));

-- What a walk that cleared its unit has proven for longer: since when, until when and until what hours.
CREATE TABLE lasting_evidence (
  unit_id uuid NOT NULL REFERENCES unit,
  check_key text NOT NULL,
  inspection_id uuid NOT NULL REFERENCES inspection,
  event_id uuid NOT NULL UNIQUE,
  answered_by uuid NOT NULL REFERENCES person,
  seen int NOT NULL CHECK (seen >= 0),
  begun_at timestamptz NOT NULL,
  until timestamptz,
  until_hours double precision,
  PRIMARY KEY (unit_id, check_key, inspection_id)
);
CREATE TRIGGER record BEFORE UPDATE OR DELETE OR TRUNCATE ON lasting_evidence FOR EACH STATEMENT EXECUTE FUNCTION refuse_change();
CREATE TRIGGER booked AFTER INSERT OR UPDATE OR DELETE ON lasting_evidence FOR EACH ROW EXECUTE FUNCTION note_row('.unit_id', 'unit_id,check_key,inspection_id', '');

-- Whether an entry before this position has ended it. Taking a unit into use and handing it over end its clearance alone.
CREATE FUNCTION lasting_ended(one lasting_evidence, before int) RETURNS boolean LANGUAGE sql STABLE AS $$
  SELECT EXISTS (SELECT FROM ledger_entry e WHERE e.unit_id = one.unit_id AND e.position > one.seen AND e.position < before
    AND e.touches <> '[]' AND e.kind NOT IN ('taken_into_use','handed_over') AND touches_check(e.touches, one.check_key)
    AND NOT EXISTS (SELECT FROM finding f WHERE f.id = e.subject_id AND f.inspection_id = one.inspection_id)) $$;

-- It comes of an answer that stands, of a full walk that cleared the unit, of a check the sheet gives an interval; never of
-- one that can find something on the floor, slope and block tests excepted; and it lasts no longer than the sheet says.
CREATE FUNCTION lasting_before() RETURNS trigger LANGUAGE plpgsql AS $$
DECLARE
  of_check text := split_part(NEW.check_key, '@', 1);
  allows jsonb;
BEGIN
  PERFORM lock_unit(NEW.unit_id);
  SELECT v.content->'intervals'->of_check INTO allows FROM unit u JOIN site s ON s.id = u.site_id JOIN sheet_version v ON v.id = u.sheet_version_id
    WHERE u.id = NEW.unit_id AND s.policy->>'intervals' = 'as_the_manual';
  IF allows IS NULL OR (of_check NOT IN ('drive.brake_hold','tilt.lamp','tilt.alarm')
      AND EXISTS (SELECT FROM floor_rule f WHERE f.check_id = of_check AND f.rule <> 'device_defeated')) THEN
    RAISE EXCEPTION '% is made at every inspection of this unit', of_check USING ERRCODE = 'check_violation';
  END IF;
  IF NOT EXISTS (SELECT FROM seal s JOIN inspection i ON i.id = s.inspection_id
      JOIN check_evidence c ON c.unit_id = s.unit_id AND c.inspection_id = s.inspection_id
      WHERE s.inspection_id = NEW.inspection_id AND s.unit_id = NEW.unit_id AND s.scope = 'full' AND s.outcome IN ('cleared','cleared_with_notes')
        AND i.started_at = NEW.begun_at AND c.check_key = NEW.check_key AND c.event_id = NEW.event_id AND c.proves = 'fine' AND c.seen = NEW.seen) THEN
    RAISE EXCEPTION 'expected an answer of a full walk that cleared the unit' USING ERRCODE = 'check_violation';
  END IF;
  IF (allows ? 'days') <> (NEW.until IS NOT NULL) OR (allows ? 'hours') <> (NEW.until_hours IS NOT NULL)
    OR NEW.until > NEW.begun_at + (allows->>'days')::int * interval '24 hours'
    OR NEW.until_hours > (allows->>'hours')::int + (SELECT m.hours FROM machine_hours m WHERE m.unit_id = NEW.unit_id ORDER BY m.no DESC LIMIT 1) THEN
    RAISE EXCEPTION 'expected % to last no longer than the sheet says', of_check USING ERRCODE = 'check_violation';
  END IF;
  RETURN NEW;
END $$;
CREATE TRIGGER lasting_before BEFORE INSERT ON lasting_evidence FOR EACH ROW EXECUTE FUNCTION lasting_before();

-- Whether what a walk says it borrows was there to be borrowed when it was signed. What nobody knows the hours of is not.
CREATE FUNCTION is_borrowable(of_unit uuid, of_check text, event uuid, signed int, signed_at timestamptz) RETURNS boolean LANGUAGE sql STABLE AS $$
  SELECT EXISTS (SELECT FROM lasting_evidence l WHERE l.event_id = event AND l.unit_id = of_unit AND l.check_key = of_check
    AND (l.until IS NULL OR l.until > signed_at)
    AND (l.until_hours IS NULL OR l.until_hours > coalesce((SELECT m.hours FROM
      (SELECT * FROM machine_hours WHERE unit_id = of_unit ORDER BY no DESC LIMIT 1) m WHERE m.read_at > signed_at - interval '7 days'), 'infinity'))
    AND NOT lasting_ended(l, signed)
    AND (SELECT s.policy->>'intervals' = 'as_the_manual' FROM unit u JOIN site s ON s.id = u.site_id WHERE u.id = of_unit)) $$;
${hasEvidence(`
        OR proves = 'borrowed' AND is_borrowable(unit_id, check_key, event_id, NEW.ledger_position, NEW.signed_at)`).replace(
  "CREATE FUNCTION",
  "CREATE OR REPLACE FUNCTION",
)}
`;
