import { type Kysely, sql } from "kysely";
import type { Database } from "@/server/database/tables";
import type { Changed } from "./booked";

/** The row of a book that has the rules of the database itself: no table holds it. */
export const schemaRow = { book: "floor", ofTable: "schema", key: "all" } as const;

/**
 * What the database would do by itself: its functions, triggers (and which are off), views, constraints and columns. Whoever
 * changes one of them has it work on what the app writes.
 */
export async function schemaNow(db: Kysely<Database>): Promise<Changed> {
  const { rows } = await sql<{ what: string }>`
    SELECT 'function ' || p.proname || ' ' || p.prosrc AS what FROM pg_proc p WHERE p.pronamespace = 'public'::regnamespace
    UNION ALL SELECT 'trigger ' || t.tgenabled::text || ' ' || pg_get_triggerdef(t.oid) FROM pg_trigger t
      JOIN pg_class c ON c.oid = t.tgrelid WHERE NOT t.tgisinternal AND c.relnamespace = 'public'::regnamespace
    UNION ALL SELECT 'view ' || viewname || ' ' || definition FROM pg_views WHERE schemaname = 'public'
    UNION ALL SELECT 'rule ' || tablename || ' ' || definition FROM pg_rules WHERE schemaname = 'public'
    UNION ALL SELECT 'constraint ' || conrelid::regclass::text || ' ' || pg_get_constraintdef(oid) FROM pg_constraint
      WHERE connamespace = 'public'::regnamespace AND conrelid <> 0
    UNION ALL SELECT 'column ' || table_name || ' ' || column_name || ' ' || data_type || ' ' || is_nullable || ' ' || coalesce(column_default, '')
      FROM information_schema.columns WHERE table_schema = 'public'`.execute(db);
  return { ...schemaRow, content: rows.map(({ what }) => what).sort() };
}
