import { database } from "@/server/database/database";

/** Prints the id of every event the database holds, one a line: for the check that a crash loses none. */
const rows = await database().selectFrom("inspectionEvent").select("id").execute();
console.log(rows.map((row) => row.id).join("\n"));
await database().destroy();
