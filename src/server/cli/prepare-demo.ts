import { demoKey } from "@/server/api/keys";
import { databaseUrl, setting } from "@/server/config";
import { openDatabase } from "@/server/database/database";
import { migrate, migrateDown } from "@/server/database/migrate";
import { demoPeople, demoPin } from "@/server/demo/people";
import { recentDays, seedDemo } from "@/server/demo/seed";
import { tellWind } from "@/server/demo/wind";
import { bookAsFound } from "@/server/ledger/books";
import { forgetHeads } from "@/server/ledger/heads";

const db = openDatabase(databaseUrl());
const days = setting("ROOK_STEP_DEMO_DAYS") ?? recentDays;
const set = setting("ROOK_STEP_DEMO_NOW");
const nowMs = set === undefined ? Date.now() : Date.parse(set);

await migrate(db);
const started = await db.selectFrom("site").select("id").executeTakeFirst();
const finished = await db.selectFrom("shiftNeed").select("unitId").executeTakeFirst();
if (started !== undefined && finished === undefined) {
  // A first start that was broken off; nothing in it is anybody's record.
  await migrateDown(db);
  forgetHeads();
  await migrate(db);
}
if (finished === undefined) {
  await seedDemo(db, new Date(nowMs), days);
  await bookAsFound(db);
}
const latest = await db
  .selectFrom("ledgerEntry")
  .select(({ fn }) => fn.max("recordedAt").as("at"))
  .executeTakeFirst();
const clock = set === undefined ? new Date() : morningAfter(nowMs);
// Where the wind meter stand-in speaks, if it does.
const [windAddress] = process.argv.slice(2);
if (windAddress !== undefined) await tellWind(db, windAddress, clock);
await db.destroy();

console.log(`API key of the demo (GET /api/v1/openapi.json says what it opens): ${demoKey}\n`);
if (set !== undefined) console.log(`Clock: ${clock.toISOString()}`);
console.log(`Demo sign-ins (PIN ${demoPin} for all):`);
for (const { badge, name, roles, site } of demoPeople) {
  console.log(
    `  ${badge}  ${name.padEnd(10)} ${roles.join(", ").replaceAll("_", " ")}${site === "low-meadow" ? "" : ", at another site"}`,
  );
}

/** The set hour, on the first day on which nothing is recorded after it. */
function morningAfter(setMs: number): Date {
  const dayMs = 86_400_000;
  const lastMs = latest?.at?.getTime() ?? 0;
  const days = Math.max(0, Math.ceil((lastMs - setMs) / dayMs));
  return new Date(setMs + days * dayMs);
}
