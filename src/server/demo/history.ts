import type { ShiftClock } from "@/core/decision/standing";
import { foundStowed } from "@/core/plan/found";
import type { Policy } from "@/core/vocabulary/policy";
import { demoSheets } from "@/demo/sheets/demo-sheets";
import { noteWalkReadings } from "@/server/clocks/hours";
import type { Db } from "@/server/database/database";
import { evidenceOf } from "@/server/inspections/evidence";
import { noteMeasurements } from "@/server/inspections/measurements";
import { noteMinutes } from "@/server/inspections/minutes";
import { eventsHash, sealEntry } from "@/server/inspections/sign";
import { lockUnit } from "@/server/ledger/append";
import { noteHeads } from "@/server/ledger/heads";
import { judgedAlone, type PastWalk, writePastWalks } from "./past-walks";
import { licenceOf } from "./people";
import { type DemoUnit, demoPool } from "./pool";
import { quirks } from "./quirks";
import { seededUuid } from "./random";
import { type DemoAnswer, walkedEvents } from "./walk";

const dayMs = 86_400_000;
const minMs = 60_000;
const atOnce = 20;

interface Past {
  readonly db: Db;
  readonly random: () => number;
  readonly today: Date;
  readonly policy: Policy;
  readonly shifts: readonly ShiftClock[];
  readonly siteId: string;
  readonly people: ReadonlyMap<string, { readonly id: string; readonly name: string }>;
}

/**
 * The long past: from eighteen months ago until the recent days that `stories.ts` tells. Each inspection is
 * walked, graded, decided and sealed by the same core and written as the app writes it, many at a time. Units a
 * crew needs were walked every week that is told, the others once a month. What was found then was put right
 * on the spot; what led to a tag is in the stories. `plates`: of these units alone.
 */
export async function tellHistory(
  db: Db,
  random: () => number,
  today: Date,
  fromDaysAgo: number,
  untilDaysAgo: number,
  // What is on hire has no past here.
  plates = demoPool.map(({ plate }) => plate).filter((plate) => plate.startsWith("LM-")),
): Promise<void> {
  const site = await db
    .selectFrom("site")
    .selectAll()
    .where("id", "=", "low-meadow")
    .executeTakeFirstOrThrow();
  const people = await db.selectFrom("person").select(["id", "badge", "name"]).execute();
  const units = await db
    .selectFrom("unit")
    .select(["id", "plate", "sheetVersionId"])
    .where("siteId", "=", site.id)
    .execute();
  const past: Past = {
    db,
    random,
    today,
    policy: site.policy,
    shifts: site.shifts,
    siteId: site.id,
    people: new Map(people.map((p) => [p.badge, p])),
  };
  for (const unit of demoPool.filter(({ plate }) => plates.includes(plate))) {
    const row = units.find((u) => u.plate === unit.plate);
    if (row === undefined || row.sheetVersionId === null) continue;
    const everyDays = unit.need === undefined ? 30 : 7;
    const days: number[] = [];
    for (let ago = fromDaysAgo; ago > untilDaysAgo; ago -= everyDays) days.push(ago);
    for (let i = 0; i < days.length; i += atOnce)
      await tellUnit(past, unit, row.id, row.sheetVersionId, days.slice(i, i + atOnce));
  }
}

async function tellUnit(
  past: Past,
  unit: DemoUnit,
  unitId: string,
  sheetVersionId: string,
  days: readonly number[],
): Promise<void> {
  const heads = await past.db.transaction().execute(async (trx) => {
    await lockUnit(trx, unitId);
    const told = days.map((ago) => tellOne(past, unit, unitId, sheetVersionId, ago));
    const written = await writePastWalks(trx, unitId, told, past.shifts);
    for (const { inspection, events, signedAt } of told)
      await noteWalkReadings(trx, inspection, events, signedAt);
    await noteMeasurements(trx, told);
    await noteMinutes(
      trx,
      unit.sheet,
      told.map(({ events }) => events),
    );
    return written;
  });
  noteHeads(heads);
}

interface Told extends PastWalk {
  readonly events: ReturnType<typeof walkedEvents>["events"];
}

function tellOne(past: Past, unit: DemoUnit, unitId: string, sheetVersionId: string, ago: number): Told {
  const { random, policy } = past;
  const sheet = demoSheets[unit.sheet];
  const badge = unit.need?.inspector ?? (random() < 0.5 ? "1041" : "1042");
  const person = past.people.get(badge);
  if (person === undefined) throw new Error(`the demo has no badge ${badge}`);
  const startMin = 315 + Math.floor(random() * 40);
  const inspection: Told["inspection"] = {
    id: seededUuid(random),
    unitId,
    plate: unit.plate,
    siteId: past.siteId,
    personId: person.id,
    people: [person.id],
    scope: { kind: "full" },
    tagId: null,
    asks: { sheetVersionId, sheet },
    sheetId: unit.sheet,
    policy,
    found: foundStowed(sheet),
    startedAt: new Date(past.today.getTime() - ago * dayMs + startMin * minMs),
    startedPosition: null,
    begunAt: null,
    begunSeen: null,
  };
  const answers: Record<string, DemoAnswer> = { ...quirks(unit.plate, ago, random) };
  const pace = badge === "1044" ? 0.06 : 0.75;
  const { events, endsAt } = walkedEvents(
    inspection,
    { random, answers, pace, saw: { position: 0, headHash: "" } },
    inspection.startedAt,
  );
  const judged = judgedAlone(inspection, events, endsAt);
  const seal = sealEntry(
    inspection,
    person.id,
    judged,
    events,
    {
      outcome: judged.outcome,
      eventsHash: eventsHash(events),
      signature: { kind: "typed", name: person.name },
      licence: licenceOf(badge),
    },
    endsAt,
  );
  const evidence = () => evidenceOf(judged, events);
  return { inspection, personId: person.id, judged, seal, evidence, events, signedAt: endsAt };
}
