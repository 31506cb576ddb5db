import { randomUUID } from "node:crypto";
import pg from "pg";
import type { InspectionEvent } from "@/core/record/events";
import { figureOf } from "@/core/sheet/read";
import { readingOf } from "@/demo/readings";
import { type Db, openDatabase } from "@/server/database/database";
import { ingest } from "@/server/inspections/ingest";
import { findInspection, planOf } from "@/server/inspections/model";
import { eventsHash, signInspection } from "@/server/inspections/sign";
import { startInspection } from "@/server/inspections/start";
import { headOf } from "@/server/ledger/append";
import { shiftBoard } from "@/server/shift/board";
import { raiseTag } from "@/server/tags/raise";
import { poolPage } from "@/server/units/pool";
import { unitDetail } from "@/server/units/unit";
import { seeded } from "../../src/core/vocabulary/seeded";
import { statements } from "../statements";
import { bareShift, bareUnit, bareUnits } from "./bare";
import { now, siteName } from "./furnish";

/**
 * What stands behind Shift, Units and Unit, a batch of events, signing and tagging out: on a database of a tenth and on the
 * whole, in turn, each beside its bare SQL in the same run. Of what reads that is the statement one would write by hand; of
 * what writes, the time PostgreSQL took for the very statements it was given.
 */
const reads = 150;
const writes = 60;
const random = seeded(4710);
const pick = <T>(from: readonly T[]): T => {
  const one = from[Math.floor(random() * from.length)];
  if (one === undefined) throw new Error("nothing to pick from");
  return one;
};

interface Yard {
  readonly db: Db;
  readonly bare: pg.Client;
  readonly siteIds: readonly string[];
  readonly units: readonly { readonly id: string; readonly plate: string; readonly siteId: string }[];
  readonly people: ReadonlyMap<string, readonly string[]>;
  readonly signed: Set<string>;
}

async function openYard(url: string): Promise<Yard> {
  const db = openDatabase(url, 4, 3000, true);
  const bare = new pg.Client({ connectionString: url, options: "-c plan_cache_mode=force_generic_plan" });
  await bare.connect();
  const units = await db.selectFrom("unit").select(["id", "plate", "siteId"]).orderBy("plate").execute();
  const people = new Map<string, string[]>();
  const roles = db.selectFrom("personRole").select(["siteId", "personId"]).where("role", "=", "operator");
  for (const { siteId, personId } of await roles.execute())
    people.set(siteId, [...(people.get(siteId) ?? []), personId]);
  return { db, bare, units, people, siteIds: [...people.keys()].sort(), signed: new Set() };
}

interface Taken {
  readonly ms: number;
  readonly bareMs: number;
  readonly statements: number;
}
type UseCase = (yard: Yard) => Promise<Taken>;

async function took(work: () => Promise<unknown>) {
  Object.assign(statements, { ms: 0, count: 0 });
  const from = performance.now();
  await work();
  return { ms: performance.now() - from, bareMs: statements.ms, statements: statements.count };
}

const besideBare =
  (work: (yard: Yard) => readonly [() => Promise<unknown>, () => Promise<unknown>]): UseCase =>
  async (yard) => {
    const [whole, bare] = work(yard);
    const { ms, statements: count } = await took(whole);
    return { ms, bareMs: (await took(bare)).ms, statements: count };
  };

/** A unit no walk of this run has been on: whoever begins on one is given the open walk there is. */
function freshUnit(yard: Yard) {
  const unit = pick(yard.units.filter(({ id }) => !yard.signed.has(id)));
  yard.signed.add(unit.id);
  return { unit, person: pick(yard.people.get(unit.siteId) ?? []) };
}

async function answers(db: Db, id: string, count?: number): Promise<InspectionEvent[]> {
  const inspection = await findInspection(db, id);
  if (inspection === undefined) throw new Error("no inspection");
  const saw = await headOf(db, inspection.unitId);
  const base = {
    schema: 2 as const,
    saw,
    inspectionId: id,
    deviceId: "bench",
    follows: null,
    at: now.toISOString(),
  };
  return planOf(inspection)
    .checks.slice(0, count)
    .map((check, i) => {
      const { measure } = check.definition;
      const own = { ...base, id: randomUUID(), seq: i + 1, check: check.key };
      return measure === undefined
        ? { ...own, type: "answered", result: { kind: "fine" } }
        : {
            ...own,
            type: "measured",
            ...readingOf(measure, figureOf(inspection.asks.sheet, measure.limit) ?? 1),
          };
    });
}

const useCases: Readonly<Record<string, readonly [times: number, UseCase]>> = {
  shift: [
    reads,
    besideBare(({ db, bare, siteIds }) => {
      const site = pick(siteIds);
      return [() => shiftBoard(db, site, now), () => bareShift(bare, site)];
    }),
  ],
  units: [
    reads,
    besideBare(({ db, bare, siteIds }) => {
      const site = pick(siteIds);
      return [() => poolPage(db, site, {}, now), () => bareUnits(bare, site)];
    }),
  ],
  unit: [
    reads,
    besideBare(({ db, bare, units }) => {
      const { plate } = pick(units);
      return [() => unitDetail(db, plate, now), () => bareUnit(bare, plate)];
    }),
  ],
  batch: [
    writes,
    async (yard) => {
      const { unit, person } = freshUnit(yard);
      const id = await startInspection(yard.db, person, { unitId: unit.id, scope: "full" }, now);
      const events = await answers(yard.db, id, 20);
      return took(() => ingest(yard.db, id, person, { events }, now));
    },
  ],
  sign: [
    writes,
    async (yard) => {
      const { unit, person } = freshUnit(yard);
      const id = await startInspection(yard.db, person, { unitId: unit.id, scope: "full" }, now);
      const events = await answers(yard.db, id);
      await ingest(yard.db, id, person, { events }, now);
      const signature = { kind: "typed" as const, name: "bench" };
      const hash = { eventCount: events.length, eventsHash: eventsHash(events) };
      return took(() => signInspection(yard.db, id, person, { outcome: "cleared", ...hash, signature }, now));
    },
  ],
  tagOut: [
    writes,
    (yard) => {
      const { unit, person } = freshUnit(yard);
      return took(() =>
        raiseTag(yard.db, unit.plate, person, JSON.stringify({ id: randomUUID(), reason: "leak" }), now),
      );
    },
  ],
};

/** The first tenth warms up and is left out. */
function at(all: readonly number[], share: number): number {
  const sorted = all.slice(Math.ceil(all.length / 10)).sort((a, b) => a - b);
  return Math.round((sorted[Math.floor(share * (sorted.length - 1))] ?? 0) * 100) / 100;
}
const ratio = (a: number, b: number): number => Math.round((a / b) * 100) / 100;

const tenth = await openYard(process.env["BENCH_TENTH"] ?? "");
const whole = await openYard(process.env["BENCH_WHOLE"] ?? "");
const summary: Record<string, ReturnType<typeof summed>> = {};
for (const [name, [times, act]] of Object.entries(useCases)) {
  const taken: { readonly tenth: Taken[]; readonly whole: Taken[] } = { tenth: [], whole: [] };
  for (let i = 0; i < times; i++) {
    taken.tenth.push(await act(tenth));
    taken.whole.push(await act(whole));
  }
  summary[name] = summed(taken);
  console.log(name, JSON.stringify(summary[name]));
}
for (const { db, bare } of [tenth, whole]) {
  await bare.end();
  await db.destroy();
}

function summed({
  tenth: few,
  whole: many,
}: {
  readonly tenth: readonly Taken[];
  readonly whole: readonly Taken[];
}) {
  const of = (all: readonly Taken[], what: "ms" | "bareMs", share: number) =>
    at(
      all.map((one) => one[what]),
      share,
    );
  const p95 = of(many, "ms", 0.95);
  return {
    p50: of(many, "ms", 0.5),
    p95,
    bareP95: of(many, "bareMs", 0.95),
    vsBare: ratio(p95, of(many, "bareMs", 0.95)),
    statements: at(
      many.map((one) => one.statements),
      0.5,
    ),
    tenth: { p95: of(few, "ms", 0.95), vsBare: ratio(of(few, "ms", 0.95), of(few, "bareMs", 0.95)) },
    growth: ratio(p95, of(few, "ms", 0.95)),
    growthP50: ratio(of(many, "ms", 0.5), of(few, "ms", 0.5)),
  };
}

console.log(
  JSON.stringify({
    units: [tenth.units.length, whole.units.length],
    inspections: [Number(process.env["BENCH_TENTH_SEALS"]), Number(process.env["BENCH_WHOLE_SEALS"])],
    shiftVsBare: summary["shift"]?.vsBare,
    signVsBare: summary["sign"]?.vsBare,
    growth: Math.max(...Object.values(summary).map(({ growth }) => growth)),
    growthP50: Math.max(...Object.values(summary).map(({ growthP50 }) => growthP50)),
    bytesPerInspection: Number(process.env["BENCH_BYTES"]),
    pagesP95Ms: await pages(),
    useCases: summary,
  }),
);

/** Pages of the whole, as a browser asks for them. */
async function pages() {
  const url = process.env["BENCH_URL"] ?? "";
  const answer = await fetch(`${url}/api/sign-in`, {
    method: "POST",
    headers: { "content-type": "application/json", origin: url },
    body: JSON.stringify({ badge: "10000", pin: "4710" }),
  });
  if (!answer.ok) throw new Error(`nobody signed in at ${siteName(0)}: ${await answer.text()}`);
  const cookie = answer.headers
    .getSetCookie()
    .map((c) => c.split(";")[0])
    .join("; ");
  const page = async (path: () => string) => {
    const all: number[] = [];
    for (let i = 0; i < 50; i++) {
      const from = performance.now();
      const got = await fetch(`${url}${path()}`, { headers: { cookie } });
      await got.text();
      if (!got.ok) throw new Error(`${path()} answered ${got.status}`);
      all.push(performance.now() - from);
    }
    return at(all, 0.95);
  };
  const plate = () => `/units/Y00-${String(1 + Math.floor(random() * 300)).padStart(3, "0")}`;
  return { shift: await page(() => "/shift"), units: await page(() => "/units"), unit: await page(plate) };
}
