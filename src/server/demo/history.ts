import { cleanFacts } from "@/core/decision/clean-facts";
import { decide } from "@/core/decision/decide";
import { clearanceEndsMs, type ShiftClock } from "@/core/decision/standing";
import { assess } from "@/core/grade/assess";
import { foundStowed } from "@/core/plan/found";
import { reduce } from "@/core/record/reduce";
import { clears } from "@/core/vocabulary/outcomes";
import type { Policy } from "@/core/vocabulary/policy";
import { demoSheets } from "@/demo/sheets/demo-sheets";
import type { Db, Trx } from "@/server/database/database";
import { evidenceOf, writeEvidence } from "@/server/inspections/evidence";
import { findingEntry, findingRow } from "@/server/inspections/findings";
import { noteMinutes } from "@/server/inspections/minutes";
import { catalogueVersion, type OpenInspection, planOf } from "@/server/inspections/model";
import { eventsHash, type Judged, sealEntry, sealRow } from "@/server/inspections/sign";
import { startedEntry } from "@/server/inspections/start";
import { append, lockUnit } from "@/server/ledger/append";
import { type Head, noteHeads } from "@/server/ledger/heads";
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
 * on the spot; what led to a tag is in the stories.
 */
export async function tellHistory(
  db: Db,
  random: () => number,
  today: Date,
  fromDaysAgo: number,
  untilDaysAgo: number,
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
  for (const unit of demoPool) {
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
    return write(trx, past, unitId, told);
  });
  noteHeads(heads);
}

interface Told {
  readonly inspection: Omit<OpenInspection, "sealed">;
  readonly personId: string;
  readonly signer: string;
  readonly judged: Judged;
  readonly events: ReturnType<typeof walkedEvents>["events"];
  readonly signedAt: Date;
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
  const plan = planOf(inspection);
  const assessment = assess(plan.checks, sheet, reduce(events), policy);
  const decision = decide(assessment, cleanFacts(endsAt.getTime()));
  const judged = { assessment, decision, due: plan.checks.length, outcome: decision.outcome };
  return { inspection, personId: person.id, signer: person.name, judged, events, signedAt: endsAt };
}

async function write(trx: Trx, past: Past, unitId: string, told: readonly Told[]): Promise<readonly Head[]> {
  const withFindings = told.map((one) => ({
    ...one,
    findings: one.judged.assessment.findings.map((f) =>
      findingRow(one.inspection, one.personId, f, one.signedAt),
    ),
  }));
  const heads = await append(
    trx,
    unitId,
    withFindings.flatMap(({ inspection, personId, signer, judged, events, signedAt, findings }) => [
      startedEntry(unitId, inspection.id, personId, inspection.scope, inspection.startedAt),
      ...findings.map((row) => findingEntry(row, signedAt)),
      sealEntry(
        inspection,
        personId,
        judged,
        events,
        {
          outcome: judged.outcome,
          eventsHash: eventsHash(events),
          signature: { kind: "typed", name: signer },
        },
        signedAt,
      ),
    ]),
  );
  // Each walk's entries in turn: that it began, what it found, its seal.
  let next = 0;
  const placed = withFindings.map((one) => {
    const began = heads[next]?.position ?? 0;
    next += one.findings.length + 2;
    return { ...one, began, sealedAt: began + one.findings.length + 1 };
  });
  await trx
    .insertInto("inspection")
    .values(
      placed.map(({ inspection: i, personId, began }) => ({
        id: i.id,
        unitId,
        personId,
        scope: JSON.stringify(i.scope),
        tagId: null,
        sheetVersionId: i.asks.sheetVersionId,
        catalogueVersion,
        policy: JSON.stringify(i.policy),
        found: JSON.stringify(i.found),
        startedAt: i.startedAt,
        startedPosition: began,
      })),
    )
    .execute();
  const findings = placed.flatMap(({ findings: rows, began }) =>
    rows.map((row, i) => ({ ...row, ledgerPosition: began + 1 + i })),
  );
  if (findings.length > 0) await trx.insertInto("finding").values(findings).execute();
  const sheetId = told[0]?.inspection.sheetId;
  if (sheetId !== undefined)
    await noteMinutes(
      trx,
      sheetId,
      told.map((one) => one.events),
    );
  const endOf = ({ judged, signedAt }: Told) =>
    clears(judged.outcome)
      ? new Date(clearanceEndsMs(past.policy.trigger, past.shifts, signedAt.getTime(), "UTC"))
      : null;
  await trx
    .insertInto("seal")
    .values(
      placed.map((one) => {
        const { inspection, personId, judged, signedAt, sealedAt } = one;
        return sealRow(inspection, personId, judged, judged.outcome, endOf(one), sealedAt, signedAt);
      }),
    )
    .execute();
  const last = placed.at(-1);
  if (last !== undefined) {
    // Their events name no entry: they were made before any device asked for one. Nothing came in between.
    const evidence = evidenceOf(last.judged, last.events).map((e) => ({ ...e, seen: last.sealedAt }));
    await writeEvidence(trx, last.inspection, evidence, endOf(last));
  }
  return heads;
}
