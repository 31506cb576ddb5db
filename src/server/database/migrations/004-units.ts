/** What happens to a unit between inspections, its sheet and its examinations, and what a seal asks. */
export const units = `
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

export const sheets = `
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

export const seals = `
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
