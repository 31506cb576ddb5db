/** The rules that keep a bad unit from looking good, as triggers: they hold whoever writes. */
export const rules = `
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
