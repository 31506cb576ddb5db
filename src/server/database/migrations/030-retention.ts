import { type Kysely, sql } from "kysely";

/** The tables of what a rule erases: how each row may go, and the row that says so. */
const erased: readonly (readonly [table: string, on: "DELETE" | "UPDATE", row: string])[] = [
  ["picture", "DELETE", "e.kind = 'pictures' AND e.subject = OLD.inspection_id || ' ' || OLD.hash"],
  [
    "kept_events",
    "DELETE",
    "e.kind = 'answers' AND e.unit_id = OLD.unit_id AND EXISTS (SELECT FROM seal s WHERE s.inspection_id::text = e.subject AND s.ledger_position = OLD.position)",
  ],
  ["sealed_text", "DELETE", "e.kind = 'answers' AND e.unit_id = OLD.unit_id AND OLD.digest = ANY (e.texts)"],
  [
    "unit_document",
    "UPDATE",
    "e.kind = 'reports' AND e.subject = OLD.id::text AND NEW.bytes = '' AND to_jsonb(NEW) - 'bytes' = to_jsonb(OLD) - 'bytes'",
  ],
];
const hadRecord = ["picture", "kept_events", "unit_document"];
const records = ["retention_rule", "legal_hold", "legal_hold_lifted", "erasure"] as const;

/**
 * How long a site keeps what stands beside its ledgers, holds that keep it whatever the rule says, and what was erased: pictures,
 * the answers of signed walks, reports of periodic jobs. What is erased leaves its digest, in the ledger and here.
 */
export async function up(db: Kysely<never>): Promise<void> {
  await sql.raw(retention).execute(db);
  for (const [table, on, row] of erased) {
    const others = ["UPDATE", "DELETE", "TRUNCATE"].filter(
      (one) => one !== on && (table !== "picture" || one !== "UPDATE"),
    );
    await sql
      .raw(`
DROP TRIGGER IF EXISTS record ON ${table};
CREATE TRIGGER record BEFORE ${others.join(" OR ")} ON ${table} FOR EACH STATEMENT EXECUTE FUNCTION refuse_change();
CREATE FUNCTION ${table}_is_erased() RETURNS trigger LANGUAGE plpgsql AS $$
BEGIN
  IF NOT EXISTS (SELECT FROM erasure e WHERE ${row}) THEN
    RAISE EXCEPTION '${table} is a record: it is kept until a rule erases it' USING ERRCODE = 'restrict_violation';
  END IF;
  RETURN ${on === "UPDATE" ? "NEW" : "OLD"};
END $$;
CREATE TRIGGER is_erased BEFORE ${on} ON ${table} FOR EACH ROW EXECUTE FUNCTION ${table}_is_erased();`)
      .execute(db);
  }
  for (const table of records) {
    const [book, key] =
      table === "erasure" ? [".unit_id", "id"] : ["sites", table === "legal_hold_lifted" ? "hold_id" : "id"];
    await sql
      .raw(`
CREATE TRIGGER record BEFORE UPDATE OR DELETE OR TRUNCATE ON ${table} FOR EACH STATEMENT EXECUTE FUNCTION refuse_change();
CREATE TRIGGER booked AFTER INSERT OR UPDATE OR DELETE ON ${table} FOR EACH ROW EXECUTE FUNCTION note_row('${book}', '${key}', '');`)
      .execute(db);
  }
}

export async function down(db: Kysely<never>): Promise<void> {
  for (const [table] of erased)
    await sql
      .raw(
        `DROP TRIGGER record ON ${table}; DROP TRIGGER is_erased ON ${table}; DROP FUNCTION ${table}_is_erased();`,
      )
      .execute(db);
  for (const table of hadRecord)
    await sql
      .raw(
        `CREATE TRIGGER record BEFORE ${table === "picture" ? "" : "UPDATE OR "}DELETE OR TRUNCATE ON ${table} FOR EACH STATEMENT EXECUTE FUNCTION refuse_change();`,
      )
      .execute(db);
  await sql
    .raw(`
DROP TRIGGER not_erased ON picture;
DROP FUNCTION picture_not_erased();
DROP TABLE erasure, legal_hold_lifted, legal_hold, retention_rule;
DROP FUNCTION erasable(uuid, timestamptz), open_since(uuid, timestamptz), is_under_hold(uuid), kept_years(text, text, timestamptz),
  retention_rule_before(), legal_hold_before(), legal_hold_lifted_before(), erasure_applies(), second_at(uuid, uuid, text);`)
    .execute(db);
}

const retention = `
CREATE FUNCTION second_at(who uuid, beside uuid, at_site text) RETURNS boolean LANGUAGE sql STABLE AS $$
  SELECT who <> beside AND EXISTS (SELECT FROM person_role r JOIN person p ON p.id = r.person_id AND p.active
    WHERE r.person_id = who AND r.site_id = at_site AND r.role IN ('owner','supervisor','technician')) $$;

-- Years each kind is kept; one that is not named is kept for ever.
CREATE TABLE retention_rule (
  id uuid PRIMARY KEY,
  no bigint GENERATED ALWAYS AS IDENTITY,
  site_id text NOT NULL REFERENCES site,
  years jsonb NOT NULL CHECK (jsonb_typeof(years) = 'object' AND years - '{pictures,answers,reports}'::text[] = '{}'),
  by_person uuid NOT NULL REFERENCES person,
  at timestamptz NOT NULL
);
CREATE INDEX retention_rule_site ON retention_rule (site_id, no);
CREATE FUNCTION retention_rule_before() RETURNS trigger LANGUAGE plpgsql AS $$
BEGIN
  PERFORM pg_advisory_xact_lock(7117, hashtext(NEW.site_id));
  IF NOT is_owner_at(NEW.by_person, NEW.site_id) THEN
    RAISE EXCEPTION 'expected an owner of the site to say how long records are kept' USING ERRCODE = 'check_violation';
  END IF;
  IF EXISTS (SELECT FROM jsonb_each(NEW.years) y WHERE jsonb_typeof(y.value) <> 'number' OR y.value::text !~ '^([1-9]|[1-4][0-9]|50)$') THEN
    RAISE EXCEPTION 'expected whole years, 1 to 50' USING ERRCODE = 'check_violation';
  END IF;
  IF EXISTS (SELECT FROM retention_rule r WHERE r.site_id = NEW.site_id AND r.at > NEW.at) THEN
    RAISE EXCEPTION 'expected a rule no earlier than the one before it' USING ERRCODE = 'check_violation';
  END IF;
  RETURN NEW;
END $$;
CREATE TRIGGER before BEFORE INSERT ON retention_rule FOR EACH ROW EXECUTE FUNCTION retention_rule_before();

-- Of every rule that was in force in the last thirty days the longest: a shorter one erases nothing before that. Null: for ever.
CREATE FUNCTION kept_years(of_site text, of_kind text, at timestamptz) RETURNS int LANGUAGE sql STABLE AS $$
  SELECT CASE WHEN bool_and(years IS NOT NULL) AND bool_or(early) THEN max(years) END FROM (
    SELECT (r.years->>of_kind)::int AS years, r.at <= kept_years.at - interval '30 days' AS early FROM retention_rule r
    WHERE r.site_id = of_site AND r.at <= kept_years.at AND NOT EXISTS (SELECT FROM retention_rule n
      WHERE n.site_id = of_site AND n.no > r.no AND n.at <= kept_years.at - interval '30 days')) AS rules $$;

CREATE TABLE legal_hold (
  id uuid PRIMARY KEY,
  site_id text NOT NULL REFERENCES site,
  unit_id uuid REFERENCES unit,
  why text NOT NULL CHECK (why <> ''),
  by_person uuid NOT NULL REFERENCES person,
  at timestamptz NOT NULL
);
CREATE INDEX legal_hold_site ON legal_hold (site_id, at);
CREATE FUNCTION legal_hold_before() RETURNS trigger LANGUAGE plpgsql AS $$
BEGIN
  IF NOT EXISTS (SELECT FROM person_role r JOIN person p ON p.id = r.person_id AND p.active
      WHERE r.person_id = NEW.by_person AND r.site_id = NEW.site_id AND r.role IN ('owner','supervisor')) THEN
    RAISE EXCEPTION 'expected an owner or supervisor of the site to hold its records' USING ERRCODE = 'check_violation';
  END IF;
  IF NEW.unit_id IS NOT NULL AND NOT EXISTS (SELECT FROM unit WHERE id = NEW.unit_id AND site_id = NEW.site_id) THEN
    RAISE EXCEPTION 'expected a unit of the site' USING ERRCODE = 'check_violation';
  END IF;
  RETURN NEW;
END $$;
CREATE TRIGGER before BEFORE INSERT ON legal_hold FOR EACH ROW EXECUTE FUNCTION legal_hold_before();

CREATE TABLE legal_hold_lifted (
  hold_id uuid PRIMARY KEY REFERENCES legal_hold,
  why text NOT NULL CHECK (why <> ''),
  by_person uuid NOT NULL REFERENCES person,
  confirmed_by uuid NOT NULL REFERENCES person,
  at timestamptz NOT NULL
);
CREATE FUNCTION legal_hold_lifted_before() RETURNS trigger LANGUAGE plpgsql AS $$
DECLARE site text := (SELECT site_id FROM legal_hold WHERE id = NEW.hold_id);
BEGIN
  IF NOT is_owner_at(NEW.by_person, site) OR NOT second_at(NEW.confirmed_by, NEW.by_person, site) THEN
    RAISE EXCEPTION 'expected an owner of the site and a second person to lift a legal hold' USING ERRCODE = 'check_violation';
  END IF;
  RETURN NEW;
END $$;
CREATE TRIGGER before BEFORE INSERT ON legal_hold_lifted FOR EACH ROW EXECUTE FUNCTION legal_hold_lifted_before();

-- A hold of a whole site keeps what is of its units, and of those that were moved anywhere since: one is not moved from under it.
CREATE FUNCTION is_under_hold(of_unit uuid) RETURNS boolean LANGUAGE sql STABLE AS $$
  SELECT EXISTS (SELECT FROM legal_hold h WHERE NOT EXISTS (SELECT FROM legal_hold_lifted l WHERE l.hold_id = h.id)
    AND (h.unit_id = of_unit OR h.unit_id IS NULL AND (h.site_id = (SELECT site_id FROM unit WHERE id = of_unit)
      OR EXISTS (SELECT FROM unit_change c WHERE c.unit_id = of_unit AND c.kind = 'moved' AND c.at >= h.at)))) $$;

-- Since when something is open on a unit, by the first finding of it ever, or proves it now: from then on all of it is kept.
CREATE FUNCTION open_since(of_unit uuid, at timestamptz) RETURNS timestamptz LANGUAGE sql STABLE AS $$
  SELECT min(since) FROM (
    SELECT f.found_at AS since FROM open_matter m JOIN finding f USING (unit_id, check_key, condition) WHERE m.unit_id = of_unit
    UNION ALL SELECT since FROM standing_hold WHERE unit_id = of_unit
    UNION ALL SELECT f.found_at FROM unsigned_fault f JOIN unit u ON u.id = f.unit_id JOIN site s ON s.id = u.site_id
      WHERE f.unit_id = of_unit AND policy_for(s.policy, u.family)->>'grading' = 'log_book'
    UNION ALL SELECT i.started_at FROM check_evidence c JOIN inspection i ON i.id = c.inspection_id WHERE c.unit_id = of_unit
    UNION ALL SELECT begun_at FROM lasting_evidence l WHERE l.unit_id = of_unit AND (l.until IS NULL OR l.until > open_since.at)) AS each $$;

CREATE TABLE erasure (
  id uuid PRIMARY KEY,
  unit_id uuid NOT NULL REFERENCES unit,
  kind text NOT NULL CHECK (kind IN ('pictures','answers','reports')),
  subject text NOT NULL,
  digest text NOT NULL,
  made_at timestamptz NOT NULL,
  years int NOT NULL,
  -- Of answers: the digests of the words that stood beside them alone.
  texts text[] NOT NULL DEFAULT '{}',
  by_person uuid NOT NULL REFERENCES person,
  confirmed_by uuid NOT NULL REFERENCES person,
  at timestamptz NOT NULL,
  UNIQUE (kind, subject)
);
CREATE INDEX erasure_unit ON erasure (unit_id, kind);

-- What of a unit the rule of its site keeps no longer: nothing under a legal hold, nothing since something is open, nothing of a
-- unit that came to the site in the last thirty days, and of periodic reports never the latest of a job.
CREATE FUNCTION erasable(of_unit uuid, at timestamptz) RETURNS TABLE (kind text, subject text, digest text, made_at timestamptz, years int)
LANGUAGE sql STABLE AS $$
  SELECT a.* FROM unit u
  CROSS JOIN LATERAL (SELECT kept_years(u.site_id, 'pictures', erasable.at) AS pictures, kept_years(u.site_id, 'answers', erasable.at) AS answers,
    kept_years(u.site_id, 'reports', erasable.at) AS reports, coalesce(open_since(u.id, erasable.at), 'infinity') AS open) AS k
  CROSS JOIN LATERAL (
    SELECT 'pictures' AS kind, p.inspection_id || ' ' || p.hash AS subject, p.hash AS digest, p.whole_at AS made_at, k.pictures AS years
      FROM picture p JOIN inspection i ON i.id = p.inspection_id WHERE i.unit_id = u.id AND p.whole_at IS NOT NULL
    UNION ALL
    SELECT 'answers', s.inspection_id::text, l.body::jsonb #>> '{document,keptEvents}', s.signed_at, k.answers
      FROM seal s JOIN kept_events e ON e.unit_id = s.unit_id AND e.position = s.ledger_position
      JOIN ledger_entry l ON l.unit_id = s.unit_id AND l.position = s.ledger_position WHERE s.unit_id = u.id AND k.answers IS NOT NULL
    UNION ALL
    SELECT 'reports', d.id::text, d.hash, d.sent_at, k.reports FROM unit_document d WHERE d.unit_id = u.id AND d.bytes <> ''
      AND NOT EXISTS (SELECT FROM (SELECT DISTINCT ON (j.job) j.document_id FROM job_done j WHERE j.unit_id = u.id ORDER BY j.job, j.done_at DESC) AS latest
        WHERE latest.document_id = d.id)
      AND NOT EXISTS (SELECT FROM (SELECT x.document_id FROM examination x WHERE x.unit_id = u.id ORDER BY x.examined_on DESC, x.recorded_at DESC LIMIT 1) AS latest
        WHERE latest.document_id = d.id)
  ) AS a
  WHERE u.id = of_unit AND a.made_at < erasable.at - make_interval(years => a.years) AND a.made_at < k.open AND NOT is_under_hold(u.id)
    AND NOT EXISTS (SELECT FROM unit_change c WHERE c.unit_id = u.id AND c.kind = 'moved' AND c.at > erasable.at - interval '30 days') $$;

CREATE FUNCTION erasure_applies() RETURNS trigger LANGUAGE plpgsql SECURITY DEFINER SET search_path = public, pg_temp AS $$
DECLARE site text;
BEGIN
  PERFORM lock_unit(NEW.unit_id);
  SELECT site_id INTO site FROM unit WHERE id = NEW.unit_id;
  IF NOT is_owner_at(NEW.by_person, site) OR NOT second_at(NEW.confirmed_by, NEW.by_person, site) THEN
    RAISE EXCEPTION 'expected an owner of the site and a second person to erase' USING ERRCODE = 'check_violation';
  END IF;
  IF NEW.at > clock_timestamp() + interval '1 day' OR NOT EXISTS (SELECT FROM erasable(NEW.unit_id, NEW.at) e
      WHERE (e.kind, e.subject, e.digest, e.made_at, e.years) = (NEW.kind, NEW.subject, NEW.digest, NEW.made_at, NEW.years)) THEN
    RAISE EXCEPTION 'expected what the rule of the site keeps no longer, and no hold keeps' USING ERRCODE = 'check_violation';
  END IF;
  CASE NEW.kind
    WHEN 'pictures' THEN DELETE FROM picture p WHERE p.inspection_id || ' ' || p.hash = NEW.subject AND p.hash = NEW.digest;
    WHEN 'reports' THEN UPDATE unit_document SET bytes = '' WHERE id::text = NEW.subject;
    WHEN 'answers' THEN
      IF EXISTS (SELECT FROM ledger_entry l, unnest(NEW.texts) AS digest WHERE l.unit_id = NEW.unit_id AND position(digest IN l.body) > 0) THEN
        RAISE EXCEPTION 'expected words that stand beside these answers alone' USING ERRCODE = 'check_violation';
      END IF;
      DELETE FROM kept_events k USING seal s WHERE s.inspection_id::text = NEW.subject AND k.unit_id = s.unit_id AND k.position = s.ledger_position;
      DELETE FROM sealed_text t WHERE t.unit_id = NEW.unit_id AND t.digest = ANY (NEW.texts);
  END CASE;
  RETURN NULL;
END $$;
CREATE TRIGGER applies AFTER INSERT ON erasure FOR EACH ROW EXECUTE FUNCTION erasure_applies();

-- A picture that was erased is not taken in again.
CREATE FUNCTION picture_not_erased() RETURNS trigger LANGUAGE plpgsql AS $$
BEGIN
  IF EXISTS (SELECT FROM erasure e WHERE e.kind = 'pictures' AND e.subject = NEW.inspection_id || ' ' || NEW.hash) THEN
    RAISE EXCEPTION 'this picture was erased by the rule of its site' USING ERRCODE = 'check_violation';
  END IF;
  RETURN NEW;
END $$;
CREATE TRIGGER not_erased BEFORE INSERT ON picture FOR EACH ROW EXECUTE FUNCTION picture_not_erased();
`;
