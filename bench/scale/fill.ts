import { randomUUID } from "node:crypto";
import { foundStowed } from "@/core/plan/found";
import { defaultPolicy } from "@/core/vocabulary/policy";
import { type DemoSheetId, demoSheets } from "@/demo/sheets/demo-sheets";
import { databaseUrl } from "@/server/config";
import { openDatabase } from "@/server/database/database";
import { type PastWalk, writePastWalks } from "@/server/demo/past-walks";
import { sealEntry } from "@/server/inspections/sign";
import { noteHeads } from "@/server/ledger/heads";
import { seeded } from "../../src/core/vocabulary/seeded";
import { now, shifts } from "./furnish";
import { eventsAs, makeWalks, type Walk } from "./walks";

/**
 * Signs twenty full walks into the ledger of every unit that has none, as the app would have: the same entries, chained and
 * signed, the same rows, under the same triggers, and into the books. One process takes every n-th unit.
 */
const [part = 0, parts = 1] = process.argv.slice(2).map(Number);
const walksEach = 20;
const dayMs = 86_400_000;
const db = openDatabase(databaseUrl(), 2);
const random = seeded(1867 + part);
const walks = makeWalks(16, random);

const units = await db
  .selectFrom("unit as u")
  .innerJoin("sheetVersion as v", "v.id", "u.sheetVersionId")
  .innerJoin("unitStanding as s", "s.unitId", "u.id")
  .select(["u.id", "u.plate", "u.siteId", "u.lockNo", "v.id as versionId", "v.sheetId"])
  .where("s.inspectionId", "is", null)
  .orderBy("u.lockNo")
  .execute();
const people = new Map<string, string[]>();
for (const { siteId, personId } of await db
  .selectFrom("personRole")
  .select(["siteId", "personId"])
  .where("role", "=", "operator")
  .execute())
  people.set(siteId, [...(people.get(siteId) ?? []), personId]);

for (const unit of units.filter(({ lockNo }) => lockNo % parts === part)) await fillUnit(unit);
await db.destroy();

type Unit = (typeof units)[number];

async function fillUnit(unit: Unit): Promise<void> {
  const operators = people.get(unit.siteId) ?? [];
  const choice = walks.get(unit.sheetId as DemoSheetId) ?? [];
  const walkedToday = random() < 0.6;
  const told = await Promise.all(
    Array.from({ length: walksEach }, async (_, i) => {
      const ago = walksEach - i - (walkedToday ? 1 : 0);
      const walk = choice[Math.floor(random() * choice.length)];
      const personId = operators[Math.floor(random() * operators.length)];
      if (walk === undefined || personId === undefined)
        throw new Error(`nobody and nothing to walk ${unit.plate} with`);
      return tell(unit, walk, personId, new Date(now.getTime() - ago * dayMs));
    }),
  );
  noteHeads(await db.transaction().execute((trx) => writePastWalks(trx, unit.id, told, shifts)));
}

async function tell(unit: Unit, walk: Walk, personId: string, on: Date): Promise<PastWalk> {
  const id = randomUUID();
  const day = on.toISOString().slice(0, 10);
  const ids = walk.eventIds.map(() => randomUUID());
  const kept = await eventsAs(walk, id, ids, day);
  const eventId = (old: string) => ids[walk.places.get(old) ?? -1] ?? old;
  const startedAt = new Date(`${day}T04:10:00Z`);
  const signedAt = new Date(startedAt.getTime() + walk.minutes * 60_000);
  const sheet = demoSheets[walk.sheetId];
  const inspection = {
    ...{ id, unitId: unit.id, plate: unit.plate, siteId: unit.siteId, personId, people: [personId] },
    ...{ scope: { kind: "full" as const }, tagId: null, sheetId: walk.sheetId, policy: defaultPolicy },
    ...{ asks: { sheetVersionId: unit.versionId, sheet }, found: foundStowed(sheet), startedAt },
    ...{ startedPosition: null, begunAt: null, begunSeen: null },
  };
  const findings = walk.judged.assessment.findings.map((finding) => ({
    ...finding,
    eventId: eventId(finding.eventId),
  }));
  const judged = { ...walk.judged, assessment: { ...walk.judged.assessment, findings } };
  const signature = { kind: "typed", name: "bench" } as const;
  const signed = { outcome: judged.outcome, eventsHash: kept.digest, signature };
  const seal = sealEntry(inspection, personId, judged, [], signed, signedAt);
  const document = { ...(seal.document as object), eventCount: ids.length };
  const evidence = () =>
    walk.evidence.map((one) => ({ ...one, eventId: one.eventId && eventId(one.eventId) }));
  return { inspection, personId, judged, seal: { ...seal, document, kept }, evidence, signedAt };
}
