import { type Kysely, sql } from "kysely";
import { reshape } from "@/server/ledger/books";
import { standing } from "./015-standing";
import { asBefore } from "./as-before";

/** Tables of records, each row of which belongs to a unit: never changed, and in the unit's book. */
const records = [
  "hour_reading",
  "reading_void",
  "meter_exchange",
  "programme",
  "job_done",
  "job_slot",
  "clock",
  "machine_hours",
  "unit_document",
  "charge",
] as const;

const keys: Readonly<Record<string, string>> = {
  reading_void: "reading_id",
  clock: "no",
  machine_hours: "no",
};

/**
 * Jobs that come round by months and by hours: programmes, what was done, what the hour meter showed, and the clocks that
 * follow. A clock that has run out holds its unit like an examination that is overdue, whoever writes.
 */
export async function up(db: Kysely<never>): Promise<void> {
  await sql.raw(tables).execute(db);
  for (const table of [...records, "programme_claim"] as const) {
    const key = keys[table] ?? "id";
    await sql
      .raw(
        `CREATE TRIGGER booked AFTER INSERT OR UPDATE OR DELETE ON ${table} FOR EACH ROW EXECUTE FUNCTION note_row('.unit_id', '${key}', '${table === "unit_document" ? "bytes" : ""}');`,
      )
      .execute(db);
  }
  for (const table of records)
    await sql
      .raw(
        `CREATE TRIGGER record BEFORE UPDATE OR DELETE OR TRUNCATE ON ${table} FOR EACH STATEMENT EXECUTE FUNCTION refuse_change();`,
      )
      .execute(db);
  for (const table of ["clock", "machine_hours"])
    await sql
      .raw(
        `CREATE TRIGGER bears_on_standing AFTER INSERT ON ${table} FOR EACH ROW EXECUTE FUNCTION standing_changes('unit_id');`,
      )
      .execute(db);
  await sql.raw(standingWith(jobColumns, jobNames)).execute(db);
  await sql.raw(noClearance).execute(db);
  await reshape(db, "examination", () =>
    sql.raw("ALTER TABLE examination ADD document_id uuid REFERENCES unit_document;").execute(db),
  );
}

export async function down(db: Kysely<never>): Promise<void> {
  await sql
    .raw(
      `ALTER TABLE examination DROP COLUMN document_id;
DROP TRIGGER jobs_in_date ON seal;
DROP FUNCTION jobs_in_date();
ALTER TABLE unit_standing DROP COLUMN job_due, DROP COLUMN jobs_by_hours;
DROP VIEW standing_worked_out;
${asBefore(standing, "CREATE VIEW standing_worked_out", ";\n")}
${asBefore(standing, "CREATE FUNCTION restate()")}
DROP VIEW standing_clock;
DROP TABLE calendar_feed, charge, job_slot, clock, machine_hours, job_done, unit_document, programme, programme_claim, meter_exchange, reading_void, hour_reading;`,
    )
    .execute(db);
}

const tables = `
-- What somebody read off an hour meter, and when they stood before it.
CREATE TABLE hour_reading (
  id uuid PRIMARY KEY,
  unit_id uuid NOT NULL REFERENCES unit,
  observed_at timestamptz NOT NULL,
  hours double precision NOT NULL CHECK (hours >= 0 AND hours < 1000000),
  read_by uuid NOT NULL REFERENCES person,
  inspection_id uuid REFERENCES inspection,
  recorded_at timestamptz NOT NULL
);
CREATE INDEX hour_reading_unit ON hour_reading (unit_id, observed_at);

-- A reading somebody has taken out of the count.
CREATE TABLE reading_void (
  reading_id uuid PRIMARY KEY REFERENCES hour_reading,
  unit_id uuid NOT NULL REFERENCES unit,
  voided_by uuid NOT NULL REFERENCES person,
  voided_at timestamptz NOT NULL,
  why text NOT NULL CHECK (trim(why) <> '')
);

CREATE TABLE meter_exchange (
  id uuid PRIMARY KEY REFERENCES unit_event,
  unit_id uuid NOT NULL REFERENCES unit,
  exchanged_at timestamptz NOT NULL,
  old_hours double precision NOT NULL CHECK (old_hours >= 0),
  new_hours double precision NOT NULL CHECK (new_hours >= 0)
);
CREATE INDEX meter_exchange_unit ON meter_exchange (unit_id);

-- How often a job comes round on a unit: the latest of each job holds.
CREATE TABLE programme (
  id uuid PRIMARY KEY,
  no bigint GENERATED ALWAYS AS IDENTITY,
  unit_id uuid NOT NULL REFERENCES unit,
  job text NOT NULL,
  runs boolean NOT NULL,
  months int CHECK (months BETWEEN 1 AND 240),
  hours double precision CHECK (hours BETWEEN 1 AND 20000),
  early_days int NOT NULL CHECK (early_days BETWEEN 0 AND 120),
  notice_days int NOT NULL CHECK (notice_days BETWEEN 0 AND 120),
  source text NOT NULL,
  set_by uuid NOT NULL REFERENCES person,
  set_at timestamptz NOT NULL,
  asks_less text[] NOT NULL,
  confirmed_by uuid REFERENCES person,
  CHECK (months IS NOT NULL OR hours IS NOT NULL),
  -- What asks less than before is two people's word.
  CHECK (asks_less = '{}' OR (confirmed_by IS NOT NULL AND confirmed_by <> set_by))
);
CREATE INDEX programme_latest ON programme (unit_id, job, no DESC);
CREATE TABLE programme_claim (
  id uuid PRIMARY KEY,
  unit_id uuid NOT NULL REFERENCES unit,
  content jsonb NOT NULL,
  asks_less text[] NOT NULL,
  entered_by uuid NOT NULL REFERENCES person,
  entered_at timestamptz NOT NULL,
  confirmed_by uuid REFERENCES person,
  confirmed_at timestamptz,
  withdrawn_at timestamptz,
  CHECK (confirmed_by IS NULL OR confirmed_by <> entered_by)
);
CREATE INDEX programme_claim_unit ON programme_claim (unit_id) WHERE confirmed_at IS NULL AND withdrawn_at IS NULL;

-- Reports and certificates, by what is in them.
CREATE TABLE unit_document (
  id uuid PRIMARY KEY,
  unit_id uuid NOT NULL REFERENCES unit,
  name text NOT NULL,
  kind text NOT NULL CHECK (kind IN ('application/pdf','image/jpeg','image/png')),
  size int NOT NULL CHECK (size BETWEEN 1 AND 10000000),
  hash text NOT NULL CHECK (hash ~ '^[0-9a-f]{64}$'),
  bytes bytea NOT NULL,
  sent_by uuid NOT NULL REFERENCES person,
  sent_at timestamptz NOT NULL
);
CREATE INDEX unit_document_unit ON unit_document (unit_id);

CREATE TABLE job_done (
  id uuid PRIMARY KEY,
  unit_id uuid NOT NULL REFERENCES unit,
  job text NOT NULL,
  done_on date NOT NULL,
  done_at timestamptz NOT NULL,
  meter_hours double precision CHECK (meter_hours >= 0),
  done_by text NOT NULL,
  licence text NOT NULL,
  document text NOT NULL,
  document_id uuid REFERENCES unit_document,
  note text,
  recorded_by uuid NOT NULL REFERENCES person,
  recorded_at timestamptz NOT NULL
);
CREATE INDEX job_done_unit ON job_done (unit_id, job, done_at);

-- A day and somebody for a job that is coming; the latest of each job holds, one without a day takes it back.
CREATE TABLE job_slot (
  id uuid PRIMARY KEY,
  no bigint GENERATED ALWAYS AS IDENTITY,
  unit_id uuid NOT NULL REFERENCES unit,
  job text NOT NULL,
  planned_on date,
  who text NOT NULL,
  set_by uuid NOT NULL REFERENCES person,
  set_at timestamptz NOT NULL
);
CREATE INDEX job_slot_latest ON job_slot (unit_id, job, no DESC);

-- How long a battery was charged, and what the charger and the cells showed.
CREATE TABLE charge (
  id uuid PRIMARY KEY,
  unit_id uuid NOT NULL REFERENCES unit,
  ended_at timestamptz NOT NULL,
  hours double precision NOT NULL CHECK (hours > 0 AND hours <= 200),
  water_l double precision CHECK (water_l >= 0 AND water_l <= 100),
  lamp text NOT NULL CHECK (lamp IN ('full','charging','fault','dark')),
  note text,
  noted_by uuid NOT NULL REFERENCES person,
  noted_at timestamptz NOT NULL
);
CREATE INDEX charge_unit ON charge (unit_id, ended_at DESC);

-- Whoever knows a site's secret may read what falls due there.
CREATE TABLE calendar_feed (
  site_id text PRIMARY KEY REFERENCES site,
  secret_hash text NOT NULL UNIQUE,
  made_by uuid NOT NULL REFERENCES person,
  made_at timestamptz NOT NULL
);

-- What follows from the records above: when each job falls due, and what the machine has run. The latest holds.
CREATE TABLE clock (
  no bigint GENERATED ALWAYS AS IDENTITY PRIMARY KEY,
  unit_id uuid NOT NULL REFERENCES unit,
  job text NOT NULL,
  runs boolean NOT NULL,
  due_at timestamptz,
  due_hours double precision,
  set_at timestamptz NOT NULL,
  CHECK (NOT runs OR due_at IS NOT NULL OR due_hours IS NOT NULL)
);
CREATE INDEX clock_latest ON clock (unit_id, job, no DESC);
CREATE TABLE machine_hours (
  no bigint GENERATED ALWAYS AS IDENTITY PRIMARY KEY,
  unit_id uuid NOT NULL REFERENCES unit,
  -- Null where the meter is not believed any more.
  hours double precision,
  ahead double precision NOT NULL,
  -- Null where no reading counts any more.
  read_at timestamptz,
  set_at timestamptz NOT NULL
);
CREATE INDEX machine_hours_latest ON machine_hours (unit_id, no DESC);

CREATE VIEW standing_clock AS SELECT * FROM
  (SELECT DISTINCT ON (unit_id, job) * FROM clock ORDER BY unit_id, job, no DESC) c WHERE c.runs;
`;

/** Columns of a unit's standing that come of its clocks. */
const jobColumns = `
    (SELECT min(c.due_at) FROM standing_clock c WHERE c.unit_id = u.id) AS job_due,
    ARRAY(SELECT c.job FROM standing_clock c WHERE c.unit_id = u.id
      AND c.due_hours <= coalesce((SELECT m.hours FROM machine_hours m WHERE m.unit_id = u.id ORDER BY m.no DESC LIMIT 1), 'infinity')
      ORDER BY c.job COLLATE "C") AS jobs_by_hours`;
const jobNames = ["job_due", "jobs_by_hours"] as const;

/** The view and the function that keep a unit's standing, with more columns at their end. */
function standingWith(columns: string, names: readonly string[]): string {
  const view = asBefore(standing, "CREATE VIEW standing_worked_out", ";\n");
  const restate = asBefore(standing, "CREATE FUNCTION restate()");
  const list = names.join(", ");
  const of = names.map((name) => `w.${name}`).join(", ");
  return `
DROP VIEW standing_worked_out;
${once(view, " AS ended_by\n", ` AS ended_by,${columns}\n`)}
ALTER TABLE unit_standing ADD COLUMN job_due timestamptz, ADD COLUMN jobs_by_hours text[] NOT NULL DEFAULT '{}';
${once(once(restate, "proven, ended_by, stale)", `proven, ended_by, ${list}, stale)`), "w.ended_by, false", `w.ended_by, ${of}, false`)}`;
}

/** Nobody clears a unit of which a job is overdue. */
const noClearance = `
CREATE FUNCTION jobs_in_date() RETURNS trigger LANGUAGE plpgsql AS $$
BEGIN
  PERFORM lock_unit(NEW.unit_id);
  IF EXISTS (SELECT FROM standing_clock c WHERE c.unit_id = NEW.unit_id AND (c.due_at <= NEW.signed_at
    -- A machine is not used for more than a week on what its meter showed before.
    OR c.due_hours <= coalesce((SELECT m.hours FROM (SELECT * FROM machine_hours WHERE unit_id = NEW.unit_id ORDER BY no DESC LIMIT 1) m
      WHERE m.read_at > NEW.signed_at - interval '7 days'), 'infinity'))) THEN
    RAISE EXCEPTION 'a job that comes round is overdue on this unit: it cannot be cleared' USING ERRCODE = 'check_violation';
  END IF;
  RETURN NEW;
END $$;
CREATE TRIGGER jobs_in_date BEFORE INSERT ON seal FOR EACH ROW
  WHEN (NEW.outcome IN ('cleared','cleared_with_notes')) EXECUTE FUNCTION jobs_in_date();
`;

/** A text with one part of it put differently; the part must be there once. */
function once(text: string, part: string, instead: string): string {
  if (text.split(part).length !== 2) throw new Error(`expected ${part} once in ${text.slice(0, 60)}`);
  return text.replace(part, () => instead);
}
