import { sql } from "kysely";
import { openDatabase } from "@/server/database/database";

/** Makes an empty database of the given name on the test cluster, dropping one left from an earlier run. */
const [name] = process.argv.slice(2);
const admin = process.env["ADMIN_DATABASE_URL"];
if (name === undefined || admin === undefined || !/^[a-z_]+$/.test(name)) {
  throw new Error("expected a database name of small letters and ADMIN_DATABASE_URL");
}
const db = openDatabase(admin, 1);
await sql.raw(`DROP DATABASE IF EXISTS ${name} WITH (FORCE)`).execute(db);
await sql.raw(`CREATE DATABASE ${name}`).execute(db);
await db.destroy();
