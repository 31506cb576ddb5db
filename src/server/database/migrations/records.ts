import { type Kysely, sql } from "kysely";

/**
 * Makes tables records: nothing in them is changed or removed, and each row stands in its book. `book` is its name, or a dot and the
 * column that says whose unit's it is.
 */
export async function makeRecords(
  db: Kysely<never>,
  tables: readonly (readonly [table: string, book: string, key: string])[],
): Promise<void> {
  for (const [table, book, key] of tables)
    await sql
      .raw(`
CREATE TRIGGER record BEFORE UPDATE OR DELETE OR TRUNCATE ON ${table} FOR EACH STATEMENT EXECUTE FUNCTION refuse_change();
CREATE TRIGGER booked AFTER INSERT OR UPDATE OR DELETE ON ${table} FOR EACH ROW EXECUTE FUNCTION note_row('${book}', '${key}', '');`)
      .execute(db);
}
