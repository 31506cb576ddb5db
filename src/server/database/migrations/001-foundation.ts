import { type Kysely, sql } from "kysely";

/**
 * The foundation. What must never happen is refused here, by constraints and triggers, whoever writes.
 * Every write that can change whether a unit may be used takes the same lock, `lock_unit`.
 */
export async function up(db: Kysely<never>): Promise<void> {
  await sql.raw(tables).execute(db);
  await sql.raw(rules).execute(db);
}

export async function down(db: Kysely<never>): Promise<void> {
  await sql
    .raw(`
    DROP VIEW standing_tag;
    DROP TABLE ledger_entry, seal, tag_step, tag, finding_repair, finding, floor_rule, unread_event, inspection_event,
      inspection, shift_need, unit, sheet_version, sheet, session_use, sign_in_delay, authorisation, person_role,
      auth_verification, auth_account, auth_session, auth_user, person, site CASCADE;
    DROP SEQUENCE tag_number;
    DROP FUNCTION lock_unit(uuid), refuse_change(), events_leave_only_when_sealed(), sheet_not_fitted(), finding_before(),
      finding_holds(), tag_before(), tag_step_before(), seal_before(), ledger_before(), event_before() CASCADE;
  `)
    .execute(db);
}

const tables = `
CREATE TABLE site (
  id text PRIMARY KEY,
  name text NOT NULL,
  utc_offset_min int NOT NULL,
  shifts jsonb NOT NULL,
  policy jsonb NOT NULL
);
CREATE TABLE person (
  id uuid PRIMARY KEY,
  badge text NOT NULL UNIQUE CHECK (badge ~ '^[0-9]{3,8}$'),
  name text NOT NULL,
  active boolean NOT NULL DEFAULT true
);
CREATE TABLE person_role (
  person_id uuid NOT NULL REFERENCES person,
  site_id text NOT NULL REFERENCES site,
  role text NOT NULL CHECK (role IN ('operator','ground_person','supervisor','technician','owner','trainer','auditor')),
  PRIMARY KEY (person_id, site_id, role)
);
CREATE TABLE authorisation (
  person_id uuid NOT NULL REFERENCES person,
  family text NOT NULL,
  licence text NOT NULL,
  until timestamptz NOT NULL,
  PRIMARY KEY (person_id, family)
);

-- Sign-in: the tables the sign-in library reads and writes.
CREATE TABLE auth_user (
  id text PRIMARY KEY,
  name text NOT NULL,
  email text NOT NULL UNIQUE,
  email_verified boolean NOT NULL,
  image text,
  created_at timestamptz NOT NULL,
  updated_at timestamptz NOT NULL
);
CREATE TABLE auth_session (
  id text PRIMARY KEY,
  expires_at timestamptz NOT NULL,
  token text NOT NULL UNIQUE,
  created_at timestamptz NOT NULL,
  updated_at timestamptz NOT NULL,
  ip_address text,
  user_agent text,
  user_id text NOT NULL REFERENCES auth_user ON DELETE CASCADE
);
CREATE TABLE auth_account (
  id text PRIMARY KEY,
  account_id text NOT NULL,
  provider_id text NOT NULL,
  user_id text NOT NULL REFERENCES auth_user ON DELETE CASCADE,
  access_token text, refresh_token text, id_token text,
  access_token_expires_at timestamptz, refresh_token_expires_at timestamptz,
  scope text,
  password text,
  created_at timestamptz NOT NULL,
  updated_at timestamptz NOT NULL
);
CREATE INDEX auth_account_user ON auth_account (user_id);
CREATE TABLE auth_verification (
  id text PRIMARY KEY,
  identifier text NOT NULL,
  value text NOT NULL,
  expires_at timestamptz NOT NULL,
  created_at timestamptz,
  updated_at timestamptz
);
CREATE TABLE sign_in_delay (
  badge text PRIMARY KEY,
  failures int NOT NULL,
  last_failure_at timestamptz NOT NULL
);
CREATE TABLE session_use (
  session_id text PRIMARY KEY REFERENCES auth_session ON DELETE CASCADE,
  last_seen_at timestamptz NOT NULL
);

CREATE TABLE sheet (
  id text PRIMARY KEY,
  name text NOT NULL,
  family text NOT NULL
);
CREATE TABLE sheet_version (
  id uuid PRIMARY KEY,
  sheet_id text NOT NULL REFERENCES sheet,
  version int NOT NULL CHECK (version > 0),
  content jsonb NOT NULL,
  hash text NOT NULL,
  created_at timestamptz NOT NULL,
  UNIQUE (sheet_id, version)
);
CREATE TABLE unit (
  id uuid PRIMARY KEY,
  plate text NOT NULL UNIQUE,
  site_id text NOT NULL REFERENCES site,
  family text NOT NULL,
  serial text NOT NULL,
  sheet_version_id uuid REFERENCES sheet_version,
  examination_due timestamptz NOT NULL,
  lock_no int GENERATED ALWAYS AS IDENTITY UNIQUE
);
-- Which units a shift needs, day after day, and who is to walk them.
CREATE TABLE shift_need (
  site_id text NOT NULL REFERENCES site,
  shift_id text NOT NULL,
  unit_id uuid NOT NULL REFERENCES unit,
  crew text NOT NULL,
  place text NOT NULL,
  inspector_id uuid REFERENCES person,
  PRIMARY KEY (site_id, shift_id, unit_id)
);

CREATE TABLE inspection (
  id uuid PRIMARY KEY,
  unit_id uuid NOT NULL REFERENCES unit,
  person_id uuid NOT NULL REFERENCES person,
  scope jsonb NOT NULL,
  tag_id uuid,
  sheet_version_id uuid NOT NULL REFERENCES sheet_version,
  catalogue_version int NOT NULL,
  policy jsonb NOT NULL,
  found jsonb NOT NULL,
  started_at timestamptz NOT NULL,
  CHECK ((scope->>'kind' = 'retest') = (tag_id IS NOT NULL))
);
CREATE INDEX inspection_unit ON inspection (unit_id, started_at);
CREATE TABLE inspection_event (
  id uuid PRIMARY KEY,
  inspection_id uuid NOT NULL REFERENCES inspection,
  device_id text NOT NULL,
  seq int NOT NULL CHECK (seq > 0),
  type text NOT NULL,
  payload jsonb NOT NULL,
  person_id uuid NOT NULL REFERENCES person,
  received_at timestamptz NOT NULL,
  UNIQUE (inspection_id, device_id, seq)
);
-- Kept as it came: a later version may read it; until then it refuses the seal.
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

-- The floor of grading, copied from the core at each start, so that the database refuses a softened grade.
CREATE TABLE floor_rule (
  check_id text NOT NULL,
  condition text NOT NULL,
  rule text NOT NULL,
  PRIMARY KEY (check_id, condition)
);
CREATE TABLE finding (
  id uuid PRIMARY KEY,
  inspection_id uuid NOT NULL REFERENCES inspection,
  unit_id uuid NOT NULL REFERENCES unit,
  check_key text NOT NULL,
  check_id text NOT NULL,
  part text NOT NULL,
  condition text NOT NULL,
  grade text NOT NULL CHECK (grade IN ('put_right','watch','repair_by','tag_out')),
  rule text NOT NULL,
  floor boolean NOT NULL,
  place boolean NOT NULL,
  event_id uuid NOT NULL,
  value double precision,
  note text,
  put_right text,
  found_by uuid NOT NULL REFERENCES person,
  found_at timestamptz NOT NULL,
  repair_by timestamptz,
  CHECK (NOT floor OR grade = 'tag_out'),
  CHECK ((grade = 'repair_by') = (repair_by IS NOT NULL)),
  UNIQUE (inspection_id, event_id)
);
CREATE INDEX finding_unit ON finding (unit_id, found_at);
CREATE TABLE finding_repair (
  finding_id uuid PRIMARY KEY REFERENCES finding,
  repaired_by uuid NOT NULL REFERENCES person,
  repaired_at timestamptz NOT NULL,
  work text NOT NULL CHECK (work <> '')
);

CREATE SEQUENCE tag_number;
CREATE TABLE tag (
  id uuid PRIMARY KEY DEFAULT gen_random_uuid(),
  number text NOT NULL UNIQUE DEFAULT 'T-' || lpad(nextval('tag_number')::text, 4, '0'),
  unit_id uuid NOT NULL REFERENCES unit,
  finding_id uuid UNIQUE REFERENCES finding,
  reason text NOT NULL,
  note text,
  raised_by uuid NOT NULL REFERENCES person,
  raised_at timestamptz NOT NULL,
  raw jsonb
);
CREATE INDEX tag_unit ON tag (unit_id);
ALTER TABLE inspection ADD FOREIGN KEY (tag_id) REFERENCES tag;
CREATE TABLE tag_step (
  id uuid PRIMARY KEY,
  tag_id uuid NOT NULL REFERENCES tag,
  unit_id uuid NOT NULL REFERENCES unit,
  kind text NOT NULL CHECK (kind IN ('repaired','retested','released')),
  person_id uuid NOT NULL REFERENCES person,
  at timestamptz NOT NULL,
  detail jsonb NOT NULL,
  inspection_id uuid REFERENCES inspection,
  seen_position int,
  CHECK ((kind = 'retested') = (inspection_id IS NOT NULL)),
  CHECK ((kind = 'released') = (seen_position IS NOT NULL))
);
CREATE INDEX tag_step_tag ON tag_step (tag_id, at);
CREATE UNIQUE INDEX tag_released_once ON tag_step (tag_id) WHERE kind = 'released';
CREATE VIEW standing_tag AS
  SELECT t.id, t.number, t.unit_id, t.reason, t.note, t.raised_by, t.raised_at, t.finding_id FROM tag t
  WHERE NOT EXISTS (SELECT 1 FROM tag_step s WHERE s.tag_id = t.id AND s.kind = 'released');

CREATE TABLE seal (
  inspection_id uuid PRIMARY KEY REFERENCES inspection,
  unit_id uuid NOT NULL REFERENCES unit,
  outcome text NOT NULL CHECK (outcome IN ('cleared','cleared_with_notes','not_cleared','stopped_for_conditions','tagged_out','retest_passed')),
  shown_outcome text NOT NULL,
  reasons jsonb NOT NULL,
  scope text NOT NULL CHECK (scope IN ('full','check_in','retest')),
  signed_by uuid NOT NULL REFERENCES person,
  signed_at timestamptz NOT NULL,
  started_at timestamptz NOT NULL,
  checks_due int NOT NULL CHECK (checks_due > 0),
  answered int NOT NULL,
  skipped int NOT NULL,
  ungradable int NOT NULL,
  clearance_ends_at timestamptz,
  ledger_position int NOT NULL,
  -- Incomplete is never a pass, and only the full scope clears.
  CHECK (outcome NOT IN ('cleared','cleared_with_notes','stopped_for_conditions','retest_passed')
         OR (answered = checks_due AND skipped = 0 AND ungradable = 0)),
  CHECK (outcome NOT IN ('cleared','cleared_with_notes') OR scope = 'full'),
  CHECK ((outcome IN ('cleared','cleared_with_notes')) = (clearance_ends_at IS NOT NULL))
);
CREATE INDEX seal_unit ON seal (unit_id, signed_at);

CREATE TABLE ledger_entry (
  unit_id uuid NOT NULL REFERENCES unit,
  position int NOT NULL CHECK (position > 0),
  kind text NOT NULL,
  subject_id uuid NOT NULL,
  body text NOT NULL,
  previous_hash text NOT NULL,
  hash text NOT NULL UNIQUE,
  signature text NOT NULL,
  recorded_at timestamptz NOT NULL,
  PRIMARY KEY (unit_id, position)
);
CREATE INDEX ledger_subject ON ledger_entry (subject_id);
`;

const rules = `
-- One lock per unit, shared by tagging, finding, sealing, releasing and the ledger.
CREATE FUNCTION lock_unit(locked uuid) RETURNS void LANGUAGE plpgsql AS $$
DECLARE no int;
BEGIN
  SELECT lock_no INTO no FROM unit WHERE id = locked;
  IF no IS NULL THEN RAISE EXCEPTION 'expected a unit of the pool, got %', locked USING ERRCODE = 'foreign_key_violation'; END IF;
  PERFORM pg_advisory_xact_lock(7114, no);
END $$;

CREATE FUNCTION refuse_change() RETURNS trigger LANGUAGE plpgsql AS $$
BEGIN
  RAISE EXCEPTION '% is a record: it is added to, never changed or removed', TG_TABLE_NAME USING ERRCODE = 'restrict_violation';
END $$;
CREATE TRIGGER record BEFORE UPDATE OR DELETE OR TRUNCATE ON finding FOR EACH STATEMENT EXECUTE FUNCTION refuse_change();
CREATE TRIGGER record BEFORE UPDATE OR DELETE OR TRUNCATE ON finding_repair FOR EACH STATEMENT EXECUTE FUNCTION refuse_change();
CREATE TRIGGER record BEFORE UPDATE OR DELETE OR TRUNCATE ON tag FOR EACH STATEMENT EXECUTE FUNCTION refuse_change();
CREATE TRIGGER record BEFORE UPDATE OR DELETE OR TRUNCATE ON tag_step FOR EACH STATEMENT EXECUTE FUNCTION refuse_change();
CREATE TRIGGER record BEFORE UPDATE OR DELETE OR TRUNCATE ON seal FOR EACH STATEMENT EXECUTE FUNCTION refuse_change();
CREATE TRIGGER record BEFORE UPDATE OR DELETE OR TRUNCATE ON ledger_entry FOR EACH STATEMENT EXECUTE FUNCTION refuse_change();
CREATE TRIGGER record BEFORE UPDATE OR DELETE OR TRUNCATE ON inspection FOR EACH STATEMENT EXECUTE FUNCTION refuse_change();
CREATE TRIGGER record BEFORE UPDATE OR DELETE OR TRUNCATE ON sheet_version FOR EACH STATEMENT EXECUTE FUNCTION refuse_change();
CREATE TRIGGER record BEFORE UPDATE OR TRUNCATE ON inspection_event FOR EACH STATEMENT EXECUTE FUNCTION refuse_change();
CREATE TRIGGER record BEFORE UPDATE OR DELETE OR TRUNCATE ON unread_event FOR EACH STATEMENT EXECUTE FUNCTION refuse_change();

-- Events leave their table only into a sealed document, and none joins a sealed inspection. Once a statement.
CREATE FUNCTION events_leave_only_when_sealed() RETURNS trigger LANGUAGE plpgsql AS $$
DECLARE unsealed uuid;
BEGIN
  SELECT g.inspection_id INTO unsealed FROM (SELECT DISTINCT inspection_id FROM gone) g
    LEFT JOIN seal s USING (inspection_id) WHERE s.inspection_id IS NULL LIMIT 1;
  IF unsealed IS NOT NULL THEN
    RAISE EXCEPTION 'events of an open inspection are kept; inspection % is not sealed', unsealed USING ERRCODE = 'restrict_violation';
  END IF;
  RETURN NULL;
END $$;
CREATE TRIGGER leave AFTER DELETE ON inspection_event REFERENCING OLD TABLE AS gone
  FOR EACH STATEMENT EXECUTE FUNCTION events_leave_only_when_sealed();

CREATE FUNCTION event_before() RETURNS trigger LANGUAGE plpgsql AS $$
DECLARE sealed uuid;
BEGIN
  SELECT c.inspection_id INTO sealed FROM (SELECT DISTINCT inspection_id FROM come) c JOIN seal s USING (inspection_id) LIMIT 1;
  IF sealed IS NOT NULL THEN
    RAISE EXCEPTION 'inspection % is sealed; a late event is recorded as an addendum', sealed USING ERRCODE = 'restrict_violation';
  END IF;
  RETURN NULL;
END $$;
CREATE TRIGGER sealed AFTER INSERT ON inspection_event REFERENCING NEW TABLE AS come
  FOR EACH STATEMENT EXECUTE FUNCTION event_before();

-- Not fitted never silently removes a safety test.
CREATE FUNCTION sheet_not_fitted() RETURNS trigger LANGUAGE plpgsql AS $$
DECLARE safety text[] := ARRAY['oscillating_axle','pothole_guards','gate_interlock','ground_enable','foot_pedal','trigger_enable',
  'drive_direction_confirm','drive_cut_back','drive_cut_out','load_sensing','tilt_sensor','crush_guard','auxiliary_pump',
  'manual_descent','maintenance_prop','lowering_alarm','travel_alarm','horn','platform_outlet','fall_arrest_anchors'];
  feature text; entry jsonb;
BEGIN
  FOR feature, entry IN SELECT key, value FROM jsonb_each(NEW.content->'features') LOOP
    IF feature = ANY (safety) AND entry->>'fit' = 'not_fitted' AND (
      coalesce(entry->>'manualPage', '') = '' OR coalesce(entry->>'enteredBy', '') = '' OR coalesce(entry->>'confirmedBy', '') = ''
      OR entry->>'enteredBy' = entry->>'confirmedBy') THEN
      RAISE EXCEPTION 'expected the manual''s page and two different people to say that % is not fitted', feature USING ERRCODE = 'check_violation';
    END IF;
  END LOOP;
  RETURN NEW;
END $$;
CREATE TRIGGER not_fitted BEFORE INSERT ON sheet_version FOR EACH ROW EXECUTE FUNCTION sheet_not_fitted();

-- The floor, again: whatever computed the grade.
CREATE FUNCTION finding_before() RETURNS trigger LANGUAGE plpgsql AS $$
BEGIN
  PERFORM lock_unit(NEW.unit_id);
  IF NEW.grade <> 'tag_out' AND EXISTS (
    SELECT 1 FROM floor_rule f WHERE f.check_id = NEW.check_id AND f.condition = NEW.condition) THEN
    RAISE EXCEPTION '% / % is on the floor: expected grade tag_out, got %', NEW.check_id, NEW.condition, NEW.grade USING ERRCODE = 'check_violation';
  END IF;
  RETURN NEW;
END $$;
CREATE TRIGGER floor_holds BEFORE INSERT ON finding FOR EACH ROW EXECUTE FUNCTION finding_before();

-- A finding that tags out holds the unit from this moment, signed or not.
CREATE FUNCTION finding_holds() RETURNS trigger LANGUAGE plpgsql AS $$
BEGIN
  IF NEW.grade = 'tag_out' THEN
    INSERT INTO tag (unit_id, finding_id, reason, note, raised_by, raised_at)
    VALUES (NEW.unit_id, NEW.id, NEW.check_id || '/' || NEW.condition, NEW.note, NEW.found_by, NEW.found_at);
  END IF;
  RETURN NEW;
END $$;
CREATE TRIGGER holds AFTER INSERT ON finding FOR EACH ROW EXECUTE FUNCTION finding_holds();

CREATE FUNCTION tag_before() RETURNS trigger LANGUAGE plpgsql AS $$
BEGIN
  PERFORM lock_unit(NEW.unit_id);
  RETURN NEW;
END $$;
CREATE TRIGGER locks BEFORE INSERT ON tag FOR EACH ROW EXECUTE FUNCTION tag_before();

-- Return to service, in order: repaired, re-tested after the last repair, released by the person the policy asks for.
CREATE FUNCTION tag_step_before() RETURNS trigger LANGUAGE plpgsql AS $$
DECLARE repaired tag_step; retested tag_step; head int; asks text;
BEGIN
  PERFORM lock_unit(NEW.unit_id);
  IF NOT EXISTS (SELECT 1 FROM tag WHERE id = NEW.tag_id AND unit_id = NEW.unit_id) THEN
    RAISE EXCEPTION 'tag % is not on unit %', NEW.tag_id, NEW.unit_id USING ERRCODE = 'check_violation';
  END IF;
  IF EXISTS (SELECT 1 FROM tag_step WHERE tag_id = NEW.tag_id AND kind = 'released') THEN
    RAISE EXCEPTION 'tag % is already released', NEW.tag_id USING ERRCODE = 'check_violation';
  END IF;
  SELECT * INTO repaired FROM tag_step WHERE tag_id = NEW.tag_id AND kind = 'repaired' ORDER BY at DESC LIMIT 1;
  SELECT * INTO retested FROM tag_step WHERE tag_id = NEW.tag_id AND kind = 'retested' ORDER BY at DESC LIMIT 1;
  IF NEW.kind = 'retested' AND repaired.id IS NULL THEN
    RAISE EXCEPTION 'expected a recorded repair before the re-test of tag %', NEW.tag_id USING ERRCODE = 'check_violation';
  END IF;
  IF NEW.kind = 'retested' AND NOT EXISTS (
    SELECT 1 FROM seal s JOIN inspection i ON i.id = s.inspection_id
    WHERE s.inspection_id = NEW.inspection_id AND i.tag_id = NEW.tag_id AND s.outcome = 'retest_passed' AND s.started_at >= repaired.at) THEN
    RAISE EXCEPTION 'expected a signed and passed re-test of tag % begun after its repair', NEW.tag_id USING ERRCODE = 'check_violation';
  END IF;
  IF NEW.kind = 'released' THEN
    IF repaired.id IS NULL OR retested.id IS NULL OR retested.at < repaired.at THEN
      RAISE EXCEPTION 'expected a repair and a passed re-test after it before tag % is released', NEW.tag_id USING ERRCODE = 'check_violation';
    END IF;
    SELECT s.policy->>'returnToService' INTO asks FROM unit u JOIN site s ON s.id = u.site_id WHERE u.id = NEW.unit_id;
    IF asks <> 'same_technician' AND NEW.person_id = repaired.person_id THEN
      RAISE EXCEPTION 'expected a second person to release tag %, not the one who repaired it', NEW.tag_id USING ERRCODE = 'check_violation';
    END IF;
    IF asks = 'owner_only' AND NOT EXISTS (
      SELECT 1 FROM person_role r JOIN unit u ON u.site_id = r.site_id WHERE u.id = NEW.unit_id AND r.person_id = NEW.person_id AND r.role = 'owner') THEN
      RAISE EXCEPTION 'expected the owner to release tag %', NEW.tag_id USING ERRCODE = 'check_violation';
    END IF;
    SELECT coalesce(max(position), 0) INTO head FROM ledger_entry WHERE unit_id = NEW.unit_id;
    IF NEW.seen_position <> head THEN
      RAISE EXCEPTION 'something newer stands on this unit: entry % was seen, % is the latest', NEW.seen_position, head USING ERRCODE = 'serialization_failure';
    END IF;
  END IF;
  RETURN NEW;
END $$;
CREATE TRIGGER in_order BEFORE INSERT ON tag_step FOR EACH ROW EXECUTE FUNCTION tag_step_before();

-- Nobody clears a unit under a tag, past its examination, without the training, or over a hole in the record.
CREATE FUNCTION seal_before() RETURNS trigger LANGUAGE plpgsql AS $$
DECLARE u unit;
BEGIN
  PERFORM lock_unit(NEW.unit_id);
  SELECT * INTO u FROM unit WHERE id = NEW.unit_id;
  IF NOT EXISTS (SELECT 1 FROM inspection i WHERE i.id = NEW.inspection_id AND i.unit_id = NEW.unit_id AND i.scope->>'kind' = NEW.scope) THEN
    RAISE EXCEPTION 'the seal does not fit inspection %', NEW.inspection_id USING ERRCODE = 'check_violation';
  END IF;
  IF EXISTS (SELECT 1 FROM unread_event WHERE inspection_id = NEW.inspection_id) THEN
    RAISE EXCEPTION 'an event of inspection % could not be read; it must be looked at before the seal', NEW.inspection_id USING ERRCODE = 'check_violation';
  END IF;
  IF EXISTS (SELECT 1 FROM inspection_event WHERE inspection_id = NEW.inspection_id GROUP BY device_id HAVING max(seq) <> count(*)) THEN
    RAISE EXCEPTION 'events of inspection % are missing: the sequence has a gap', NEW.inspection_id USING ERRCODE = 'check_violation';
  END IF;
  IF NEW.outcome IN ('cleared','cleared_with_notes') THEN
    IF EXISTS (SELECT 1 FROM standing_tag WHERE unit_id = NEW.unit_id) THEN
      RAISE EXCEPTION 'unit % carries a tag: it cannot be cleared', u.plate USING ERRCODE = 'check_violation';
    END IF;
    IF u.examination_due <= NEW.signed_at THEN
      RAISE EXCEPTION 'the periodic examination of unit % is overdue: it cannot be cleared', u.plate USING ERRCODE = 'check_violation';
    END IF;
    IF NOT EXISTS (SELECT 1 FROM authorisation a WHERE a.person_id = NEW.signed_by AND a.family = u.family AND a.until > NEW.signed_at) THEN
      RAISE EXCEPTION 'expected the signer to be trained on this family of lift' USING ERRCODE = 'check_violation';
    END IF;
  END IF;
  RETURN NEW;
END $$;
CREATE TRIGGER may_seal BEFORE INSERT ON seal FOR EACH ROW EXECUTE FUNCTION seal_before();

-- The chain: each entry follows the one before it.
CREATE FUNCTION ledger_before() RETURNS trigger LANGUAGE plpgsql AS $$
DECLARE head ledger_entry;
BEGIN
  PERFORM lock_unit(NEW.unit_id);
  SELECT * INTO head FROM ledger_entry WHERE unit_id = NEW.unit_id ORDER BY position DESC LIMIT 1;
  IF NEW.position <> coalesce(head.position, 0) + 1 OR NEW.previous_hash <> coalesce(head.hash, '') THEN
    RAISE EXCEPTION 'the entry does not follow the head of this unit''s ledger' USING ERRCODE = 'serialization_failure';
  END IF;
  RETURN NEW;
END $$;
CREATE TRIGGER follows BEFORE INSERT ON ledger_entry FOR EACH ROW EXECUTE FUNCTION ledger_before();
`;
