/** Findings in the ledger when accepted, open matters of a unit, and reports that hold until somebody looks. */
export const matters = `
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

export const reports = `
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
