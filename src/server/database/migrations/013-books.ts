import { type Kysely, sql } from "kysely";

/** Table, the column that names its book (or the book), the columns of its key, and those that are no record. */
const booked: readonly (readonly [string, string, readonly string[], readonly string[]])[] = [
  ["unit", ".id", ["id"], []],
  ["tag", ".unit_id", ["id"], []],
  ["tag_step", ".unit_id", ["id"], []],
  ["seal", ".unit_id", ["inspection_id"], []],
  ["finding", ".unit_id", ["id"], []],
  ["examination", ".unit_id", ["id"], []],
  ["unit_figure", ".unit_id", ["unit_id", "figure", "set_at"], []],
  ["figure_claim", ".unit_id", ["id"], []],
  ["unit_event", ".unit_id", ["id"], []],
  ["inspection", ".unit_id", ["id"], []],
  ["held_report", ".unit_id", ["id"], []],
  ["finding_repair", "yard", ["finding_id"], []],
  ["matter_gone", "yard", ["event_id"], []],
  ["report_look", "yard", ["report_id"], []],
  ["retest_tag", "yard", ["inspection_id", "tag_id"], []],
  ["inspection_person", "yard", ["inspection_id", "person_id"], []],
  ["site", "sites", ["id"], []],
  ["person", "people", ["id"], []],
  ["person_role", "people", ["person_id", "site_id", "role"], []],
  ["authorisation", "people", ["person_id", "family"], []],
  ["auth_account", "people", ["id"], ["updated_at"]],
  ["api_key", "people", ["id"], ["last_used_at"]],
  ["device_key", "devices", ["id"], []],
  ["device_revocation", "devices", ["device_id"], []],
  ["sheet", "sheets", ["id"], []],
  ["sheet_version", "sheets", ["id"], []],
  ["sheet_claim", "sheets", ["id"], []],
  ["floor_rule", "floor", ["check_id", "condition"], []],
  ["floor_asked", "floor", ["sheet_version_id"], []],
  ["catalogue_seen", "floor", ["one"], []],
];

const quoted = (text: string) => `'${text}'`;

/**
 * Books: what every row that decides a standing holds, entry by entry, chained and signed as a ledger is. A transaction
 * notes what it changed; the app writes that into the books before it commits, and is refused the commit if it has not.
 */
export async function up(db: Kysely<never>): Promise<void> {
  await sql.raw(books).execute(db);
  for (const [table, book, key, but] of booked) {
    const told = `note_row(${[book, key.join(","), but.join(",")].map(quoted).join(", ")})`;
    await sql
      .raw(
        `CREATE TRIGGER booked AFTER INSERT OR UPDATE OR DELETE ON ${table} FOR EACH ROW EXECUTE FUNCTION ${told};`,
      )
      .execute(db);
  }
  await sql
    .raw(
      "CREATE TRIGGER booked AFTER INSERT ON check_evidence REFERENCING NEW TABLE AS come FOR EACH STATEMENT EXECUTE FUNCTION note_evidence();",
    )
    .execute(db);
}

export async function down(db: Kysely<never>): Promise<void> {
  for (const [table] of booked) await sql.raw(`DROP TRIGGER booked ON ${table};`).execute(db);
  await sql
    .raw(`
DROP TRIGGER booked ON check_evidence;
DROP TABLE row_changed, book_entry;
DROP FUNCTION note_row(), note_evidence(), row_is_booked(), take_changed();
`)
    .execute(db);
}

export const books = `
CREATE TABLE book_entry (
  book text NOT NULL CHECK (book <> ''),
  position int NOT NULL CHECK (position > 0),
  body text NOT NULL,
  previous_hash text NOT NULL,
  hash text NOT NULL UNIQUE,
  signature text NOT NULL,
  recorded_at timestamptz NOT NULL,
  PRIMARY KEY (book, position)
);
CREATE TRIGGER record BEFORE UPDATE OR DELETE OR TRUNCATE ON book_entry FOR EACH STATEMENT EXECUTE FUNCTION refuse_change();

-- What a transaction has changed and no book says yet; empty between transactions.
CREATE TABLE row_changed (
  id bigint GENERATED ALWAYS AS IDENTITY PRIMARY KEY,
  xact xid8 NOT NULL DEFAULT pg_current_xact_id(),
  book text NOT NULL,
  of_table text NOT NULL,
  key text NOT NULL,
  -- Null: the row was removed.
  content jsonb
);
CREATE INDEX row_changed_xact ON row_changed (xact);

CREATE FUNCTION note_row() RETURNS trigger LANGUAGE plpgsql AS $$
DECLARE
  one jsonb := to_jsonb(CASE WHEN TG_OP = 'DELETE' THEN OLD ELSE NEW END);
  of_unit text := one ->> substr(TG_ARGV[0], 2);
  key text := (SELECT string_agg(one ->> name, '|' ORDER BY place) FROM unnest(string_to_array(TG_ARGV[1], ',')) WITH ORDINALITY AS k (name, place));
BEGIN
  IF TG_OP = 'UPDATE' AND to_jsonb(OLD) - string_to_array(TG_ARGV[2], ',') = one - string_to_array(TG_ARGV[2], ',') THEN
    RETURN NULL;
  END IF;
  INSERT INTO row_changed (book, of_table, key, content) VALUES (
    CASE WHEN TG_ARGV[0] NOT LIKE '.%' THEN TG_ARGV[0] WHEN of_unit IS NULL THEN 'yard' ELSE 'unit ' || of_unit END,
    TG_TABLE_NAME, key,
    CASE WHEN TG_OP = 'DELETE' THEN NULL ELSE one - string_to_array(TG_ARGV[2], ',') END);
  RETURN NULL;
END $$;

-- The evidence of a unit's latest walk is one matter; what ends it is in the ledger.
CREATE FUNCTION note_evidence() RETURNS trigger LANGUAGE plpgsql AS $$
BEGIN
  INSERT INTO row_changed (book, of_table, key, content)
    SELECT 'unit ' || unit_id, 'check_evidence', unit_id::text,
      jsonb_agg(jsonb_build_array(check_key, inspection_id, event_id, proves, seen, until) ORDER BY check_key COLLATE "C")
    FROM come GROUP BY unit_id;
  RETURN NULL;
END $$;

-- Gives a transaction what it has changed, with the head of each book, and forgets it; each book stays locked until the commit.
-- What another transaction put there in this one's name is none of its own, as the row's own stamp says.
CREATE FUNCTION take_changed() RETURNS TABLE (id bigint, book text, of_table text, key text, content jsonb, head_position int, head_hash text)
LANGUAGE plpgsql SECURITY DEFINER SET search_path = public, pg_temp AS $$
DECLARE own xid8 := pg_current_xact_id_if_assigned();
BEGIN
  IF own IS NULL THEN RETURN; END IF;
  PERFORM pg_advisory_xact_lock(7115, hashtext(b.book)) FROM
    (SELECT DISTINCT r.book FROM row_changed r WHERE r.xact = own AND r.xmin = own::xid ORDER BY 1) AS b;
  RETURN QUERY WITH taken AS (DELETE FROM row_changed r WHERE r.xact = own AND r.xmin = own::xid RETURNING r.*)
    SELECT t.id, t.book, t.of_table, t.key, t.content, h.position, h.hash FROM taken t
      LEFT JOIN LATERAL (SELECT e.position, e.hash FROM book_entry e WHERE e.book = t.book ORDER BY e.position DESC LIMIT 1) AS h ON true
    ORDER BY t.id;
END $$;

CREATE FUNCTION row_is_booked() RETURNS trigger LANGUAGE plpgsql AS $$
BEGIN
  IF current_setting('rook.books', true) = 'on' AND EXISTS (SELECT FROM row_changed WHERE id = NEW.id) THEN
    RAISE EXCEPTION 'expected a change of % to be written into its book before the commit', NEW.of_table USING ERRCODE = 'restrict_violation';
  END IF;
  RETURN NULL;
END $$;
CREATE CONSTRAINT TRIGGER is_booked AFTER INSERT ON row_changed DEFERRABLE INITIALLY DEFERRED FOR EACH ROW EXECUTE FUNCTION row_is_booked();
`;
