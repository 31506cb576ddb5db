/** What a ledger entry touches, and evidence per check with what ended it. */
export const ledger = `
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

export const evidence = `
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
