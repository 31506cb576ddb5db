import { databaseUrl } from "@/server/config";
import { openDatabase } from "@/server/database/database";
import { migrate } from "@/server/database/migrate";
import { markDemo } from "@/server/demo/mark";
import { furnish } from "./furnish";

/** Migrates a database and furnishes sites from one number up to another. */
const [from = 0, to = 1] = process.argv.slice(2).map(Number);
const db = openDatabase(databaseUrl(), 2);
await migrate(db);
await markDemo(db);
await furnish(
  db,
  Array.from({ length: to - from }, (_, i) => from + i),
);
await db.destroy();
