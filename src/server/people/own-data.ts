import { sql } from "kysely";
import type { Db } from "@/server/database/database";

/** Rows of one table, at most: more than anybody leaves in a working life. */
const most = 100_000;

/** Columns that open something or check a secret: of no use to the person, and of use to a thief. */
const withheld = /hash|secret|token|password|salt/;

/**
 * All that is kept about somebody as JSON Lines: every row of every table that names them, whoever wrote it and as whatever
 * (who found, who signed, who was trained). A table made later is among them without being listed here. Left out are sign-ins
 * and what secrets are checked by.
 */
export async function* ownData(db: Db, personId: string): AsyncGenerator<string> {
  for (const { table, ids, kept } of await tablesWithIds(db)) {
    const { rows } = await sql<{ row: object }>`
      SELECT to_jsonb(r) AS row FROM (SELECT ${sql.join(kept.map((name) => sql.ref(name)))} FROM ${sql.table(table)}
        WHERE ${sql.join(
          ids.map((name) => sql`${sql.ref(name)} = ${personId}`),
          sql` OR `,
        )} LIMIT ${most}) r`.execute(db);
    for (const { row } of rows) yield `${JSON.stringify({ table, row })}\n`;
  }
}

/** Tables with columns that may name somebody, and which of their columns are given. */
async function tablesWithIds(db: Db) {
  const { rows } = await sql<{ table: string; column: string; type: string }>`
    SELECT c.relname AS table, a.attname AS column, format_type(a.atttypid, NULL) AS type
    FROM pg_class c JOIN pg_attribute a ON a.attrelid = c.oid AND a.attnum > 0 AND NOT a.attisdropped
    WHERE c.relnamespace = 'public'::regnamespace AND c.relkind IN ('r', 'p') AND c.relname NOT LIKE 'auth\\_%'
      AND has_table_privilege(c.oid, 'SELECT')
    ORDER BY c.relname, a.attnum`.execute(db);
  const names = [...new Set(rows.map(({ table }) => table))];
  return names
    .map((table) => {
      const columns = rows.filter((one) => one.table === table);
      return {
        table,
        ids: columns.filter(({ type }) => type === "uuid").map(({ column }) => column),
        kept: columns
          .filter(({ column, type }) => type !== "bytea" && !withheld.test(column))
          .map(({ column }) => column),
      };
    })
    .filter(({ ids, kept }) => ids.length > 0 && kept.length > 0);
}
