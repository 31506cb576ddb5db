import { databaseUrl } from "@/server/config";
import { openDatabase } from "@/server/database/database";
import { migrate } from "@/server/database/migrate";
import { firstCode, isEmpty } from "@/server/first/first";

/** Brings a database to this version's form; of one in which nobody is yet, it says the code that opens it. */
const db = openDatabase(databaseUrl());
await migrate(db);
const empty = await isEmpty(db);
await db.destroy();
console.log(
  empty
    ? `Nobody is here yet. Code of this server: ${firstCode()}`
    : "This yard has people already: sign in with a badge and a PIN.",
);
