import { type Kysely, sql } from "kysely";
import { makeRecords } from "./records";

const records = [
  ["place", "sites", "id"],
  ["place_plan", "sites", "id"],
  ["place_closed", "sites", "place_id"],
  ["survey", ".unit_id", "id"],
  ["conditions_stop", "sites", "id"],
  ["stop_lifted", "sites", "stop_id"],
] as const;

/** What a unit's row says besides, and where the view has it from. */
const columns = [
  "stops",
  "survey_owed",
  "survey_id",
  "survey_verdict",
  "survey_until",
  "survey_place",
  "survey_job",
];

/**
 * Kept plans of places, surveys of a place and a job for a unit, and stops for conditions. They bear on how a unit stands: where
 * its policy has the survey made apart it works nowhere without one that allows it, and nothing works under a stop.
 */
export async function up(db: Kysely<never>): Promise<void> {
  await sql.raw(places).execute(db);
  await makeRecords(db, records);
  await sql.raw(standing).execute(db);
  await restate(db, "stale) =", `${columns.join(", ")}, stale) =`);
  await restate(db, ", false FROM", `, ${columns.map((one) => `w.${one}`).join(", ")}, false FROM`);
  await sql
    .raw(
      `UPDATE unit_standing s SET survey_owed = w.survey_owed FROM standing_worked_out w WHERE w.unit_id = s.unit_id AND w.survey_owed`,
    )
    .execute(db);
}

export async function down(db: Kysely<never>): Promise<void> {
  await restate(db, `, ${columns.map((one) => `w.${one}`).join(", ")}, false FROM`, ", false FROM");
  await restate(db, `${columns.join(", ")}, stale) =`, "stale) =");
  await sql
    .raw(`
DROP TRIGGER ends_survey ON ledger_entry;
DROP TRIGGER has_survey_rule ON unit;
DROP VIEW standing_worked_out;
ALTER VIEW standing_of_machine RENAME TO standing_worked_out;
ALTER TABLE unit_standing ${columns.map((one) => `DROP COLUMN ${one}`).join(", ")};
DROP TABLE stop_lifted, conditions_stop, survey, place_closed, place_plan, place;
DROP FUNCTION place_before(), place_plan_before(), place_closed_before(), survey_before(), conditions_stop_before(), stop_lifted_before(),
  plan_ends_surveys(), stop_bears(), survey_ends(), unit_has_survey_rule(), restate_units(uuid[]);`)
    .execute(db);
}

/** The function that writes a unit's row anew, with one part of it put differently. */
async function restate(db: Kysely<never>, part: string, instead: string): Promise<void> {
  const { rows } = await sql<{ text: string }>`
    SELECT pg_get_functiondef('restate'::regproc) AS text`.execute(db);
  const text = rows[0]?.text ?? "";
  if (text.split(part).length !== 2) throw new Error(`expected ${part} once in restate: ${text}`);
  await sql.raw(text.replace(part, instead)).execute(db);
}

const places = `
CREATE TABLE place (
  id uuid PRIMARY KEY,
  site_id text NOT NULL REFERENCES site,
  made_by uuid NOT NULL REFERENCES person,
  made_at timestamptz NOT NULL
);
CREATE INDEX place_site ON place (site_id);
CREATE FUNCTION place_before() RETURNS trigger LANGUAGE plpgsql AS $$
BEGIN
  IF NOT EXISTS (SELECT FROM person_role r JOIN person p ON p.id = r.person_id AND p.active
      WHERE r.person_id = NEW.made_by AND r.site_id = NEW.site_id AND r.role IN ('supervisor','owner')) THEN
    RAISE EXCEPTION 'expected a supervisor or owner of the site to draw its places' USING ERRCODE = 'check_violation';
  END IF;
  RETURN NEW;
END $$;
CREATE TRIGGER before BEFORE INSERT ON place FOR EACH ROW EXECUTE FUNCTION place_before();

CREATE TABLE place_plan (
  id uuid PRIMARY KEY,
  place_id uuid NOT NULL REFERENCES place,
  no int NOT NULL CHECK (no > 0),
  plan jsonb NOT NULL CHECK (plan->>'name' <> ''),
  set_by uuid NOT NULL REFERENCES person,
  set_at timestamptz NOT NULL,
  UNIQUE (place_id, no)
);
CREATE FUNCTION place_plan_before() RETURNS trigger LANGUAGE plpgsql AS $$
BEGIN
  PERFORM pg_advisory_xact_lock(7118, hashtext(NEW.place_id::text));
  IF NOT EXISTS (SELECT FROM place l JOIN person_role r ON r.site_id = l.site_id JOIN person p ON p.id = r.person_id AND p.active
      WHERE l.id = NEW.place_id AND r.person_id = NEW.set_by AND r.role IN ('supervisor','owner')) THEN
    RAISE EXCEPTION 'expected a supervisor or owner of the site to draw its places' USING ERRCODE = 'check_violation';
  END IF;
  IF NEW.no <> (SELECT coalesce(max(no), 0) + 1 FROM place_plan WHERE place_id = NEW.place_id) THEN
    RAISE EXCEPTION 'expected the plan after the latest one' USING ERRCODE = 'serialization_failure';
  END IF;
  RETURN NEW;
END $$;
CREATE TRIGGER before BEFORE INSERT ON place_plan FOR EACH ROW EXECUTE FUNCTION place_plan_before();

-- A place that is there no more: no survey is made of it.
CREATE TABLE place_closed (
  place_id uuid PRIMARY KEY REFERENCES place,
  by_person uuid NOT NULL REFERENCES person,
  at timestamptz NOT NULL
);
CREATE FUNCTION place_closed_before() RETURNS trigger LANGUAGE plpgsql AS $$
BEGIN
  IF NOT EXISTS (SELECT FROM place l JOIN person_role r ON r.site_id = l.site_id JOIN person p ON p.id = r.person_id AND p.active
      WHERE l.id = NEW.place_id AND r.person_id = NEW.by_person AND r.role IN ('supervisor','owner')) THEN
    RAISE EXCEPTION 'expected a supervisor or owner of the site to close a place' USING ERRCODE = 'check_violation';
  END IF;
  RETURN NEW;
END $$;
CREATE TRIGGER before BEFORE INSERT ON place_closed FOR EACH ROW EXECUTE FUNCTION place_closed_before();

-- A survey of a place and a job for a unit: what was told and read, and what was worked out of it.
CREATE TABLE survey (
  id uuid PRIMARY KEY,
  unit_id uuid NOT NULL REFERENCES unit,
  plan_id uuid NOT NULL REFERENCES place_plan,
  ledger_position int NOT NULL,
  what text NOT NULL,
  given jsonb NOT NULL,
  outcome jsonb NOT NULL,
  verdict text NOT NULL CHECK (verdict IN ('within','limited','beyond','not_known')),
  by_person uuid NOT NULL REFERENCES person,
  surveyed_at timestamptz NOT NULL,
  until timestamptz NOT NULL,
  at timestamptz NOT NULL,
  CHECK (surveyed_at <= at + interval '5 minutes'),
  CHECK (until <= surveyed_at + interval '24 hours')
);
CREATE INDEX survey_unit ON survey (unit_id, ledger_position DESC);
CREATE FUNCTION survey_before() RETURNS trigger LANGUAGE plpgsql AS $$
BEGIN
  PERFORM lock_unit(NEW.unit_id);
  IF NOT EXISTS (SELECT FROM ledger_entry e WHERE e.unit_id = NEW.unit_id AND e.position = NEW.ledger_position AND e.kind = 'surveyed' AND e.subject_id = NEW.id) THEN
    RAISE EXCEPTION 'expected the survey in the ledger of its unit' USING ERRCODE = 'check_violation';
  END IF;
  IF NOT EXISTS (SELECT FROM unit u JOIN place l ON l.site_id = u.site_id JOIN place_plan p ON p.place_id = l.id
      WHERE u.id = NEW.unit_id AND p.id = NEW.plan_id AND NOT EXISTS (SELECT FROM place_closed c WHERE c.place_id = l.id)) THEN
    RAISE EXCEPTION 'expected a place of the site the unit is at' USING ERRCODE = 'check_violation';
  END IF;
  IF NOT EXISTS (SELECT FROM unit u JOIN person_role r ON r.site_id = u.site_id JOIN person p ON p.id = r.person_id AND p.active
      WHERE u.id = NEW.unit_id AND r.person_id = NEW.by_person AND r.role IN ('operator','supervisor','technician','owner')) THEN
    RAISE EXCEPTION 'expected somebody who inspects at the site to survey' USING ERRCODE = 'check_violation';
  END IF;
  RETURN NEW;
END $$;
CREATE TRIGGER before BEFORE INSERT ON survey FOR EACH ROW EXECUTE FUNCTION survey_before();

-- Work stopped for conditions: no fault of the machine. Of one unit, or of the whole site.
CREATE TABLE conditions_stop (
  id uuid PRIMARY KEY,
  site_id text NOT NULL REFERENCES site,
  unit_id uuid REFERENCES unit,
  reason text NOT NULL CHECK (reason <> ''),
  note text,
  -- Null: until somebody has looked.
  until timestamptz,
  by_person uuid NOT NULL REFERENCES person,
  at timestamptz NOT NULL,
  CHECK (until > at)
);
CREATE INDEX conditions_stop_site ON conditions_stop (site_id, at);
CREATE INDEX conditions_stop_unit ON conditions_stop (unit_id, at);
CREATE FUNCTION conditions_stop_before() RETURNS trigger LANGUAGE plpgsql AS $$
BEGIN
  IF NEW.unit_id IS NOT NULL AND NOT EXISTS (SELECT FROM unit u WHERE u.id = NEW.unit_id AND u.site_id = NEW.site_id) THEN
    RAISE EXCEPTION 'expected a unit of the site' USING ERRCODE = 'check_violation';
  END IF;
  RETURN NEW;
END $$;
CREATE TRIGGER before BEFORE INSERT ON conditions_stop FOR EACH ROW EXECUTE FUNCTION conditions_stop_before();

CREATE TABLE stop_lifted (
  stop_id uuid PRIMARY KEY REFERENCES conditions_stop,
  note text,
  by_person uuid NOT NULL REFERENCES person,
  at timestamptz NOT NULL
);
-- By whom the policy says; where it does not, by a supervisor or owner.
CREATE FUNCTION stop_lifted_before() RETURNS trigger LANGUAGE plpgsql AS $$
BEGIN
  IF NOT EXISTS (SELECT FROM conditions_stop c JOIN site s ON s.id = c.site_id JOIN person_role r ON r.site_id = s.id JOIN person p ON p.id = r.person_id AND p.active
      WHERE c.id = NEW.stop_id AND r.person_id = NEW.by_person AND (r.role IN ('supervisor','owner')
        OR (s.policy->>'stopLifted' = 'inspector' AND r.role IN ('operator','technician')))) THEN
    RAISE EXCEPTION 'expected somebody the policy lets lift a stop' USING ERRCODE = 'check_violation';
  END IF;
  RETURN NEW;
END $$;
CREATE TRIGGER before BEFORE INSERT ON stop_lifted FOR EACH ROW EXECUTE FUNCTION stop_lifted_before();
`;

export const standing = `
ALTER TABLE unit_standing
  ADD stops jsonb NOT NULL DEFAULT '[]',
  ADD survey_owed boolean NOT NULL DEFAULT false,
  ADD survey_id uuid,
  ADD survey_verdict text,
  ADD survey_until timestamptz,
  ADD survey_place text,
  ADD survey_job text;

ALTER VIEW standing_worked_out RENAME TO standing_of_machine;
CREATE VIEW standing_worked_out AS
  SELECT m.*,
    coalesce((SELECT jsonb_agg(jsonb_build_object('id', c.id, 'reason', c.reason, 'until', c.until, 'site', c.unit_id IS NULL) ORDER BY c.at, c.id)
      FROM conditions_stop c WHERE (c.unit_id = m.unit_id OR c.unit_id IS NULL AND c.site_id = m.site_id)
        AND NOT EXISTS (SELECT FROM stop_lifted l WHERE l.stop_id = c.id)), '[]') AS stops,
    coalesce(policy_for(t.policy, u.family)->>'survey' = 'apart', false) AS survey_owed,
    s.id AS survey_id, s.verdict AS survey_verdict, s.until AS survey_until, s.plan->>'name' AS survey_place, s.what AS survey_job
  FROM standing_of_machine m JOIN unit u ON u.id = m.unit_id JOIN site t ON t.id = m.site_id
  -- The latest, of the place as it is drawn now; nothing that touches everything has come into the unit's ledger since.
  LEFT JOIN LATERAL (SELECT v.id, v.verdict, v.until, v.what, v.plan_id, v.ledger_position, p.plan, p.place_id, p.no FROM survey v
    JOIN place_plan p ON p.id = v.plan_id WHERE v.unit_id = m.unit_id ORDER BY v.ledger_position DESC LIMIT 1) s
    ON NOT EXISTS (SELECT FROM ledger_entry e WHERE e.unit_id = m.unit_id AND e.position > s.ledger_position AND e.touches = '"all"')
      AND NOT EXISTS (SELECT FROM place_plan n WHERE n.place_id = s.place_id AND n.no > s.no)
      AND NOT EXISTS (SELECT FROM place_closed c WHERE c.place_id = s.place_id);

CREATE FUNCTION restate_units(which uuid[]) RETURNS void LANGUAGE plpgsql SECURITY DEFINER SET search_path = public, pg_temp AS $$
BEGIN
  PERFORM FROM unit_standing s JOIN unit u ON u.id = s.unit_id WHERE s.unit_id = ANY (which) ORDER BY u.lock_no FOR NO KEY UPDATE OF s;
  UPDATE unit_standing SET stale = true WHERE NOT stale AND unit_id = ANY (which);
END $$;

CREATE TRIGGER bears_on_standing AFTER INSERT ON survey FOR EACH ROW EXECUTE FUNCTION standing_changes('unit_id');

CREATE FUNCTION plan_ends_surveys() RETURNS trigger LANGUAGE plpgsql AS $$
BEGIN
  PERFORM restate_units(ARRAY(SELECT s.unit_id FROM unit_standing s JOIN survey v ON v.id = s.survey_id JOIN place_plan p ON p.id = v.plan_id
    WHERE p.place_id = NEW.place_id));
  RETURN NULL;
END $$;
CREATE TRIGGER ends_surveys AFTER INSERT ON place_plan FOR EACH ROW WHEN (NEW.no > 1) EXECUTE FUNCTION plan_ends_surveys();
CREATE TRIGGER ends_surveys AFTER INSERT ON place_closed FOR EACH ROW EXECUTE FUNCTION plan_ends_surveys();

CREATE FUNCTION stop_bears() RETURNS trigger LANGUAGE plpgsql AS $$
DECLARE stop conditions_stop := (SELECT c FROM conditions_stop c WHERE c.id = (to_jsonb(NEW) ->> TG_ARGV[0])::uuid);
BEGIN
  PERFORM restate_units(ARRAY(SELECT u.id FROM unit u WHERE u.id = stop.unit_id OR stop.unit_id IS NULL AND u.site_id = stop.site_id));
  RETURN NULL;
END $$;
CREATE TRIGGER bears_on_standing AFTER INSERT ON conditions_stop FOR EACH ROW EXECUTE FUNCTION stop_bears('id');
CREATE TRIGGER bears_on_standing AFTER INSERT ON stop_lifted FOR EACH ROW EXECUTE FUNCTION stop_bears('stop_id');

-- What touches everything ends a survey too, and may have changed whether one is owed.
CREATE FUNCTION survey_ends() RETURNS trigger LANGUAGE plpgsql SECURITY DEFINER SET search_path = public, pg_temp AS $$
BEGIN
  UPDATE unit_standing SET stale = true WHERE NOT stale AND unit_id = NEW.unit_id;
  RETURN NULL;
END $$;
CREATE TRIGGER ends_survey AFTER INSERT ON ledger_entry FOR EACH ROW WHEN (NEW.touches = '"all"') EXECUTE FUNCTION survey_ends();

CREATE FUNCTION unit_has_survey_rule() RETURNS trigger LANGUAGE plpgsql SECURITY DEFINER SET search_path = public, pg_temp AS $$
BEGIN
  UPDATE unit_standing SET stale = true WHERE unit_id = NEW.id;
  RETURN NULL;
END $$;
-- After the row is there: triggers of one kind go by their names.
CREATE TRIGGER has_survey_rule AFTER INSERT ON unit FOR EACH ROW EXECUTE FUNCTION unit_has_survey_rule();
`;
