import { sql } from "kysely";
import { openDatabase } from "@/server/database/database";

/** Makes an empty database, or a copy of another, on the test cluster, dropping one left from an earlier run. */
const [name, like] = process.argv.slice(2);
const admin = process.env["ADMIN_DATABASE_URL"];
const isName = (text: string | undefined): text is string => text !== undefined && /^[a-z_]+$/.test(text);
if (!isName(name) || admin === undefined || (like !== undefined && !isName(like))) {
  throw new Error("expected database names of small letters and ADMIN_DATABASE_URL");
}
const db = openDatabase(admin, 1);
await sql.raw(`DROP DATABASE IF EXISTS ${name} WITH (FORCE)`).execute(db);
await sql.raw(`CREATE DATABASE ${name} ${like === undefined ? "" : `TEMPLATE ${like}`}`).execute(db);
await db.destroy();
