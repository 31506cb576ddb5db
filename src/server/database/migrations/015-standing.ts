import { type Kysely, sql } from "kysely";
import { rules } from "./001-rules";
import { books } from "./013-books";
import { asBefore } from "./as-before";

/** A table whose rows bear on how a unit stands, how the unit is found from one, and when a row does. */
const bears: readonly (readonly [table: string, unitBy: string, when: string])[] = [
  ["unit", "id", "UPDATE OF site_id, examination_due"],
  ["tag", "unit_id", "INSERT OR UPDATE OR DELETE"],
  ["tag_step", "unit_id", "INSERT OR UPDATE OR DELETE"],
  ["seal", "unit_id", "INSERT OR UPDATE OR DELETE"],
  ["finding", "unit_id", "INSERT OR UPDATE OR DELETE"],
  ["finding_repair", "finding_id", "INSERT OR UPDATE OR DELETE"],
  ["matter_gone", "finding_id", "INSERT OR UPDATE OR DELETE"],
  ["held_report", "unit_id", "INSERT OR UPDATE OR DELETE"],
  ["report_look", "report_id", "INSERT OR UPDATE OR DELETE"],
];

/**
 * How each unit stands, in one row: what is read on every page is kept, not worked out from all there ever was. The row is
 * written by the database in the transaction that changes anything it is made of, and equals what `standing_worked_out`
 * gives. It is the unit's lock as well: ten thousand locks at once are ten thousand rows, where PostgreSQL had no room for
 * as many of its own.
 */
export async function up(db: Kysely<never>): Promise<void> {
  await sql.raw(standing).execute(db);
  for (const [table, unitBy, when] of bears)
    await sql
      .raw(
        `CREATE TRIGGER bears_on_standing AFTER ${when} ON ${table} FOR EACH ROW EXECUTE FUNCTION standing_changes('${unitBy}');`,
      )
      .execute(db);
  await sql.raw(locks).execute(db);
}

export async function down(db: Kysely<never>): Promise<void> {
  for (const [table] of bears) await sql.raw(`DROP TRIGGER bears_on_standing ON ${table};`).execute(db);
  await sql
    .raw(`
DROP TRIGGER bears_come ON check_evidence;
DROP TRIGGER bears_changed ON check_evidence;
DROP TRIGGER bears_gone ON check_evidence;
DROP TRIGGER has_standing ON unit;
DROP TABLE unit_standing;
DROP VIEW standing_worked_out;
DROP FUNCTION standing_changes(), evidence_changes(), restate(), unit_has_standing();
DROP INDEX seal_latest;
${asBefore(rules, "CREATE FUNCTION lock_unit(locked uuid)")}
${asBefore(books, "CREATE FUNCTION take_changed()")}`)
    .execute(db);
}

export const standing = `
CREATE INDEX seal_latest ON seal (unit_id, ledger_position DESC, signed_at DESC) WHERE scope = 'full';

-- What a unit's row is made of, from the records themselves.
CREATE VIEW standing_worked_out AS
  SELECT u.id AS unit_id, u.site_id,
    ARRAY(SELECT t.number FROM standing_tag t WHERE t.unit_id = u.id ORDER BY t.number COLLATE "C") AS tags,
    (SELECT t.reason FROM standing_tag t WHERE t.unit_id = u.id ORDER BY t.raised_at, t.number COLLATE "C" LIMIT 1) AS tag_reason,
    ARRAY(SELECT h.name FROM standing_hold h WHERE h.unit_id = u.id AND h.name LIKE 'R-%' ORDER BY h.since, h.name COLLATE "C") AS reports,
    u.examination_due,
    (SELECT min(m.repair_by) FROM open_matter m WHERE m.unit_id = u.id) AS repair_due,
    l.inspection_id, l.outcome, l.checks_due, l.signed_by, l.signed_at, l.clearance_ends_at, e.proven,
    (SELECT kind FROM ledger_entry WHERE unit_id = u.id AND position = e.ended_by) AS ended_by
  FROM unit u
  LEFT JOIN LATERAL (SELECT * FROM seal s WHERE s.unit_id = u.id AND s.scope = 'full'
    ORDER BY s.ledger_position DESC, s.signed_at DESC LIMIT 1) l ON true
  LEFT JOIN LATERAL (SELECT count(*) FILTER (WHERE c.ended_by IS NULL AND c.proves IN ('fine','noted'))::int AS proven,
    max(c.ended_by) AS ended_by FROM check_evidence c WHERE c.unit_id = u.id AND c.inspection_id = l.inspection_id) e ON l.inspection_id IS NOT NULL;

CREATE TABLE unit_standing (
  unit_id uuid PRIMARY KEY REFERENCES unit ON DELETE CASCADE,
  site_id text NOT NULL,
  tags text[] NOT NULL,
  tag_reason text,
  reports text[] NOT NULL,
  examination_due timestamptz NOT NULL,
  repair_due timestamptz,
  -- The latest signed full walk, and what is left of what it proved.
  inspection_id uuid,
  outcome text,
  checks_due int,
  signed_by uuid,
  signed_at timestamptz,
  clearance_ends_at timestamptz,
  proven int,
  ended_by text,
  -- Something it is made of has changed in this transaction; never so once it is committed.
  stale boolean NOT NULL DEFAULT false
) WITH (fillfactor = 60);
INSERT INTO unit_standing SELECT * FROM standing_worked_out;
CREATE INDEX unit_standing_tagged ON unit_standing (site_id) WHERE tags <> '{}';

CREATE FUNCTION unit_has_standing() RETURNS trigger LANGUAGE plpgsql SECURITY DEFINER SET search_path = public, pg_temp AS $$
BEGIN
  INSERT INTO unit_standing (unit_id, site_id, tags, reports, examination_due) VALUES (NEW.id, NEW.site_id, '{}', '{}', NEW.examination_due);
  RETURN NULL;
END $$;
CREATE TRIGGER has_standing AFTER INSERT ON unit FOR EACH ROW EXECUTE FUNCTION unit_has_standing();

-- Once a transaction, as the last thing before its commit, however much it changed.
CREATE FUNCTION restate() RETURNS trigger LANGUAGE plpgsql SECURITY DEFINER SET search_path = public, pg_temp AS $$
BEGIN
  UPDATE unit_standing s SET (site_id, tags, tag_reason, reports, examination_due, repair_due, inspection_id, outcome, checks_due, signed_by,
      signed_at, clearance_ends_at, proven, ended_by, stale) =
    (SELECT w.site_id, w.tags, w.tag_reason, w.reports, w.examination_due, w.repair_due, w.inspection_id, w.outcome, w.checks_due, w.signed_by,
      w.signed_at, w.clearance_ends_at, w.proven, w.ended_by, false FROM standing_worked_out w WHERE w.unit_id = NEW.unit_id)
    WHERE s.unit_id = NEW.unit_id AND s.stale;
  RETURN NULL;
END $$;
CREATE CONSTRAINT TRIGGER restated AFTER UPDATE ON unit_standing DEFERRABLE INITIALLY DEFERRED FOR EACH ROW
  WHEN (NEW.stale) EXECUTE FUNCTION restate();

CREATE FUNCTION standing_changes() RETURNS trigger LANGUAGE plpgsql SECURITY DEFINER SET search_path = public, pg_temp AS $$
DECLARE
  one jsonb := to_jsonb(CASE WHEN TG_OP = 'DELETE' THEN OLD ELSE NEW END);
  named uuid := (one ->> TG_ARGV[0])::uuid;
BEGIN
  UPDATE unit_standing SET stale = true WHERE NOT stale AND unit_id = CASE TG_ARGV[0]
    WHEN 'finding_id' THEN (SELECT f.unit_id FROM finding f WHERE f.id = named)
    WHEN 'report_id' THEN (SELECT r.unit_id FROM held_report r WHERE r.id = named)
    ELSE named END;
  RETURN NULL;
END $$;

CREATE FUNCTION evidence_changes() RETURNS trigger LANGUAGE plpgsql SECURITY DEFINER SET search_path = public, pg_temp AS $$
BEGIN
  UPDATE unit_standing SET stale = true WHERE NOT stale AND unit_id IN (SELECT unit_id FROM touched);
  RETURN NULL;
END $$;
CREATE TRIGGER bears_come AFTER INSERT ON check_evidence REFERENCING NEW TABLE AS touched FOR EACH STATEMENT EXECUTE FUNCTION evidence_changes();
CREATE TRIGGER bears_changed AFTER UPDATE ON check_evidence REFERENCING NEW TABLE AS touched FOR EACH STATEMENT EXECUTE FUNCTION evidence_changes();
CREATE TRIGGER bears_gone AFTER DELETE ON check_evidence REFERENCING OLD TABLE AS touched FOR EACH STATEMENT EXECUTE FUNCTION evidence_changes();
`;

const locks = `
CREATE OR REPLACE FUNCTION lock_unit(locked uuid) RETURNS void LANGUAGE plpgsql SECURITY DEFINER SET search_path = public, pg_temp AS $$
BEGIN
  PERFORM FROM unit_standing WHERE unit_id = locked FOR NO KEY UPDATE;
  IF NOT FOUND THEN RAISE EXCEPTION 'expected a unit of the pool, got %', locked USING ERRCODE = 'foreign_key_violation'; END IF;
END $$;

-- As before; but a unit's book is locked by the unit's row, like its ledger.
CREATE OR REPLACE FUNCTION take_changed() RETURNS TABLE (id bigint, book text, of_table text, key text, content jsonb, head_position int, head_hash text)
LANGUAGE plpgsql SECURITY DEFINER SET search_path = public, pg_temp AS $$
DECLARE own xid8 := pg_current_xact_id_if_assigned();
BEGIN
  IF own IS NULL THEN RETURN; END IF;
  PERFORM FROM unit_standing s JOIN unit u ON u.id = s.unit_id WHERE s.unit_id IN
    (SELECT substr(r.book, 6)::uuid FROM row_changed r WHERE r.xact = own AND r.xmin = own::xid AND r.book LIKE 'unit %')
    ORDER BY u.lock_no FOR NO KEY UPDATE OF s;
  PERFORM pg_advisory_xact_lock(7115, hashtext(b.book)) FROM
    (SELECT DISTINCT r.book FROM row_changed r WHERE r.xact = own AND r.xmin = own::xid AND r.book NOT LIKE 'unit %' ORDER BY 1) AS b;
  RETURN QUERY WITH taken AS (DELETE FROM row_changed r WHERE r.xact = own AND r.xmin = own::xid RETURNING r.*)
    SELECT t.id, t.book, t.of_table, t.key, t.content, h.position, h.hash FROM taken t
      LEFT JOIN LATERAL (SELECT e.position, e.hash FROM book_entry e WHERE e.book = t.book ORDER BY e.position DESC LIMIT 1) AS h ON true
    ORDER BY t.id;
END $$;
`;
