import { type Migration, type MigrationProvider, Migrator, NO_MIGRATIONS } from "kysely";
import { catalogueVersion, conditionsOf, writtenChecks } from "@/core/catalogue/catalogue";
import { stopButtonConditions } from "@/core/catalogue/interlock-tests";
import { movementIds, movementWrongs, partOfMovement } from "@/core/catalogue/movements";
import { floorChecks } from "@/core/catalogue/weakened";
import { now } from "@/server/clock";
import { bookAsFound, bookSchema } from "@/server/ledger/books";
import { noteHeads } from "@/server/ledger/heads";
import { appendToAll } from "@/server/units/ledger-entries";
import type { Db, Trx } from "./database";
import { grantRoles } from "./grants";
import * as foundation from "./migrations/001-foundation";
import * as sheets from "./migrations/002-sheets";
import * as plan from "./migrations/003-plan";
import * as trust from "./migrations/004-trust";
import * as evidenceByUnit from "./migrations/005-evidence-by-unit";
import * as pictures from "./migrations/006-pictures";
import * as devices from "./migrations/007-devices";
import * as begunElsewhere from "./migrations/008-begun-elsewhere";
import * as people from "./migrations/009-people";
import * as whereOnIt from "./migrations/010-where-on-it";
import * as asItCame from "./migrations/011-as-it-came";
import * as door from "./migrations/012-door";
import * as books from "./migrations/013-books";
import * as ownerWrites from "./migrations/014-owner-writes";
import * as standing from "./migrations/015-standing";
import * as timeZone from "./migrations/016-time-zone";
import * as keptEvents from "./migrations/017-kept-events";
import * as indexes from "./migrations/018-indexes";
import * as lostEntries from "./migrations/019-lost-entries";
import * as clocks from "./migrations/020-clocks";
import * as office from "./migrations/021-office";
import * as records from "./migrations/022-records";
import * as policies from "./migrations/023-policies";
import * as logBook from "./migrations/024-log-book";
import * as lastingEvidence from "./migrations/025-lasting-evidence";
import * as familyPolicies from "./migrations/026-family-policies";
import * as pastRecords from "./migrations/027-past-records";
import * as shiftNeeds from "./migrations/028-shift-needs";
import * as familiarity from "./migrations/029-familiarity";
import * as retention from "./migrations/030-retention";
import * as certificates from "./migrations/031-certificates";
import * as intervalsByTwo from "./migrations/032-intervals-by-two";
import * as repairsAccepted from "./migrations/033-repairs-accepted";
import * as places from "./migrations/034-places";
import * as wind from "./migrations/035-wind";
import * as talks from "./migrations/036-talks";
import * as shiftPlan from "./migrations/037-shift-plan";
import * as trends from "./migrations/038-trends";
import * as workshop from "./migrations/039-workshop";
import * as telling from "./migrations/040-telling";
import * as shiftWork from "./migrations/041-shift-work";

const provider: MigrationProvider = {
  getMigrations: async () => ({
    "001-foundation": foundation as unknown as Migration,
    "002-sheets": sheets as unknown as Migration,
    "003-plan": plan as unknown as Migration,
    "004-trust": trust as unknown as Migration,
    "005-evidence-by-unit": evidenceByUnit as unknown as Migration,
    "006-pictures": pictures as unknown as Migration,
    "007-devices": devices as unknown as Migration,
    "008-begun-elsewhere": begunElsewhere as unknown as Migration,
    "009-people": people as unknown as Migration,
    "010-where-on-it": whereOnIt as unknown as Migration,
    "011-as-it-came": asItCame as unknown as Migration,
    "012-door": door as unknown as Migration,
    "013-books": books as unknown as Migration,
    "014-owner-writes": ownerWrites as unknown as Migration,
    "015-standing": standing as unknown as Migration,
    "016-time-zone": timeZone as unknown as Migration,
    "017-kept-events": keptEvents as unknown as Migration,
    "018-indexes": indexes as unknown as Migration,
    "019-lost-entries": lostEntries as unknown as Migration,
    "020-clocks": clocks as unknown as Migration,
    "021-office": office as unknown as Migration,
    "022-records": records as unknown as Migration,
    "023-policies": policies as unknown as Migration,
    "024-log-book": logBook as unknown as Migration,
    "025-lasting-evidence": lastingEvidence as unknown as Migration,
    "026-family-policies": familyPolicies as unknown as Migration,
    "027-past-records": pastRecords as unknown as Migration,
    "028-shift-needs": shiftNeeds as unknown as Migration,
    "029-familiarity": familiarity as unknown as Migration,
    "030-retention": retention as unknown as Migration,
    "031-certificates": certificates as unknown as Migration,
    "032-intervals-by-two": intervalsByTwo as unknown as Migration,
    "033-repairs-accepted": repairsAccepted as unknown as Migration,
    "034-places": places as unknown as Migration,
    "035-wind": wind as unknown as Migration,
    "036-talks": talks as unknown as Migration,
    "037-shift-plan": shiftPlan as unknown as Migration,
    "038-trends": trends as unknown as Migration,
    "039-workshop": workshop as unknown as Migration,
    "040-telling": telling as unknown as Migration,
    "041-shift-work": shiftWork as unknown as Migration,
  }),
};

const migrator = (db: Db) => new Migrator({ db, provider });

/** Brings the database to this version's form and copies the floor into it. */
export async function migrate(db: Db): Promise<readonly string[]> {
  const { error, results } = await migrator(db).migrateToLatest();
  if (error) throw error;
  if (results?.some((r) => r.migrationName === "013-books")) await bookAsFound(db);
  if ((results ?? []).length > 0) await bookSchema(db);
  await grantRoles(db);
  await db.transaction().execute(copyFloor);
  await sayCatalogue(db);
  return (results ?? []).map((r) => r.migrationName);
}

/** Undoes every migration, or those after one. */
export async function migrateDown(db: Db, to?: string): Promise<void> {
  const { error } = await migrator(db).migrateTo(to ?? NO_MIGRATIONS);
  if (error) throw error;
}

/** Rows the catalogue adds are added; a rule once on the floor stays on it, whatever a later catalogue says. */
async function copyFloor(db: Trx): Promise<void> {
  const movements = movementIds().map((id) => ({
    id,
    part: partOfMovement(id),
    station: "platform" as const,
    conditions: movementWrongs,
  }));
  const stops = {
    id: "stop.*",
    part: "chassis_stop" as const,
    station: "ground" as const,
    conditions: stopButtonConditions,
  };
  const rows = [...writtenChecks, ...movements, stops].flatMap((check) =>
    Object.entries(conditionsOf(check)).flatMap(([condition, { floor }]) =>
      floor === undefined ? [] : [{ checkId: check.id, condition, rule: floor }],
    ),
  );
  await db
    .insertInto("floorRule")
    .values(rows)
    .onConflict((oc) => oc.doNothing())
    .execute();
}

/** A new version of the catalogue enters every unit's ledger: what an older one asked is asked again. */
async function sayCatalogue(db: Db): Promise<void> {
  const known = await db.selectFrom("catalogueSeen").select("version").executeTakeFirst();
  if (known?.version === catalogueVersion) return;
  const heads = await db.transaction().execute(async (trx) => {
    await refuseAskingLess(trx);
    await trx
      .insertInto("catalogueSeen")
      .values({ one: true, version: catalogueVersion })
      .onConflict((oc) => oc.column("one").doUpdateSet({ version: catalogueVersion }))
      .execute();
    const units = await trx.selectFrom("unit").select("id").execute();
    const document = { from: known?.version ?? null, to: catalogueVersion };
    return appendToAll(
      trx,
      units.map((u) => u.id),
      { kind: "catalogue", at: now(), document },
    );
  });
  noteHeads(heads);
}

/**
 * A version of this app that would ask a sheet for fewer of its checks on the floor does not start on that database:
 * the same comparison that stops a sheet. What a version takes away on purpose is named here, with its reason.
 */
const givenUp: ReadonlySet<string> = new Set();

async function refuseAskingLess(trx: Trx): Promise<void> {
  const before = await trx
    .selectFrom("floorAsked as a")
    .innerJoin("sheetVersion as v", "v.id", "a.sheetVersionId")
    .select(["v.id", "v.sheetId", "v.version", "v.content", "a.checks"])
    .execute();
  for (const { sheetId, version, content, checks } of before) {
    const asked = new Set(floorChecks(content));
    const lost = checks.filter((key) => !asked.has(key) && !givenUp.has(key.split("@")[0] ?? ""));
    if (lost.length > 0)
      throw new Error(
        `expected this version of the app to ask sheet ${sheetId}, version ${version}, for ${lost.slice(0, 5).join(", ")}` +
          `${lost.length > 5 ? ` and ${lost.length - 5} more` : ""} as the one before did; start the earlier version again`,
      );
  }
  const used = await trx
    .selectFrom("unit as u")
    .innerJoin("sheetVersion as v", "v.id", "u.sheetVersionId")
    .select(["v.id", "v.content"])
    .distinctOn("v.id")
    .orderBy("v.id")
    .execute();
  for (const { id, content } of used)
    await trx
      .insertInto("floorAsked")
      .values({ sheetVersionId: id, checks: JSON.stringify(floorChecks(content)) })
      .onConflict((oc) =>
        oc.column("sheetVersionId").doUpdateSet({ checks: JSON.stringify(floorChecks(content)) }),
      )
      .execute();
}
