import { type Kysely, sql } from "kysely";
import type { Database } from "@/server/database/tables";

const mark = "demo";

/** Marks a database as a demo, as only its owner can: all in it is invented, and its clock may be set. */
export async function markDemo(db: Kysely<Database>): Promise<void> {
  await sql.raw(`COMMENT ON TABLE site IS '${mark}'`).execute(db);
}

export async function isDemo(db: Kysely<Database>): Promise<boolean> {
  const { rows } = await sql<{
    said: string | null;
  }>`SELECT obj_description('site'::regclass) AS said`.execute(db);
  return rows[0]?.said === mark;
}
