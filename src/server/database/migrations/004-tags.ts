/** Several tags under one repair and re-test. */
export const tags = `
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
