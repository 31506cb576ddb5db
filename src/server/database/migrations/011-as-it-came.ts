import { type Kysely, sql } from "kysely";

/** What a revoked device sends waits as text, as it came: it may hold what the database cannot keep as JSON. */
export async function up(db: Kysely<never>): Promise<void> {
  await sql.raw("ALTER TABLE quarantine ALTER body TYPE text USING body::text;").execute(db);
}

export async function down(db: Kysely<never>): Promise<void> {
  await sql.raw("ALTER TABLE quarantine ALTER body TYPE jsonb USING body::jsonb;").execute(db);
}
