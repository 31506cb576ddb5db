import { randomUUID } from "node:crypto";
import { chromium } from "@playwright/test";
import type { InspectionEvent } from "@/core/record/events";
import { figureOf } from "@/core/sheet/read";
import { readingOf } from "@/demo/readings";
import { database } from "@/server/database/database";
import { requireOwnInspection } from "@/server/inspections/access";
import { ingest } from "@/server/inspections/ingest";
import { findInspection, planOf } from "@/server/inspections/model";
import { eventsHash, signInspection, signSchema } from "@/server/inspections/sign";
import { startInspection } from "@/server/inspections/start";
import { headOf } from "@/server/ledger/append";
import { whoIs } from "@/server/people/session";
import { statements } from "./statements";

/**
 * The event route and signing over HTTP, each beside the time PostgreSQL takes for the very same statements,
 * issued in this process in the same run; the Shift page; and the JavaScript that Inspect loads.
 */
const url = process.env["BENCH_URL"] ?? "";
const batches = 200;
const signings = 60;
const pages = 100;

let begun = 0;
const db = database();
const clockOffsetMs = Date.parse(process.env["ROOK_STEP_DEMO_NOW"] ?? "") - Date.now();
const now = () => new Date(Date.now() + clockOffsetMs);
let cookie = "";
cookie = await signIn("1041");
const me = await whoIs(new Headers({ cookie }), now());
if (me === undefined) throw new Error("the bench could not sign in");
const unit = await db.selectFrom("unit").select("id").where("plate", "=", "LM-07").executeTakeFirstOrThrow();

const events = await benchEvents();
const signing = await benchSigning();
const shiftMs = await times(pages, async () => {
  const from = performance.now();
  await (await fetch(`${url}/shift`, { headers: { cookie } })).text();
  return performance.now() - from;
});
const inspectKb = await inspectJavaScriptKb();
await db.destroy();

console.log(
  JSON.stringify({
    eventRoute: events,
    signing,
    shiftPage: { p50Ms: at(shiftMs, 0.5), p95Ms: at(shiftMs, 0.95) },
    inspectJavaScriptKbGzip: inspectKb,
  }),
);

async function benchEvents() {
  const overHttp = await begin();
  const inProcess = await begin();
  const route: number[] = [];
  const bare: number[] = [];
  for (let i = 0; i < batches; i++) {
    const sent = batch(overHttp, i);
    const from = performance.now();
    const answer = await post(`/api/inspections/${overHttp}/events`, { events: sent });
    route.push(performance.now() - from);
    if (!answer.ok) throw new Error(await answer.text());
    bare.push(
      await statementsOf(async (person) => {
        await requireOwnInspection(db, inProcess, person);
        await ingest(db, inProcess, person.id, { events: batch(inProcess, i) }, now());
      }),
    );
  }
  return beside(route, bare);
}

async function benchSigning() {
  const route: number[] = [];
  const bare: number[] = [];
  for (let i = 0; i < signings; i++) {
    const overHttp = await walked();
    const from = performance.now();
    const answer = await post(`/api/inspections/${overHttp.id}/sign`, overHttp.body);
    route.push(performance.now() - from);
    if (!answer.ok) throw new Error(await answer.text());
    const inProcess = await walked();
    bare.push(
      await statementsOf(async (person) => {
        await requireOwnInspection(db, inProcess.id, person);
        await signInspection(db, inProcess.id, person.id, inProcess.body, now());
      }),
    );
  }
  return beside(route, bare);
}

/** Milliseconds PostgreSQL took for everything one request asks of it, who is asking included. */
async function statementsOf(work: (person: NonNullable<typeof me>) => Promise<void>): Promise<number> {
  statements.ms = 0;
  const person = await whoIs(new Headers({ cookie }), now());
  if (person === undefined) throw new Error("the session ended");
  await work(person);
  return statements.ms;
}

function begin(): Promise<string> {
  // Each at a time of its own, long past, so that none is taken for one to go on with.
  begun += 1;
  const startedAt = new Date(now().getTime() - 500 * 86_400_000 + begun * 13 * 3_600_000);
  return startInspection(db, me?.id ?? "", { unitId: unit.id, scope: "full" }, startedAt);
}

function batch(inspectionId: string, index: number): InspectionEvent[] {
  return Array.from({ length: 20 }, (_, i) => ({
    schema: 2,
    saw: { position: 0, headHash: "" },
    id: randomUUID(),
    inspectionId,
    deviceId: "bench",
    seq: index * 20 + i + 1,
    follows: null,
    at: now().toISOString(),
    type: "answered",
    check: "doc.manual@documents_box.v1",
    result: { kind: "fine" },
  }));
}

/** An inspection with every check of the unit answered, ready to sign. */
async function walked() {
  const id = await begin();
  const inspection = await findInspection(db, id);
  if (inspection === undefined) throw new Error("no inspection");
  const saw = await headOf(db, inspection.unitId);
  const given: InspectionEvent[] = planOf(inspection).checks.map((check, i) => {
    const base = {
      schema: 2 as const,
      saw,
      id: randomUUID(),
      inspectionId: id,
      deviceId: "bench",
      seq: i + 1,
      follows: null,
      at: now().toISOString(),
    };
    const { measure } = check.definition;
    return measure === undefined
      ? { ...base, type: "answered", check: check.key, result: { kind: "fine" } }
      : {
          ...base,
          type: "measured",
          check: check.key,
          ...readingOf(measure, figureOf(inspection.asks.sheet, measure.limit) ?? 1),
        };
  });
  await ingest(db, id, me?.id ?? "", { events: given }, now());
  return {
    id,
    body: signSchema.parse({
      outcome: "cleared",
      eventCount: given.length,
      eventsHash: eventsHash(given),
      signature: { kind: "typed", name: "bench" },
    }),
  };
}

async function inspectJavaScriptKb(): Promise<number> {
  const id = await begin();
  const browser = await chromium.launch({
    executablePath: "/usr/bin/chromium",
    args: ["--no-sandbox", "--disable-gpu", "--disable-background-networking"],
  });
  const context = await browser.newContext();
  await context.addCookies(
    cookie
      .split("; ")
      .map((pair) => ({ name: pair.split("=")[0] ?? "", value: pair.slice(pair.indexOf("=") + 1), url })),
  );
  const page = await context.newPage();
  const devtools = await context.newCDPSession(page);
  await devtools.send("Network.enable");
  const scripts = new Set<string>();
  let bytes = 0;
  devtools.on("Network.responseReceived", (e) => {
    if (e.response.mimeType.includes("javascript")) scripts.add(e.requestId);
  });
  devtools.on("Network.loadingFinished", (e) => {
    if (scripts.has(e.requestId)) bytes += e.encodedDataLength;
  });
  await page.goto(`${url}/inspect/${id}`, { waitUntil: "networkidle" });
  await browser.close();
  return Math.round(bytes / 100) / 10;
}

async function signIn(badge: string): Promise<string> {
  const answer = await post("/api/sign-in", { badge, pin: "4710" }, "");
  return answer.headers
    .getSetCookie()
    .map((c) => c.split(";")[0])
    .join("; ");
}

function post(path: string, body: unknown, as = cookie): Promise<Response> {
  return fetch(`${url}${path}`, {
    method: "POST",
    headers: { "content-type": "application/json", origin: url, cookie: as },
    body: JSON.stringify(body),
  });
}

async function times(count: number, one: () => Promise<number>): Promise<number[]> {
  const all: number[] = [];
  for (let i = 0; i < count; i++) all.push(await one());
  return all;
}

/** The first tenth warms up and is left out. */
function at(all: readonly number[], share: number): number {
  const sorted = all.slice(Math.ceil(all.length / 10)).sort((a, b) => a - b);
  return Math.round((sorted[Math.floor(share * (sorted.length - 1))] ?? 0) * 100) / 100;
}

function beside(route: readonly number[], bare: readonly number[]) {
  const p95 = at(route, 0.95);
  const bareP95 = at(bare, 0.95);
  return {
    p50Ms: at(route, 0.5),
    p95Ms: p95,
    statementsP50Ms: at(bare, 0.5),
    statementsP95Ms: bareP95,
    timesStatementsAtP95: Math.round((p95 / bareP95) * 100) / 100,
  };
}
