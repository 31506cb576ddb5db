import { sql } from "kysely";
import { openDatabase } from "@/server/database/database";
import { migrate } from "@/server/database/migrate";

/** The database every test file's own is a copy of: migrated once. */
export const templateName = "rook_template";

export async function setup(): Promise<void> {
  const url = process.env["TEST_DATABASE_URL"];
  if (url === undefined)
    throw new Error("expected TEST_DATABASE_URL; run the database tests through `npm test`");
  const admin = openDatabase(url, 1);
  await sql.raw(`DROP DATABASE IF EXISTS ${templateName} WITH (FORCE)`).execute(admin);
  await sql.raw(`CREATE DATABASE ${templateName}`).execute(admin);
  await admin.destroy();
  const db = openDatabase(url.replace(/\/[^/]+$/, `/${templateName}`), 1);
  await migrate(db);
  await db.destroy();
}
