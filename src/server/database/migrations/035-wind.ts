import { type Kysely, sql } from "kysely";
import { standing } from "./034-places";
import { asBefore } from "./as-before";
import { makeRecords } from "./records";

const records = [
  ["wind_meter", "sites", "id"],
  ["wind_meter_closed", "sites", "meter_id"],
  ["survey_ended", ".unit_id", "survey_id"],
] as const;

/**
 * Wind meters of a site and what they showed. A gust over what a survey allows ends it: that stands in the unit's ledger, what
 * the meter showed besides is no record and is kept some days.
 */
export async function up(db: Kysely<never>): Promise<void> {
  await sql.raw(tables).execute(db);
  await makeRecords(db, records);
  await sql.raw(viewNow()).execute(db);
}

export async function down(db: Kysely<never>): Promise<void> {
  await sql
    .raw(`${viewBefore()}
DROP TABLE survey_ended, wind_reading, wind_meter_closed, wind_meter;
DROP FUNCTION wind_meter_before(), wind_meter_closed_before(), survey_ended_before();`)
    .execute(db);
}

/** The view of how units stand, as 034 made it. */
const viewBefore = (): string =>
  asBefore(standing, "CREATE VIEW standing_worked_out", "c.place_id = s.place_id);").replace(
    "CREATE VIEW",
    "CREATE OR REPLACE VIEW",
  );

/**
 * The same, with the survey in effect the latest by when it was made: one that was kept on a tablet and came late is in effect
 * over none made after it, and not over what has happened to the unit since. A gust ends it too, and a survey of a test area is none.
 */
function viewNow(): string {
  const parts = [
    ["v.ledger_position, p.plan", "v.ledger_position, v.surveyed_at, p.plan"],
    [
      "WHERE v.unit_id = m.unit_id ORDER BY",
      "WHERE v.unit_id = m.unit_id AND v.given->>'purpose' IS NULL ORDER BY",
    ],
    ["ORDER BY v.ledger_position DESC", "ORDER BY v.surveyed_at DESC, v.ledger_position DESC"],
    [
      "e.position > s.ledger_position AND",
      "(e.position > s.ledger_position OR e.recorded_at > s.surveyed_at) AND",
    ],
    [
      "c.place_id = s.place_id);",
      `c.place_id = s.place_id)
      AND NOT EXISTS (SELECT FROM survey_ended x WHERE x.survey_id = s.id);`,
    ],
  ] as const;
  let view = viewBefore();
  for (const [part, instead] of parts) {
    if (view.split(part).length !== 2) throw new Error(`expected ${part} once in ${view}`);
    view = view.replace(part, instead);
  }
  return view;
}

const tables = `
CREATE TABLE wind_meter (
  id uuid PRIMARY KEY,
  site_id text NOT NULL REFERENCES site,
  name text NOT NULL CHECK (name <> ''),
  -- Where its sentences are read from: host:port.
  address text NOT NULL,
  height_m double precision NOT NULL CHECK (height_m BETWEEN 0.5 AND 120),
  made_by uuid NOT NULL REFERENCES person,
  made_at timestamptz NOT NULL
);
CREATE INDEX wind_meter_site ON wind_meter (site_id);
CREATE FUNCTION wind_meter_before() RETURNS trigger LANGUAGE plpgsql AS $$
BEGIN
  IF NOT EXISTS (SELECT FROM person_role r JOIN person p ON p.id = r.person_id AND p.active
      WHERE r.person_id = NEW.made_by AND r.site_id = NEW.site_id AND r.role = 'owner') THEN
    RAISE EXCEPTION 'expected an owner of the site to add its wind meters' USING ERRCODE = 'check_violation';
  END IF;
  RETURN NEW;
END $$;
CREATE TRIGGER before BEFORE INSERT ON wind_meter FOR EACH ROW EXECUTE FUNCTION wind_meter_before();

CREATE TABLE wind_meter_closed (
  meter_id uuid PRIMARY KEY REFERENCES wind_meter,
  by_person uuid NOT NULL REFERENCES person,
  at timestamptz NOT NULL
);
CREATE FUNCTION wind_meter_closed_before() RETURNS trigger LANGUAGE plpgsql AS $$
BEGIN
  IF NOT EXISTS (SELECT FROM wind_meter m JOIN person_role r ON r.site_id = m.site_id AND r.role = 'owner' JOIN person p ON p.id = r.person_id AND p.active
      WHERE m.id = NEW.meter_id AND r.person_id = NEW.by_person) THEN
    RAISE EXCEPTION 'expected an owner of the site to take a wind meter away' USING ERRCODE = 'check_violation';
  END IF;
  RETURN NEW;
END $$;
CREATE TRIGGER before BEFORE INSERT ON wind_meter_closed FOR EACH ROW EXECUTE FUNCTION wind_meter_closed_before();

-- Ten seconds of a meter. No record: what ends a survey by it is.
CREATE TABLE wind_reading (
  meter_id uuid NOT NULL REFERENCES wind_meter,
  at timestamptz NOT NULL,
  mean_mps real NOT NULL CHECK (mean_mps BETWEEN 0 AND 100),
  gust_mps real NOT NULL CHECK (gust_mps BETWEEN 0 AND 150),
  PRIMARY KEY (meter_id, at)
);

-- A survey that a gust has ended. Nothing takes it back: another is made.
CREATE TABLE survey_ended (
  survey_id uuid PRIMARY KEY REFERENCES survey,
  unit_id uuid NOT NULL REFERENCES unit,
  ledger_position int NOT NULL,
  meter_id uuid NOT NULL REFERENCES wind_meter,
  gust_mps double precision NOT NULL,
  limit_mps double precision NOT NULL,
  at timestamptz NOT NULL,
  CHECK (gust_mps > limit_mps)
);
CREATE INDEX survey_ended_unit ON survey_ended (unit_id);
CREATE FUNCTION survey_ended_before() RETURNS trigger LANGUAGE plpgsql AS $$
BEGIN
  PERFORM lock_unit(NEW.unit_id);
  IF NOT EXISTS (SELECT FROM survey v JOIN ledger_entry e ON e.unit_id = v.unit_id
      WHERE v.id = NEW.survey_id AND v.unit_id = NEW.unit_id AND e.position = NEW.ledger_position AND e.kind = 'survey_ended' AND e.subject_id = v.id) THEN
    RAISE EXCEPTION 'expected the end of the survey in the ledger of its unit' USING ERRCODE = 'check_violation';
  END IF;
  RETURN NEW;
END $$;
CREATE TRIGGER before BEFORE INSERT ON survey_ended FOR EACH ROW EXECUTE FUNCTION survey_ended_before();
CREATE TRIGGER bears_on_standing AFTER INSERT ON survey_ended FOR EACH ROW EXECUTE FUNCTION standing_changes('unit_id');
`;
