import { type Kysely, sql } from "kysely";
import { rules } from "./001-rules";

/**
 * Trust: what a ledger entry touches, evidence per check and what ended it, findings in the ledger when accepted,
 * open matters of a unit, reports that hold until somebody looks, several tags under one repair and re-test, what
 * happens to a unit between inspections, and periodic examinations.
 */
export async function up(db: Kysely<never>): Promise<void> {
  for (const part of [ledger, evidence, matters, reports, tags, units, sheets, seals])
    await sql.raw(part).execute(db);
}

const ledger = `
ALTER TABLE ledger_entry DISABLE TRIGGER record;
ALTER TABLE ledger_entry ADD touches jsonb;
UPDATE ledger_entry SET touches = CASE WHEN kind IN ('released','finding_repaired') THEN '"all"'::jsonb ELSE '[]'::jsonb END;
ALTER TABLE ledger_entry ALTER touches SET NOT NULL;
ALTER TABLE ledger_entry ENABLE TRIGGER record;
CREATE INDEX ledger_touching ON ledger_entry (unit_id, position) WHERE touches <> '[]';

-- Whether entry touches a check, and whether it touches anything.
CREATE FUNCTION touches_check(touches jsonb, check_key text) RETURNS boolean LANGUAGE sql IMMUTABLE AS
  $$ SELECT touches = '"all"' OR touches ? check_key $$;
ALTER TABLE inspection ADD started_position int;

-- Whoever listens hears of every entry, and of every request that names no unit.
CREATE FUNCTION tell_ledger() RETURNS trigger LANGUAGE plpgsql AS $$
BEGIN
  PERFORM pg_notify('rook_ledger', NEW.unit_id::text);
  RETURN NULL;
END $$;
CREATE TRIGGER tells AFTER INSERT ON ledger_entry FOR EACH ROW EXECUTE FUNCTION tell_ledger();

-- The version of the catalogue every ledger has heard of.
CREATE TABLE catalogue_seen (one boolean PRIMARY KEY CHECK (one), version int NOT NULL);

-- Names and texts about people, beside the ledger: an entry holds the digest of the salt and the text only, so that a
-- person's data can be erased and no chain breaks.
CREATE TABLE sealed_text (
  digest text PRIMARY KEY,
  unit_id uuid NOT NULL REFERENCES unit,
  salt text NOT NULL,
  content jsonb NOT NULL
);
`;

const evidence = `
-- What the latest signed full walk of a unit proves, check by check, until when, and what ended it.
CREATE TABLE check_evidence (
  unit_id uuid NOT NULL REFERENCES unit,
  check_key text NOT NULL,
  inspection_id uuid NOT NULL REFERENCES inspection,
  event_id uuid,
  proves text NOT NULL CHECK (proves IN ('fine','noted','stops','nothing')),
  seen int NOT NULL CHECK (seen >= 0),
  until timestamptz,
  ended_by int,
  PRIMARY KEY (unit_id, check_key)
);

-- An entry ends the evidence it touches, whoever writes it.
CREATE FUNCTION ledger_ends_evidence() RETURNS trigger LANGUAGE plpgsql AS $$
BEGIN
  UPDATE check_evidence SET ended_by = NEW.position
    WHERE unit_id = NEW.unit_id AND ended_by IS NULL AND touches_check(NEW.touches, check_key);
  RETURN NULL;
END $$;
CREATE TRIGGER ends_evidence AFTER INSERT ON ledger_entry FOR EACH ROW WHEN (NEW.touches <> '[]')
  EXECUTE FUNCTION ledger_ends_evidence();

-- Evidence that is written has already ended where something entered the ledger that it had not seen. What its own
-- inspection found is among its answers, and the worst of them stands.
CREATE FUNCTION evidence_is_seen() RETURNS trigger LANGUAGE plpgsql AS $$
BEGIN
  UPDATE check_evidence e SET ended_by = late.position FROM (
    SELECT c.unit_id, c.check_key, max(l.position) AS position FROM come c
      JOIN ledger_entry l ON l.unit_id = c.unit_id AND l.position > c.seen AND l.touches <> '[]'
        AND touches_check(l.touches, c.check_key)
        AND NOT EXISTS (SELECT 1 FROM finding f WHERE f.id = l.subject_id AND f.inspection_id = c.inspection_id)
    GROUP BY c.unit_id, c.check_key) late
  WHERE e.unit_id = late.unit_id AND e.check_key = late.check_key;
  RETURN NULL;
END $$;
CREATE TRIGGER is_seen AFTER INSERT ON check_evidence REFERENCING NEW TABLE AS come
  FOR EACH STATEMENT EXECUTE FUNCTION evidence_is_seen();

-- Ended stays ended.
CREATE FUNCTION evidence_kept() RETURNS trigger LANGUAGE plpgsql AS $$
BEGIN
  IF OLD.ended_by IS NOT NULL AND NEW.ended_by IS DISTINCT FROM OLD.ended_by
    OR (NEW.proves, NEW.seen, NEW.inspection_id, NEW.until) IS DISTINCT FROM (OLD.proves, OLD.seen, OLD.inspection_id, OLD.until) THEN
    RAISE EXCEPTION 'evidence that has ended stays ended: answer the check again' USING ERRCODE = 'restrict_violation';
  END IF;
  RETURN NEW;
END $$;
CREATE TRIGGER kept BEFORE UPDATE ON check_evidence FOR EACH ROW EXECUTE FUNCTION evidence_kept();
`;

const matters = `
ALTER TABLE finding ADD ledger_position int NOT NULL DEFAULT 0;
ALTER TABLE finding_repair ADD disturbed jsonb NOT NULL DEFAULT '[]';
CREATE INDEX finding_group ON finding (unit_id, check_key, condition);

-- Said to be gone by somebody who may say so.
CREATE TABLE matter_gone (
  event_id uuid PRIMARY KEY,
  finding_id uuid NOT NULL REFERENCES finding,
  inspection_id uuid NOT NULL REFERENCES inspection,
  person_id uuid NOT NULL REFERENCES person,
  at timestamptz NOT NULL,
  reason text NOT NULL CHECK (reason <> ''),
  ledger_position int NOT NULL,
  -- A slip corrected in the walk that made it: closes that finding alone, none that others made of the same thing.
  own boolean NOT NULL
);
CREATE INDEX matter_gone_finding ON matter_gone (finding_id);
CREATE TRIGGER record BEFORE UPDATE OR DELETE OR TRUNCATE ON matter_gone FOR EACH STATEMENT EXECUTE FUNCTION refuse_change();

-- What is open on a unit: the latest finding of each thing, and the earliest day its repair falls due. An earlier
-- finding of the same thing is closed where it was said gone, repaired or put right, or its tag released. Written so
-- that one unit's matters ask for that unit's findings alone.
CREATE VIEW open_matter AS
  SELECT DISTINCT ON (f.unit_id, f.check_key, f.condition) f.id, f.unit_id, f.inspection_id, f.check_key, f.check_id, f.part,
    f.condition, f.grade, f.rule, f.floor, f.place, f.value, f.note, f.found_by, f.found_at, f.ledger_position,
    min(f.repair_by) OVER (PARTITION BY f.unit_id, f.check_key, f.condition) AS repair_by
  FROM finding f
  WHERE (f.place OR f.grade IN ('watch','repair_by'))
    AND NOT EXISTS (SELECT 1 FROM matter_gone g WHERE g.finding_id = f.id AND g.own)
    AND NOT EXISTS (SELECT 1 FROM finding x JOIN matter_gone g ON g.finding_id = x.id AND NOT g.own
      WHERE x.unit_id = f.unit_id AND x.check_key = f.check_key AND x.condition = f.condition
        AND g.ledger_position >= f.ledger_position)
    AND NOT EXISTS (SELECT 1 FROM finding x LEFT JOIN finding_repair r ON r.finding_id = x.id
      WHERE x.unit_id = f.unit_id AND x.check_key = f.check_key AND x.condition = f.condition
        AND x.ledger_position >= f.ledger_position AND (r.finding_id IS NOT NULL OR x.grade = 'put_right'))
    AND NOT EXISTS (SELECT 1 FROM finding x JOIN tag t ON t.finding_id = x.id
      JOIN tag_step s ON s.tag_id = t.id AND s.kind = 'released'
      WHERE x.unit_id = f.unit_id AND x.check_key = f.check_key AND x.condition = f.condition
        AND x.ledger_position >= f.ledger_position)
  ORDER BY f.unit_id, f.check_key, f.condition, f.ledger_position DESC, f.found_at DESC;
`;

const reports = `
-- What could not be read, was refused, or names no unit: kept byte for byte, and it holds until somebody looks.
CREATE TABLE held_report (
  id uuid PRIMARY KEY,
  unit_id uuid REFERENCES unit,
  inspection_id uuid REFERENCES inspection,
  kind text NOT NULL CHECK (kind IN ('unreadable','refused','withdrawn','unmatched_tag')),
  problem text NOT NULL,
  raw bytea NOT NULL,
  raw_hash text NOT NULL,
  sent_by uuid NOT NULL REFERENCES person,
  received_at timestamptz NOT NULL,
  CHECK ((unit_id IS NULL) = (kind = 'unmatched_tag'))
);
CREATE UNIQUE INDEX held_report_once ON held_report (coalesce(inspection_id, unit_id), raw_hash, sent_by) WHERE unit_id IS NOT NULL;
CREATE INDEX held_report_unit ON held_report (unit_id);
CREATE TABLE report_look (
  report_id uuid PRIMARY KEY REFERENCES held_report,
  looked_by uuid NOT NULL REFERENCES person,
  looked_at timestamptz NOT NULL,
  says text NOT NULL CHECK (says <> ''),
  tag_id uuid REFERENCES tag
);
CREATE TRIGGER record BEFORE UPDATE OR DELETE OR TRUNCATE ON held_report FOR EACH STATEMENT EXECUTE FUNCTION refuse_change();
CREATE TRIGGER record BEFORE UPDATE OR DELETE OR TRUNCATE ON report_look FOR EACH STATEMENT EXECUTE FUNCTION refuse_change();
CREATE FUNCTION tell_report() RETURNS trigger LANGUAGE plpgsql AS $$
BEGIN
  PERFORM pg_notify('rook_ledger', '');
  RETURN NULL;
END $$;
CREATE TRIGGER tells AFTER INSERT ON held_report FOR EACH ROW EXECUTE FUNCTION tell_report();
CREATE TRIGGER tells AFTER INSERT ON report_look FOR EACH ROW EXECUTE FUNCTION tell_report();
CREATE FUNCTION report_before() RETURNS trigger LANGUAGE plpgsql AS $$
BEGIN
  IF NEW.unit_id IS NOT NULL THEN PERFORM lock_unit(NEW.unit_id); END IF;
  RETURN NEW;
END $$;
CREATE TRIGGER locks BEFORE INSERT ON held_report FOR EACH ROW EXECUTE FUNCTION report_before();
CREATE FUNCTION look_before() RETURNS trigger LANGUAGE plpgsql AS $$
DECLARE report held_report;
BEGIN
  SELECT * INTO report FROM held_report WHERE id = NEW.report_id;
  IF report.unit_id IS NOT NULL THEN PERFORM lock_unit(report.unit_id); END IF;
  IF report.sent_by = NEW.looked_by AND report.kind <> 'unmatched_tag' THEN
    RAISE EXCEPTION 'expected somebody other than the sender to look at this report' USING ERRCODE = 'check_violation';
  END IF;
  IF report.kind = 'unmatched_tag' AND NEW.tag_id IS NULL THEN
    RAISE EXCEPTION 'expected the tag that was hung for this request' USING ERRCODE = 'check_violation';
  END IF;
  RETURN NEW;
END $$;
CREATE TRIGGER another BEFORE INSERT ON report_look FOR EACH ROW EXECUTE FUNCTION look_before();
CREATE VIEW standing_report AS
  SELECT r.* FROM held_report r WHERE NOT EXISTS (SELECT 1 FROM report_look l WHERE l.report_id = r.id);

INSERT INTO held_report (id, unit_id, inspection_id, kind, problem, raw, raw_hash, sent_by, received_at)
  SELECT e.id, i.unit_id, e.inspection_id, 'unreadable', 'kept unread by an earlier version', convert_to(e.raw::text, 'UTF8'),
    encode(sha256(convert_to(e.raw::text, 'UTF8')), 'hex'), e.person_id, e.received_at
  FROM unread_event e JOIN inspection i ON i.id = e.inspection_id ON CONFLICT DO NOTHING;
DROP TABLE unread_event;

-- Every hold of a unit by one name.
CREATE VIEW standing_hold AS
  SELECT unit_id, number AS name, raised_at AS since FROM standing_tag
  UNION ALL
  SELECT unit_id, 'R-' || upper(left(id::text, 4)), received_at FROM standing_report WHERE unit_id IS NOT NULL;
`;

const tags = `
-- T-0001 to T-9999, then as long as it takes: a pad alone would cut the number short.
CREATE FUNCTION next_tag_number() RETURNS text LANGUAGE sql VOLATILE AS $$
  SELECT 'T-' || CASE WHEN n < 10000 THEN lpad(n::text, 4, '0') ELSE n::text END FROM (SELECT nextval('tag_number') AS n) next $$;
ALTER TABLE tag ALTER number SET DEFAULT next_tag_number();
ALTER TABLE tag ADD sheet_version_id uuid REFERENCES sheet_version;
CREATE OR REPLACE FUNCTION tag_before() RETURNS trigger LANGUAGE plpgsql AS $$
BEGIN
  PERFORM lock_unit(NEW.unit_id);
  SELECT sheet_version_id INTO NEW.sheet_version_id FROM unit WHERE id = NEW.unit_id;
  RETURN NEW;
END $$;

ALTER TABLE tag_step ADD step_no bigint GENERATED ALWAYS AS IDENTITY, ADD ledger_position int NOT NULL DEFAULT 0;
-- The tags one re-test is made for.
CREATE TABLE retest_tag (
  inspection_id uuid NOT NULL REFERENCES inspection,
  tag_id uuid NOT NULL REFERENCES tag,
  PRIMARY KEY (inspection_id, tag_id)
);
CREATE INDEX retest_tag_tag ON retest_tag (tag_id);
CREATE TRIGGER record BEFORE UPDATE OR DELETE OR TRUNCATE ON retest_tag FOR EACH STATEMENT EXECUTE FUNCTION refuse_change();
INSERT INTO retest_tag SELECT id, tag_id FROM inspection WHERE tag_id IS NOT NULL;

-- Return to service, in the ledger's order: repaired, re-tested after the last repair, released by somebody who
-- repaired nothing under that tag and has seen all that stands. A policy that does not say is the strictest one.
CREATE OR REPLACE FUNCTION tag_step_before() RETURNS trigger LANGUAGE plpgsql AS $$
DECLARE last_repair int; retested tag_step; head ledger_entry; asks text;
BEGIN
  PERFORM lock_unit(NEW.unit_id);
  IF NOT EXISTS (SELECT 1 FROM tag WHERE id = NEW.tag_id AND unit_id = NEW.unit_id) THEN
    RAISE EXCEPTION 'tag % is not on unit %', NEW.tag_id, NEW.unit_id USING ERRCODE = 'check_violation';
  END IF;
  IF EXISTS (SELECT 1 FROM tag_step WHERE tag_id = NEW.tag_id AND kind = 'released') THEN
    RAISE EXCEPTION 'tag % is already released', NEW.tag_id USING ERRCODE = 'check_violation';
  END IF;
  SELECT * INTO head FROM ledger_entry WHERE unit_id = NEW.unit_id AND position = NEW.ledger_position;
  IF head.subject_id IS DISTINCT FROM NEW.id THEN
    RAISE EXCEPTION 'expected the ledger to speak of this step at entry %', NEW.ledger_position USING ERRCODE = 'check_violation';
  END IF;
  SELECT max(ledger_position) INTO last_repair FROM tag_step WHERE tag_id = NEW.tag_id AND kind = 'repaired';
  SELECT * INTO retested FROM tag_step WHERE tag_id = NEW.tag_id AND kind = 'retested' ORDER BY step_no DESC LIMIT 1;
  IF NEW.kind = 'retested' THEN
    IF last_repair IS NULL THEN
      RAISE EXCEPTION 'expected a recorded repair before the re-test of tag %', NEW.tag_id USING ERRCODE = 'check_violation';
    END IF;
    IF NOT EXISTS (SELECT 1 FROM seal s JOIN inspection i ON i.id = s.inspection_id JOIN retest_tag r ON r.inspection_id = i.id
      WHERE i.id = NEW.inspection_id AND r.tag_id = NEW.tag_id AND s.outcome = 'retest_passed' AND i.started_position > last_repair) THEN
      RAISE EXCEPTION 'expected a signed and passed re-test of tag % begun after its repair', NEW.tag_id USING ERRCODE = 'check_violation';
    END IF;
  END IF;
  IF NEW.kind = 'released' THEN
    IF last_repair IS NULL OR retested.id IS NULL OR retested.ledger_position < last_repair THEN
      RAISE EXCEPTION 'expected a repair and a passed re-test after it before tag % is released', NEW.tag_id USING ERRCODE = 'check_violation';
    END IF;
    SELECT coalesce(s.policy->>'returnToService', 'owner_only') INTO asks FROM unit u JOIN site s ON s.id = u.site_id WHERE u.id = NEW.unit_id;
    IF asks <> 'same_technician' AND EXISTS (
      SELECT 1 FROM tag_step WHERE tag_id = NEW.tag_id AND kind = 'repaired' AND person_id = NEW.person_id) THEN
      RAISE EXCEPTION 'expected a second person to release tag %: somebody who repaired nothing under it', NEW.tag_id USING ERRCODE = 'check_violation';
    END IF;
    IF asks = 'owner_only' AND NOT EXISTS (
      SELECT 1 FROM person_role r JOIN unit u ON u.site_id = r.site_id WHERE u.id = NEW.unit_id AND r.person_id = NEW.person_id AND r.role = 'owner') THEN
      RAISE EXCEPTION 'expected the owner to release tag %', NEW.tag_id USING ERRCODE = 'check_violation';
    END IF;
    IF NEW.seen_position <> NEW.ledger_position - 1 OR EXISTS (
      SELECT 1 FROM ledger_entry WHERE unit_id = NEW.unit_id AND position > NEW.ledger_position) THEN
      RAISE EXCEPTION 'something newer stands on this unit: entry % was seen, % is the latest', NEW.seen_position, NEW.ledger_position - 1 USING ERRCODE = 'serialization_failure';
    END IF;
  END IF;
  RETURN NEW;
END $$;
`;

const units = `
CREATE TABLE unit_event (
  id uuid PRIMARY KEY,
  unit_id uuid NOT NULL REFERENCES unit,
  kind text NOT NULL CHECK (kind IN ('taken_into_use','handed_over','transported','hired_out','returned','contact','overload','meter_replaced')),
  person_id uuid NOT NULL REFERENCES person,
  at timestamptz NOT NULL,
  note text
);
CREATE INDEX unit_event_unit ON unit_event (unit_id, at);
CREATE TABLE examination (
  id uuid PRIMARY KEY,
  unit_id uuid NOT NULL REFERENCES unit,
  examiner text NOT NULL CHECK (examiner <> ''),
  licence text NOT NULL CHECK (licence <> ''),
  examined_on date NOT NULL,
  next_due date NOT NULL,
  document text NOT NULL CHECK (document <> ''),
  recorded_by uuid NOT NULL REFERENCES person,
  recorded_at timestamptz NOT NULL,
  CHECK (examined_on <= recorded_at::date + 1),
  CHECK (next_due > examined_on AND next_due <= examined_on + 800)
);
CREATE TRIGGER record BEFORE UPDATE OR DELETE OR TRUNCATE ON unit_event FOR EACH STATEMENT EXECUTE FUNCTION refuse_change();
CREATE TRIGGER record BEFORE UPDATE OR DELETE OR TRUNCATE ON examination FOR EACH STATEMENT EXECUTE FUNCTION refuse_change();
CREATE FUNCTION examination_sets_due() RETURNS trigger LANGUAGE plpgsql AS $$
BEGIN
  PERFORM lock_unit(NEW.unit_id);
  UPDATE unit SET examination_due = NEW.next_due WHERE id = NEW.unit_id;
  RETURN NULL;
END $$;
CREATE TRIGGER sets_due AFTER INSERT ON examination FOR EACH ROW EXECUTE FUNCTION examination_sets_due();
`;

const sheets = `
-- Which features take a safety test along is worked out by comparing what is asked before and after; the list goes.
DROP TRIGGER not_fitted ON sheet_version;
DROP FUNCTION sheet_not_fitted();
DROP TABLE safety_feature;
-- What a version takes away on the floor, against the one before: nothing, or with the manual's page and two people.
ALTER TABLE sheet_version DISABLE TRIGGER record;
ALTER TABLE sheet_version ADD weakens jsonb, ADD manual_page text, ADD confirmed_by uuid REFERENCES person;
UPDATE sheet_version SET weakens = '[]';
ALTER TABLE sheet_version ALTER weakens SET NOT NULL;
ALTER TABLE sheet_version ENABLE TRIGGER record;
ALTER TABLE sheet_version ADD CONSTRAINT weakening_by_two CHECK (weakens = '[]'
  OR (trim(coalesce(manual_page, '')) <> '' AND made_by IS NOT NULL AND confirmed_by IS NOT NULL AND made_by <> confirmed_by));
-- A claim is about one feature, or a whole sheet as it would be.
ALTER TABLE sheet_claim ALTER feature DROP NOT NULL, ADD content jsonb, ADD from_version int, ADD weakens jsonb NOT NULL DEFAULT '[]',
  ADD CHECK ((feature IS NULL) = (content IS NOT NULL)), ADD CHECK (trim(manual_page) <> '');
CREATE UNIQUE INDEX sheet_claim_whole ON sheet_claim (sheet_id) WHERE feature IS NULL AND confirmed_at IS NULL AND withdrawn_at IS NULL;
-- The same for a figure read off one unit.
ALTER TABLE unit_figure ADD weakens jsonb NOT NULL DEFAULT '[]', ADD confirmed_by uuid REFERENCES person,
  ADD CONSTRAINT figure_weakening_by_two CHECK (weakens = '[]' OR (confirmed_by IS NOT NULL AND confirmed_by <> set_by));
CREATE TABLE figure_claim (
  id uuid PRIMARY KEY,
  unit_id uuid NOT NULL REFERENCES unit,
  figure text NOT NULL,
  value double precision,
  source text NOT NULL CHECK (trim(source) <> ''),
  weakens jsonb NOT NULL,
  entered_by uuid NOT NULL REFERENCES person,
  entered_at timestamptz NOT NULL,
  confirmed_by uuid REFERENCES person,
  confirmed_at timestamptz,
  withdrawn_at timestamptz,
  CHECK (confirmed_by <> entered_by)
);
-- The floor checks each sheet version asked under the catalogue the ledgers last heard of.
CREATE TABLE floor_asked (sheet_version_id uuid PRIMARY KEY REFERENCES sheet_version, checks jsonb NOT NULL);
`;

const seals = `
CREATE UNIQUE INDEX seal_position ON seal (unit_id, ledger_position) WHERE ledger_position > 0;

-- Nobody clears a unit that is held, past its examination, without the training, over a hole in the record, or by a
-- walk that began too long ago by the server's own time.
CREATE OR REPLACE FUNCTION seal_before() RETURNS trigger LANGUAGE plpgsql AS $$
DECLARE u unit; i inspection; began timestamptz; longest int;
BEGIN
  PERFORM lock_unit(NEW.unit_id);
  SELECT * INTO u FROM unit WHERE id = NEW.unit_id;
  SELECT * INTO i FROM inspection WHERE id = NEW.inspection_id;
  IF i.unit_id IS DISTINCT FROM NEW.unit_id OR i.scope->>'kind' <> NEW.scope THEN
    RAISE EXCEPTION 'the seal does not fit inspection %', NEW.inspection_id USING ERRCODE = 'check_violation';
  END IF;
  IF EXISTS (SELECT 1 FROM inspection_event WHERE inspection_id = NEW.inspection_id GROUP BY device_id HAVING max(seq) <> count(*)) THEN
    RAISE EXCEPTION 'events of inspection % are missing: the sequence has a gap', NEW.inspection_id USING ERRCODE = 'check_violation';
  END IF;
  IF NEW.outcome IN ('cleared','cleared_with_notes') THEN
    IF EXISTS (SELECT 1 FROM standing_hold WHERE unit_id = NEW.unit_id) THEN
      RAISE EXCEPTION 'unit % carries a tag or is held: it cannot be cleared', u.plate USING ERRCODE = 'check_violation';
    END IF;
    IF u.examination_due <= NEW.signed_at THEN
      RAISE EXCEPTION 'the periodic examination of unit % is overdue: it cannot be cleared', u.plate USING ERRCODE = 'check_violation';
    END IF;
    IF NOT EXISTS (SELECT 1 FROM authorisation a WHERE a.person_id = NEW.signed_by AND a.family = u.family AND a.until > NEW.signed_at) THEN
      RAISE EXCEPTION 'expected the signer to be trained on this family of lift' USING ERRCODE = 'check_violation';
    END IF;
    SELECT recorded_at INTO began FROM ledger_entry
      WHERE unit_id = NEW.unit_id AND position = i.started_position AND kind = 'started' AND subject_id = i.id;
    SELECT coalesce((s.policy->>'longestWalkMin')::int, 240) INTO longest FROM site s WHERE s.id = u.site_id;
    IF began IS NULL OR NEW.signed_at >= began + make_interval(mins => longest) THEN
      RAISE EXCEPTION 'inspection % began too long ago to clear unit %: begin again', NEW.inspection_id, u.plate USING ERRCODE = 'check_violation';
    END IF;
  END IF;
  RETURN NEW;
END $$;

-- A clearance is nothing without its evidence: every check due proves something that still stands.
CREATE FUNCTION seal_has_evidence() RETURNS trigger LANGUAGE plpgsql AS $$
DECLARE good int;
BEGIN
  IF EXISTS (SELECT 1 FROM seal s WHERE s.unit_id = NEW.unit_id AND s.scope = 'full' AND s.ledger_position > NEW.ledger_position) THEN
    RETURN NULL;
  END IF;
  SELECT count(*) INTO good FROM check_evidence
    WHERE inspection_id = NEW.inspection_id AND proves IN ('fine','noted') AND (ended_by IS NULL OR ended_by > NEW.ledger_position);
  IF good < NEW.checks_due THEN
    RAISE EXCEPTION 'expected evidence for all % checks of inspection %, found %', NEW.checks_due, NEW.inspection_id, good USING ERRCODE = 'check_violation';
  END IF;
  RETURN NULL;
END $$;
CREATE CONSTRAINT TRIGGER has_evidence AFTER INSERT ON seal DEFERRABLE INITIALLY DEFERRED FOR EACH ROW
  WHEN (NEW.outcome IN ('cleared','cleared_with_notes')) EXECUTE FUNCTION seal_has_evidence();
`;

/** A function of the foundation as it was, to put back. */
function earlier(name: string): string {
  const from = rules.indexOf(`CREATE FUNCTION ${name}(`);
  const body = rules.slice(from, rules.indexOf("END $$;", from) + "END $$;".length);
  return body.replace("CREATE FUNCTION", "CREATE OR REPLACE FUNCTION");
}

export async function down(db: Kysely<never>): Promise<void> {
  await sql
    .raw(`
DROP TRIGGER has_evidence ON seal;
DROP INDEX seal_position;
DROP VIEW standing_hold, standing_report, open_matter;
DROP TABLE report_look, held_report, matter_gone, check_evidence, unit_event, examination, retest_tag, sealed_text, catalogue_seen;
DROP TRIGGER ends_evidence ON ledger_entry;
DROP TRIGGER tells ON ledger_entry;
DROP FUNCTION tell_ledger(), tell_report(), touches_check(jsonb, text), ledger_ends_evidence(), evidence_is_seen(), evidence_kept(), report_before(),
  look_before(), examination_sets_due(), seal_has_evidence();
DROP INDEX ledger_touching, finding_group;
ALTER TABLE ledger_entry DROP COLUMN touches;
ALTER TABLE inspection DROP COLUMN started_position;
ALTER TABLE finding DROP COLUMN ledger_position;
ALTER TABLE finding_repair DROP COLUMN disturbed;
ALTER TABLE tag ALTER number SET DEFAULT 'T-' || lpad(nextval('tag_number')::text, 4, '0');
ALTER TABLE tag DROP COLUMN sheet_version_id;
ALTER TABLE tag_step DROP COLUMN step_no, DROP COLUMN ledger_position;
DROP FUNCTION next_tag_number();
DROP TABLE floor_asked, figure_claim;
ALTER TABLE unit_figure DROP COLUMN weakens, DROP COLUMN confirmed_by;
DELETE FROM sheet_claim WHERE feature IS NULL;
ALTER TABLE sheet_claim DROP COLUMN content, DROP COLUMN from_version, DROP COLUMN weakens, ALTER feature SET NOT NULL;
ALTER TABLE sheet_version DROP COLUMN weakens, DROP COLUMN manual_page, DROP COLUMN confirmed_by;
CREATE TABLE safety_feature (id text PRIMARY KEY);
${earlier("sheet_not_fitted")}
CREATE TRIGGER not_fitted BEFORE INSERT ON sheet_version FOR EACH ROW EXECUTE FUNCTION sheet_not_fitted();
CREATE TABLE unread_event (
  id uuid PRIMARY KEY,
  inspection_id uuid NOT NULL REFERENCES inspection,
  device_id text NOT NULL,
  seq int NOT NULL,
  raw jsonb NOT NULL,
  person_id uuid NOT NULL REFERENCES person,
  received_at timestamptz NOT NULL
);
CREATE INDEX unread_event_inspection ON unread_event (inspection_id);
CREATE TRIGGER record BEFORE UPDATE OR DELETE OR TRUNCATE ON unread_event FOR EACH STATEMENT EXECUTE FUNCTION refuse_change();
${["tag_before", "tag_step_before", "seal_before"].map(earlier).join("\n")}
`)
    .execute(db);
}
