import { randomUUID } from "node:crypto";
import { sql } from "kysely";
import { clearanceEndsMs } from "@/core/decision/standing";
import { touchesOf } from "@/core/evidence/touches";
import { foundStowed } from "@/core/plan/found";
import { clears } from "@/core/vocabulary/outcomes";
import { defaultPolicy } from "@/core/vocabulary/policy";
import { type DemoSheetId, demoSheets } from "@/demo/sheets/demo-sheets";
import { databaseUrl } from "@/server/config";
import { openDatabase, type Trx } from "@/server/database/database";
import { seededRandom } from "@/server/demo/random";
import { writeEvidence } from "@/server/inspections/evidence";
import { findingEntry, findingRow } from "@/server/inspections/findings";
import { catalogueVersion } from "@/server/inspections/model";
import { sealEntry, sealRow } from "@/server/inspections/sign";
import { startedEntry } from "@/server/inspections/start";
import type { Entry } from "@/server/ledger/append";
import { canonical, chainHash } from "@/server/ledger/chain";
import { noteHeads } from "@/server/ledger/heads";
import { signHash } from "@/server/ledger/key";
import { apart, type SealedText } from "@/server/ledger/texts";
import { now, shifts } from "./furnish";
import { eventsAs, makeWalks, type Walk } from "./walks";

/**
 * Signs twenty full walks into the ledger of every unit that has none, as the app would have: the same entries, chained and
 * signed, the same rows, past the same triggers, and into the books. One process takes every n-th unit.
 */
const [part = 0, parts = 1] = process.argv.slice(2).map(Number);
const walksEach = 20;
const dayMs = 86_400_000;
const db = openDatabase(databaseUrl(), 2);
const random = seededRandom(1867 + part);
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
  const heads = await db.transaction().execute((trx) => write(trx, unit, told));
  noteHeads(heads);
}

async function tell(unit: Unit, walk: Walk, personId: string, on: Date) {
  const id = randomUUID();
  const day = on.toISOString().slice(0, 10);
  const ids = walk.eventIds.map(() => randomUUID());
  const { digest, packed } = await eventsAs(walk, id, ids, day);
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
  const rows = findings.map((finding) => findingRow(inspection, personId, finding, signedAt));
  const seal = sealEntry(
    inspection,
    personId,
    judged,
    [],
    { outcome: judged.outcome, eventsHash: digest, signature: { kind: "typed", name: "bench" } },
    signedAt,
  );
  const { events: _none, ...document } = seal.document as { events: unknown };
  const entries: Entry[] = [
    startedEntry(unit.id, id, personId, inspection.scope, startedAt),
    ...rows.map((row) => findingEntry(row, signedAt)),
    { ...seal, document: { ...document, eventCount: ids.length, keptEvents: digest } },
  ];
  const evidence = () =>
    walk.evidence.map((one) => ({ ...one, eventId: one.eventId && eventId(one.eventId) }));
  const endsAt = clears(judged.outcome)
    ? new Date(clearanceEndsMs(defaultPolicy.trigger, shifts, signedAt.getTime(), "UTC"))
    : null;
  return { inspection, personId, judged, rows, entries, evidence, packed, signedAt, endsAt };
}

type Told = Awaited<ReturnType<typeof tell>>;

async function write(trx: Trx, unit: Unit, told: readonly Told[]) {
  const texts: SealedText[] = [];
  const before = await trx
    .selectFrom("ledgerEntry")
    .select(["position", "hash"])
    .where("unitId", "=", unit.id)
    .orderBy("position", "desc")
    .limit(1)
    .executeTakeFirst();
  let position = before?.position ?? 0;
  let previousHash = before?.hash ?? "";
  const placed = told.map((one) => ({ ...one, began: 0, sealedAt: 0 }));
  const entries = placed.flatMap((one) =>
    one.entries.map(({ kind, subjectId, at, named, document }, i) => {
      position += 1;
      if (i === 0) one.began = position;
      if (kind === "inspection") one.sealedAt = position;
      const touches = touchesOf(kind, named);
      const recordedAt = at.toISOString();
      const body = canonical({
        unitId: unit.id,
        position,
        kind,
        subjectId,
        recordedAt,
        touches,
        document: apart(document, texts),
      });
      const hash = chainHash(previousHash, body);
      const row = {
        position,
        kind,
        subjectId,
        body,
        previousHash,
        hash,
        signature: signHash(hash),
        recordedAt,
        touches,
      };
      previousHash = hash;
      return row;
    }),
  );
  await sql`INSERT INTO ledger_entry (unit_id, position, kind, subject_id, body, previous_hash, hash, signature, recorded_at, touches)
    SELECT ${unit.id}, position, kind, "subjectId", body, "previousHash", hash, signature, "recordedAt", touches
    FROM jsonb_to_recordset(${JSON.stringify(entries)}::jsonb) AS e (position int, kind text, "subjectId" uuid, body text,
      "previousHash" text, hash text, signature text, "recordedAt" timestamptz, touches jsonb)`.execute(trx);
  await trx
    .insertInto("keptEvents")
    .values(placed.map(({ sealedAt, packed }) => ({ unitId: unit.id, position: sealedAt, packed })))
    .execute();
  await sql`INSERT INTO sealed_text (digest, unit_id, salt, content)
    SELECT digest, ${unit.id}, salt, content::jsonb FROM jsonb_to_recordset(${JSON.stringify(texts)}::jsonb)
      AS t (digest text, salt text, content text)`.execute(trx);
  await trx
    .insertInto("inspection")
    .values(
      placed.map(({ inspection: i, personId, began }) => ({
        ...{
          id: i.id,
          unitId: unit.id,
          personId,
          tagId: null,
          sheetVersionId: unit.versionId,
          catalogueVersion,
        },
        ...{
          scope: JSON.stringify(i.scope),
          policy: JSON.stringify(i.policy),
          found: JSON.stringify(i.found),
        },
        ...{ startedAt: i.startedAt, startedPosition: began },
      })),
    )
    .execute();
  for (const { rows, began } of placed)
    if (rows.length > 0)
      await trx
        .insertInto("finding")
        .values(rows.map((row, i) => ({ ...row, ledgerPosition: began + 1 + i })))
        .execute();
  await trx
    .insertInto("seal")
    .values(
      placed.map(({ inspection, personId, judged, endsAt, sealedAt, signedAt }) =>
        sealRow(inspection, personId, judged, judged.outcome, endsAt, sealedAt, signedAt),
      ),
    )
    .execute();
  const last = placed.at(-1);
  if (last !== undefined)
    await writeEvidence(
      trx,
      last.inspection,
      last.evidence().map((one) => ({ ...one, seen: last.sealedAt })),
      last.endsAt,
    );
  return entries.map(({ position: at, hash }) => ({ unitId: unit.id, position: at, hash }));
}
