import { type Kysely, sql } from "kysely";

/** What a shift needs is typed in: who said so last, and when. It decides how no unit stands. */
export async function up(db: Kysely<never>): Promise<void> {
  await sql
    .raw("ALTER TABLE shift_need ADD COLUMN set_by uuid REFERENCES person, ADD COLUMN set_at timestamptz;")
    .execute(db);
}

export async function down(db: Kysely<never>): Promise<void> {
  await sql.raw("ALTER TABLE shift_need DROP COLUMN set_by, DROP COLUMN set_at;").execute(db);
}
