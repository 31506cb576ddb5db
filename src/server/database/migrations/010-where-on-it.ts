import { type Kysely, sql } from "kysely";

/** Where on its part a finding is, and how big: what it has grown from is told by it. */
export async function up(db: Kysely<never>): Promise<void> {
  await sql
    .raw(`
ALTER TABLE finding ADD where_on_it text[] NOT NULL DEFAULT '{}',
  ADD size_mm double precision CHECK (size_mm > 0);`)
    .execute(db);
}

export async function down(db: Kysely<never>): Promise<void> {
  await sql.raw("ALTER TABLE finding DROP COLUMN where_on_it, DROP COLUMN size_mm;").execute(db);
}
