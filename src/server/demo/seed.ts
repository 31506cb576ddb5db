import { randomUUID } from "node:crypto";
import { hashPassword } from "better-auth/crypto";
import { type Sheet, sheetSchema } from "@/core/sheet/sheet";
import { lineRulePresets } from "@/core/vocabulary/line-rule";
import { defaultPolicy } from "@/core/vocabulary/policy";
import { seeded } from "@/core/vocabulary/seeded";
import { demoSheets } from "@/demo/sheets/demo-sheets";
import { demoKey, makeKey } from "@/server/api/keys";
import type { Db } from "@/server/database/database";
import { minutesLearned } from "@/server/inspections/minutes";
import { canonical, sha256 } from "@/server/ledger/chain";
import { loginOf } from "@/server/people/auth";
import { tellClocks } from "./clocks";
import { tellHistory } from "./history";
import { tellKeeping } from "./keeping";
import { markDemo } from "./mark";
import { demoPeople, demoPin, demoSite, licenceOf, otherSite } from "./people";
import { tellPlaces } from "./places";
import { demoPool, demoWork } from "./pool";
import { seededUuid } from "./random";
import { tellStories } from "./stories";
import { tellSurveys } from "./surveys";
import { tellWorkshop } from "./workshop";

/** Told day by day by the app's own use cases; what lies before is written in bulk. */
export const recentDays = 21;
const historyDays = 540;

const shifts = [
  { id: "early", startsMin: 390 },
  { id: "late", startsMin: 870 },
];

/**
 * The demo scenario: the pool, the people, and some weeks of history made by running the app's own use cases
 * over a seeded generator. The day of `now` anchors it;
 * the same day always gives the same story, told up to `now`.
 */
export async function seedDemo(db: Db, now: Date, days: number): Promise<void> {
  const today = new Date(Math.floor(now.getTime() / 86_400_000) * 86_400_000);
  const random = seeded(1867);
  await markDemo(db);
  await seedSites(db);
  await makeKey(db, demoSite, "Demo key", null, today, demoKey);
  await seedPeople(db, random, today);
  await seedUnits(db, random, today);
  // A test's short demo has no long past, but for the boom whose stopping distance creeps.
  if (days < recentDays) await tellHistory(db, seeded(22), today, 360, days, ["LM-22"]);
  else {
    await tellHistory(db, random, today, historyDays, days);
    await tellClocks(db, seeded(733), today, days);
  }
  await tellStories(db, random, today, days, now);
  await tellKeeping(db, today);
  await tellWorkshop(db, today);
  await tellPlaces(db, today);
  await tellSurveys(db, today, now);
  await seedNeeds(db);
  await minutesLearned();
}

async function seedSites(db: Db): Promise<void> {
  // The owner has confirmed how far they keep off lines, and how heavy people of their crews are.
  const workplace = { lines: lineRulePresets.stepped, lineSwayM: 0.6, machineSwayM: 0.2, personKg: 100 };
  // What stands on feet is set up anew at each spot: its place is surveyed apart from the walk.
  const apart = { survey: "apart" } as const;
  const families = { tracked_spider: apart, towable_boom: apart, vehicle_boom: apart };
  const policy = JSON.stringify({ ...defaultPolicy, workplace, families });
  const common = { timeZone: "UTC", shifts: JSON.stringify(shifts), policy };
  await db
    .insertInto("site")
    .values([
      { id: demoSite, name: "Low Meadow Glasshouses", ...common },
      { id: otherSite, name: "Withy Orchard", ...common },
    ])
    .execute();
}

async function seedPeople(db: Db, random: () => number, today: Date): Promise<void> {
  const until = new Date(today.getTime() + 400 * 86_400_000);
  for (const person of demoPeople) {
    const id = seededUuid(random);
    await db.insertInto("person").values({ id, badge: person.badge, name: person.name }).execute();
    await db
      .insertInto("personRole")
      .values(person.roles.map((role) => ({ personId: id, siteId: person.site, role })))
      .execute();
    const held = person.families.map((family) => ({
      personId: id,
      family,
      licence: licenceOf(person.badge),
      until,
    }));
    if (held.length > 0) await db.insertInto("authorisation").values(held).execute();
    await addLogin(db, id, person.badge, person.name, demoPin, today);
  }
}

/** Gives a person a PIN: the rows the sign-in library reads. */
export async function addLogin(
  db: Db,
  id: string,
  badge: string,
  name: string,
  pin: string,
  at: Date,
): Promise<void> {
  const rows = db as unknown as import("kysely").Kysely<Record<string, Record<string, unknown>>>;
  const times = { createdAt: at, updatedAt: at };
  await rows
    .insertInto("authUser")
    .values({ id, name, email: loginOf(badge), emailVerified: false, ...times })
    .execute();
  const password = await hashPassword(pin);
  await rows
    .insertInto("authAccount")
    .values({ id: randomUUID(), accountId: id, providerId: "credential", userId: id, password, ...times })
    .execute();
}

async function seedUnits(db: Db, random: () => number, today: Date): Promise<void> {
  const versions = new Map<string, string>();
  for (const [sheetId, sheet] of Object.entries<Sheet>(demoSheets)) {
    const content = canonical(sheetSchema.parse(sheet));
    const id = seededUuid(random);
    await db
      .insertInto("sheet")
      .values({ id: sheetId, name: `${sheet.maker} ${sheet.model}`, family: sheet.family })
      .execute();
    await db
      .insertInto("sheetVersion")
      .values({ id, sheetId, version: 1, content, hash: sha256(content), createdAt: today, weakens: "[]" })
      .execute();
    versions.set(sheetId, id);
  }
  await db
    .insertInto("unit")
    .values(
      demoPool.map((u) => ({
        id: seededUuid(random),
        plate: u.plate,
        siteId: demoSite,
        family: demoSheets[u.sheet].family,
        serial: u.serial,
        sheetVersionId: versions.get(u.sheet) ?? null,
        examinationDue: new Date(today.getTime() + u.examinationInDays * 86_400_000),
      })),
    )
    .execute();
}

async function seedNeeds(db: Db): Promise<void> {
  const units = new Map(
    (await db.selectFrom("unit").select(["id", "plate"]).execute()).map((u) => [u.plate, u.id]),
  );
  const people = new Map(
    (await db.selectFrom("person").select(["id", "badge"]).execute()).map((p) => [p.badge, p.id]),
  );
  const rows = demoPool.flatMap((u) => {
    const unitId = units.get(u.plate);
    if (u.need === undefined || unitId === undefined) return [];
    const inspectorId = u.need.inspector === undefined ? null : (people.get(u.need.inspector) ?? null);
    return [
      {
        siteId: demoSite,
        shiftId: u.need.shift,
        unitId,
        crew: u.need.crew,
        place: u.need.place,
        inspectorId,
        ...workOf(u.need.crew, u.need.place),
      },
    ];
  });
  await db.insertInto("shiftNeed").values(rows).execute();
}

function workOf(crew: string, place: string) {
  const known = demoWork[`${crew}, ${place}`];
  return { work: known === undefined ? null : JSON.stringify(known.work), moveMin: known?.moveMin ?? 0 };
}
