import { randomUUID } from "node:crypto";
import { readdirSync } from "node:fs";
import fc from "fast-check";
import { beforeAll, describe, expect, it } from "vitest";
import { surveyGivenSchema } from "@/core/survey/job";
import { placePlanSchema } from "@/core/survey/place-plan";
import { defaultPolicy } from "@/core/vocabulary/policy";
import { slabScissorSheet } from "@/demo/sheets/slab-scissors";
import { startInspection } from "@/server/inspections/start";
import type { Role } from "@/server/people/roles";
import { roles } from "@/server/people/roles";
import { drawPlace } from "@/server/places/save";
import { recordSurvey } from "@/server/surveys/record";
import { yardForFile } from "./database";
import { ask, origin, person, routesOf } from "./signed-in";

const yard = yardForFile();
/** Malformed bodies of each route; a thousand by `npm run test:long`. */
const malformed = Number(process.env["MALFORMED"] ?? 25);
const ids: Record<string, string> = {};

const everybody = roles;
const inspectors: readonly Role[] = ["operator", "supervisor", "technician", "owner"];
const road: readonly Role[] = [...inspectors, "ground_person"];
const seconds: readonly Role[] = ["owner", "supervisor", "technician"];

interface Asked {
  readonly route: string;
  readonly method: "GET" | "POST" | "PUT" | "DELETE";
  readonly params?: () => Readonly<Record<string, string>>;
  readonly body?: () => unknown;
  /** Who may ask, written by hand from who may do what. */
  readonly who: readonly Role[] | "anyone with a name" | "open";
}

const nothing = "00000000-0000-4000-8000-000000000000";
const id = (key: string) => () => ({ id: ids[key] ?? nothing });
const plate = { params: () => ({ plate: "S-1" }) };
const sheet = { params: () => ({ id: "sheet-S-1" }) };

/** Every route that a browser asks, and by whom it may be asked. */
const asked: readonly Asked[] = [
  {
    route: "inspections",
    method: "POST",
    body: () => ({ unitId: yard.scissor, scope: "full" }),
    who: inspectors,
  },
  {
    route: "inspections",
    method: "POST",
    body: () => ({ unitId: yard.scissor, scope: "transport" }),
    who: road,
  },
  { route: "inspections/[id]", method: "GET", params: id("walk"), who: [] },
  { route: "inspections/[id]/people", method: "POST", params: id("shared"), who: inspectors },
  { route: "inspections/[id]/facts", method: "GET", params: id("walk"), who: [] },
  { route: "inspections/[id]/sign", method: "POST", params: id("walk"), who: [] },
  {
    route: "inspections/[id]/events",
    method: "POST",
    params: id("walk"),
    body: () => ({ events: [] }),
    who: [],
  },
  {
    route: "inspections/[id]/pictures/[hash]",
    method: "PUT",
    params: () => ({ id: ids["walk"] ?? nothing, hash: "a".repeat(64) }),
    who: [],
  },
  {
    route: "inspections/[id]/pictures/[hash]",
    method: "GET",
    params: () => ({ id: ids["walk"] ?? nothing, hash: "a".repeat(64) }),
    who: everybody,
  },
  {
    route: "mail",
    method: "PUT",
    body: () => ({ address: "a@b.example", digest: true, tag: false, quiet: null, language: "en" }),
    who: "anyone with a name",
  },
  { route: "mail", method: "DELETE", who: "anyone with a name" },
  { route: "mail/stop/[secret]", method: "POST", params: () => ({ secret: "x" }), who: "open" },
  { route: "calendar/own", method: "POST", who: "anyone with a name" },
  { route: "tags/[id]/repairs", method: "POST", params: id("tag"), who: ["technician"] },
  { route: "tags/[id]/retests", method: "POST", params: id("tag"), who: ["technician", "operator", "owner"] },
  { route: "tags/[id]/label", method: "POST", params: id("tag"), who: everybody },
  { route: "tags/[id]/release", method: "POST", params: id("tag"), who: ["technician", "owner"] },
  {
    route: "workshop/[id]",
    method: "POST",
    params: id("tag"),
    body: () => ({ kind: "taken" }),
    who: seconds,
  },
  { route: "findings/[id]/repair", method: "POST", params: id("finding"), who: ["technician"] },
  { route: "reports/[id]/look", method: "POST", params: id("report"), who: seconds },
  { route: "reports/[id]/match", method: "POST", params: id("report"), who: seconds },
  { route: "sites/[id]/places", method: "GET", params: () => ({ id: "yard" }), who: everybody },
  {
    route: "sites/[id]/places",
    method: "POST",
    params: () => ({ id: "yard" }),
    who: ["supervisor", "owner"],
  },
  {
    route: "sites/[id]/places/[place]",
    method: "PUT",
    params: () => ({ id: "yard", place: nothing }),
    who: ["supervisor", "owner"],
  },
  {
    route: "sites/[id]/places/[place]",
    method: "DELETE",
    params: () => ({ id: "yard", place: nothing }),
    who: ["supervisor", "owner"],
  },
  { route: "sites/[id]/stops", method: "GET", params: () => ({ id: "yard" }), who: everybody },
  { route: "sites/[id]/stops", method: "POST", params: () => ({ id: "yard" }), who: everybody },
  { route: "units/[plate]/stops", method: "POST", ...plate, who: everybody },
  { route: "units/[plate]/surveys", method: "POST", ...plate, who: inspectors },
  { route: "units/[plate]/drills", method: "POST", ...plate, who: road },
  {
    route: "units/[plate]/survey-pictures/[hash]",
    method: "GET",
    params: () => ({ plate: "S-1", hash: "a".repeat(64) }),
    who: everybody,
  },
  {
    route: "units/[plate]/survey-pictures/[hash]",
    method: "PUT",
    params: () => ({ plate: "S-1", hash: "a".repeat(64) }),
    who: inspectors,
  },
  { route: "surveys/[id]/signatures", method: "POST", params: id("survey"), who: everybody },
  { route: "sites/[id]/wind", method: "GET", params: () => ({ id: "yard" }), who: everybody },
  { route: "sites/[id]/wind-meters", method: "POST", params: () => ({ id: "yard" }), who: ["owner"] },
  {
    route: "sites/[id]/wind-meters/[meterId]/close",
    method: "POST",
    params: () => ({ id: "yard", meterId: nothing }),
    who: ["owner"],
  },
  { route: "sites/[id]/loads", method: "POST", params: () => ({ id: "yard" }), who: inspectors },
  {
    route: "sites/[id]/loads/[loadId]",
    method: "DELETE",
    params: () => ({ id: "yard", loadId: nothing }),
    who: inspectors,
  },
  // Whose it is to lift, the policy of its site says: without one there is nothing to lift.
  { route: "stops/[id]/lift", method: "POST", params: id("stop"), who: ["supervisor", "owner"] },
  { route: "units/[plate]/tags", method: "POST", ...plate, who: "anyone with a name" },
  { route: "units/[plate]/events", method: "POST", ...plate, who: everybody },
  { route: "units/[plate]/examinations", method: "POST", ...plate, who: ["supervisor", "owner"] },
  { route: "units/[plate]/figures", method: "POST", ...plate, who: ["owner"] },
  {
    route: "units/[plate]/figures/[claim]",
    method: "POST",
    params: () => ({ plate: "S-1", claim: nothing }),
    who: seconds,
  },
  { route: "units/[plate]/damage", method: "POST", ...plate, who: seconds },
  {
    route: "units/[plate]/keys",
    method: "POST",
    ...plate,
    body: () => ({ what: "key", place: "key board" }),
    who: road,
  },
  { route: "units/[plate]/hours", method: "POST", ...plate, who: road },
  {
    route: "units/[plate]/hours/[id]",
    method: "DELETE",
    params: () => ({ plate: "S-1", id: nothing }),
    who: seconds,
  },
  { route: "units/[plate]/programmes", method: "POST", ...plate, who: ["owner"] },
  {
    route: "units/[plate]/programmes/[claim]",
    method: "POST",
    params: () => ({ plate: "S-1", claim: nothing }),
    who: seconds,
  },
  {
    route: "units/[plate]/programmes/[claim]",
    method: "DELETE",
    params: () => ({ plate: "S-1", claim: nothing }),
    who: seconds,
  },
  { route: "units/[plate]/jobs", method: "POST", ...plate, who: seconds },
  { route: "units/[plate]/slots", method: "POST", ...plate, who: seconds },
  { route: "units/[plate]/parked", method: "PUT", ...plate, who: road },
  { route: "units/[plate]/familiar", method: "POST", ...plate, who: inspectors },
  { route: "units/[plate]/paper-walks", method: "POST", ...plate, who: inspectors },
  { route: "units/[plate]/charges", method: "POST", ...plate, who: road },
  { route: "units/[plate]/documents", method: "POST", ...plate, who: seconds },
  {
    route: "units/[plate]/documents/[id]",
    method: "GET",
    params: () => ({ plate: "S-1", id: nothing }),
    who: everybody,
  },
  { route: "units", method: "POST", body: () => ({}), who: "anyone with a name" },
  { route: "units/[plate]/pool", method: "POST", ...plate, who: ["owner"] },
  { route: "units/[plate]/book", method: "POST", ...plate, who: ["owner"] },
  { route: "people", method: "POST", who: ["owner"] },
  {
    route: "people/[id]",
    method: "POST",
    params: () => ({ id: yard.people.operator }),
    who: ["owner", "supervisor", "trainer"],
  },
  {
    route: "people/[id]/data",
    method: "GET",
    params: () => ({ id: yard.people.operator }),
    who: ["owner"],
  },
  {
    route: "people/[id]/familiar",
    method: "POST",
    params: () => ({ id: yard.people.operator }),
    who: ["owner", "supervisor", "technician", "trainer"],
  },
  {
    route: "people/[id]/documents",
    method: "POST",
    params: () => ({ id: yard.people.operator }),
    who: ["owner", "supervisor", "trainer"],
  },
  {
    route: "people/[id]/documents/[document]",
    method: "GET",
    params: () => ({ id: yard.people.operator, document: nothing }),
    who: ["owner", "supervisor", "trainer"],
  },
  { route: "sites/[id]", method: "PUT", params: () => ({ id: "yard" }), who: ["owner"] },
  { route: "sites/[id]/needs", method: "PUT", params: () => ({ id: "yard" }), who: ["supervisor", "owner"] },
  {
    route: "sites/[id]/shift/pins",
    method: "PUT",
    params: () => ({ id: "yard" }),
    who: ["supervisor", "owner"],
  },
  {
    route: "sites/[id]/shift/pins",
    method: "DELETE",
    params: () => ({ id: "yard" }),
    who: ["supervisor", "owner"],
  },
  {
    route: "sites/[id]/shift/people",
    method: "PUT",
    params: () => ({ id: "yard" }),
    who: ["supervisor", "owner"],
  },
  { route: "sites/[id]/shift/fits", method: "GET", params: () => ({ id: "yard" }), who: everybody },
  {
    route: "sites/[id]/needs",
    method: "DELETE",
    params: () => ({ id: "yard" }),
    who: ["supervisor", "owner"],
  },
  { route: "sites/[id]/retention", method: "PUT", params: () => ({ id: "yard" }), who: ["owner"] },
  { route: "sites/[id]/holds", method: "POST", params: () => ({ id: "yard" }), who: ["supervisor", "owner"] },
  {
    route: "sites/[id]/holds/[hold]",
    method: "POST",
    params: () => ({ id: "yard", hold: nothing }),
    who: ["owner"],
  },
  { route: "sites/[id]/erasures", method: "POST", params: () => ({ id: "yard" }), who: ["owner"] },
  { route: "sites/[id]/policies", method: "POST", params: () => ({ id: "yard" }), who: ["owner"] },
  {
    route: "sites/[id]/policies/[version]",
    method: "DELETE",
    params: () => ({ id: "yard", version: nothing }),
    who: ["owner"],
  },
  { route: "first", method: "POST", who: "open" },
  { route: "pin", method: "POST", who: "open" },
  { route: "records/export", method: "GET", who: everybody },
  { route: "records/pdf", method: "GET", who: everybody },
  { route: "records/past", method: "POST", who: ["owner"] },
  { route: "records/bundle", method: "GET", who: everybody },
  { route: "records/views", method: "POST", who: "anyone with a name" },
  { route: "records/views/[id]", method: "DELETE", params: id("nothing"), who: "anyone with a name" },
  { route: "sites/[id]/calendar", method: "POST", params: () => ({ id: "yard" }), who: ["owner"] },
  { route: "calendar/[secret]", method: "GET", params: () => ({ secret: "none" }), who: "open" },
  { route: "sites/[id]/policy", method: "PUT", params: () => ({ id: "yard" }), who: ["owner"] },
  { route: "sheets", method: "POST", who: ["owner"] },
  { route: "sheets/[id]", method: "PUT", ...sheet, who: ["owner"] },
  { route: "sheets/[id]/export", method: "GET", ...sheet, who: everybody },
  { route: "sheets/[id]/figures", method: "GET", ...sheet, who: everybody },
  {
    route: "sheets/claims/[claim]",
    method: "POST",
    params: () => ({ claim: ids["claim"] ?? nothing }),
    who: seconds,
  },
  {
    route: "sheets/claims/[claim]",
    method: "DELETE",
    params: () => ({ claim: ids["claim"] ?? nothing }),
    who: ["owner"],
  },
  { route: "prepared", method: "GET", who: "anyone with a name" },
  { route: "prepared-surveys", method: "GET", who: "anyone with a name" },
  { route: "devices/keys", method: "POST", who: "anyone with a name" },
  {
    route: "devices/[id]",
    method: "DELETE",
    params: id("nothing"),
    body: () => ({ why: "lost" }),
    who: ["owner"],
  },
  {
    route: "quarantine/[id]",
    method: "POST",
    params: id("nothing"),
    body: () => ({ taken: true }),
    who: ["owner"],
  },
  { route: "witness", method: "POST", body: () => ({ words: [] }), who: "anyone with a name" },
  { route: "keys", method: "POST", who: ["owner"] },
  { route: "keys/[id]", method: "DELETE", params: id("key"), who: ["owner"] },
  { route: "live", method: "GET", who: "anyone with a name" },
  { route: "sign-in", method: "POST", who: "open" },
  { route: "sign-out", method: "POST", who: "open" },
  { route: "health", method: "GET", who: "open" },
];

const load = (route: string): Promise<Record<string, unknown>> =>
  import(/* @vite-ignore */ `${process.cwd()}/src/app/api/${route}/route.ts`);
const call = async ({ route, method, params, body }: Asked, cookie?: string) =>
  ask((await load(route))[method], method, params?.() ?? {}, body?.() ?? {}, cookie);

beforeAll(async () => {
  routesOf(yard);
  const { db, people, scissor, boom } = yard;
  ids["walk"] = await startInspection(db, people.operator, { unitId: scissor, scope: "full" }, new Date());
  ids["shared"] = await startInspection(db, people.operator, { unitId: boom, scope: "full" }, new Date());
  ids["tag"] = randomUUID();
  await db
    .insertInto("tag")
    .values({
      id: ids["tag"],
      unitId: scissor,
      reason: "damage",
      raisedBy: people.operator,
      raisedAt: new Date(),
    })
    .execute();
  ids["stop"] = randomUUID();
  await db
    .insertInto("conditionsStop")
    .values({ id: ids["stop"], siteId: "yard", reason: "wind", byPerson: people.operator, at: new Date() })
    .execute();
  ids["report"] = randomUUID();
  await db
    .insertInto("heldReport")
    .values({
      id: ids["report"],
      unitId: scissor,
      inspectionId: ids["walk"],
      kind: "refused",
      problem: "p",
      raw: Buffer.from("x"),
      rawHash: "x",
      sentBy: people.operator,
      receivedAt: new Date(),
    })
    .execute();
  ids["finding"] = randomUUID();
  await db
    .insertInto("finding")
    .values({
      id: ids["finding"],
      inspectionId: ids["walk"],
      unitId: scissor,
      checkKey: "doc.decals@documents_box.v1",
      checkId: "doc.decals",
      part: "documents",
      condition: "unreadable",
      grade: "repair_by",
      rule: "graded.catalogue",
      floor: false,
      place: false,
      eventId: randomUUID(),
      foundBy: people.operator,
      foundAt: new Date(),
      repairBy: new Date(),
      ledgerPosition: 1,
    })
    .execute();
  ids["survey"] = await surveyed();
  ids["claim"] = randomUUID();
  await db
    .insertInto("sheetClaim")
    .values({
      id: ids["claim"],
      sheetId: "sheet-S-1",
      feature: "tilt_sensor",
      manualPage: "4",
      enteredBy: people.owner,
      enteredAt: new Date(),
    })
    .execute();
});

/** A survey of a bare hall, which leaves most of it unknown. */
async function surveyed(): Promise<string> {
  const { db, people, scissor } = yard;
  const plan = placePlanSchema.parse({
    ...{ schema: 1, name: "Hall", widthM: 20, depthM: 12, under: "roof", terrain: "open" },
    ...{ ground: "concrete", marks: [] },
  });
  const now = new Date();
  const { id: placeId } = await drawPlace(db, "yard", plan, people.owner, now);
  const id = randomUUID();
  const given = surveyGivenSchema.parse({
    job: {
      ...{ what: "lamps", persons: 1, personKg: 90, onExtension: 0, items: [], range: "usual", toolM: 0 },
      ...{ positions: [{ id: "lamp", name: "lamp", at: { x: 10, y: 6 }, handsM: 5 }], way: [] },
    },
    stands: [{ spot: { at: { x: 10, y: 6 }, facingDeg: 0 }, positions: ["lamp"] }],
    readings: {},
  });
  await recordSurvey(
    db,
    scissor,
    people.operator,
    { id, placeId, surveyedAt: now.toISOString(), given },
    now,
  );
  return id;
}

describe("every route of the app", () => {
  it("is in the table below, so that none is open because nobody thought of it", () => {
    const there = readdirSync("src/app/api", { recursive: true, encoding: "utf8" })
      .filter((path) => path.endsWith("route.ts") && !path.startsWith("v1"))
      .map((path) => path.replace("/route.ts", ""));
    expect([...new Set(asked.map(({ route }) => route))].sort()).toEqual(there.sort());
  });

  it("answers nobody who has not signed in, but for signing in and the state of the server", async () => {
    for (const one of asked) {
      const { status } = await call(one);
      if (one.who === "open") expect(status, one.route).not.toBe(403);
      else expect(status, `${one.method} ${one.route}`).toBe(401);
    }
  });

  for (const role of roles) {
    it(`answers a ${role.replace("_", " ")} what is theirs, and refuses the rest`, async () => {
      const { cookie } = await person(yard, role);
      const open: string[] = [];
      const shut: string[] = [];
      for (const one of asked) {
        if (one.who === "open") continue;
        const { status, body } = await call(one, cookie);
        expect(status, `${one.method} ${one.route}: ${JSON.stringify(body)}`).not.toBe(500);
        const may = one.who === "anyone with a name" || one.who.includes(role);
        if (may && status === 403) shut.push(`${one.method} ${one.route}: ${JSON.stringify(body)}`);
        if (!may && status !== 403) open.push(`${one.method} ${one.route}: ${status}`);
      }
      expect({ open, shut }).toEqual({ open: [], shut: [] });
    });
  }

  it("refuses everybody of another site what decides a standing here", async () => {
    await yard.db
      .insertInto("site")
      .values({
        id: "far",
        name: "Far",
        timeZone: "UTC",
        shifts: "[]",
        policy: JSON.stringify(defaultPolicy),
      })
      .execute();
    const { cookie } = await person(yard, "owner", "far");
    // What belongs to no site: sheets as such; and what is looked for among one's own: keys, tablets.
    const anywhere = new Set([
      ...["sheets", "sheets/[id]/export", "sheets/[id]/figures"],
      ...["keys", "keys/[id]", "devices/[id]", "quarantine/[id]"],
      ...[
        "people",
        "people/[id]",
        "people/[id]/familiar",
        "people/[id]/data",
        "people/[id]/documents",
        "people/[id]/documents/[document]",
        "records/export",
        "records/pdf",
        "records/bundle",
        "records/past",
      ],
    ]);
    for (const one of asked) {
      if (typeof one.who === "string" || anywhere.has(one.route)) continue;
      const { status } = await call(one, cookie);
      expect(status, `${one.method} ${one.route}`).toBe(403);
    }
    // Among one's own people nobody of this site is found.
    for (const one of asked.filter(({ route }) => route.startsWith("people/")))
      expect((await call(one, cookie)).status, one.route).toBe(404);
  });

  it("refuses whoever has a name and no role all but tagging out", async () => {
    const { cookie } = await person(yard, undefined);
    for (const one of asked) {
      if (one.who === "open" || one.who === "anyone with a name") continue;
      const { status } = await call(one, cookie);
      expect(status, `${one.method} ${one.route}`).toBe(403);
    }
    const tagged = await call({ route: "units/[plate]/tags", method: "POST", ...plate, who: [] }, cookie);
    expect(tagged.status).toBe(200);
  });

  it("lets nobody but whoever began a walk read, answer or sign it", async () => {
    const { id: other, cookie } = await person(yard, "owner");
    const own = await startInspection(yard.db, other, { unitId: yard.scissor, scope: "full" }, new Date());
    const facts = (walk: string) =>
      call({ route: "inspections/[id]/facts", method: "GET", params: () => ({ id: walk }), who: [] }, cookie);
    expect((await facts(own)).status).toBe(200);
    expect((await facts(ids["walk"] ?? "")).status).toBe(403);
    expect((await facts("not-an-id")).status).toBe(404);
  });

  it("keeps nothing of a batch that was cut off on the way, and holds the unit for one that came and cannot be read", async () => {
    const { id: other, cookie } = await person(yard, "operator");
    const own = await startInspection(yard.db, other, { unitId: yard.boom, scope: "full" }, new Date());
    const { POST } = (await load("inspections/[id]/events")) as {
      POST: (request: Request, context: object) => Promise<Response>;
    };
    const send = async (body: string, length: number) => {
      const headers = { "content-type": "application/json", "content-length": `${length}`, origin, cookie };
      const request = new Request(`${origin}/api`, { method: "POST", headers, body });
      return (await POST(request, { params: Promise.resolve({ id: own }) })).status;
    };
    const held = async () =>
      (await yard.db.selectFrom("heldReport").select("id").where("inspectionId", "=", own).execute()).length;
    expect(await send("", 120)).toBe(503);
    expect(await send('{"events": [', 120)).toBe(503);
    expect(await held()).toBe(0);
    expect(await send('{"events": [', 12)).toBe(400);
    expect(await held()).toBe(1);
  });

  it("answers whatever comes in the office's forms with what is wrong of it, and never falls over", async () => {
    const office = asked.filter(
      ({ route, method }) =>
        /^(units(\/\[plate\]\/(hours|programmes|jobs|slots|charges|documents|pool|book|familiar|paper-walks|examinations|figures|events))?|people|people\/\[id\].*|sites\/.*|first|pin|records\/(views|past))(\/|$)/.test(
          route,
        ) && method !== "GET",
    );
    expect(office.length).toBeGreaterThan(18);
    const { cookie } = await person(yard, "owner");
    const values = fc.oneof(
      fc.jsonValue({ maxDepth: 2 }),
      fc.constantFrom("", "\u0000", "\ud800", -1, 1e308, "2026-13-40", "x".repeat(5000), [], {}, null),
    );
    const fields = [
      ...[
        "id",
        "job",
        "doneOn",
        "meterHours",
        "doneBy",
        "licence",
        "document",
        "documentId",
        "kind",
        "role",
        "family",
      ],
      ...[
        "until",
        "why",
        "sheetId",
        "second",
        "plate",
        "serial",
        "siteId",
        "examinationDue",
        "hours",
        "months",
        "runs",
      ],
      ...[
        "earlyDays",
        "noticeDays",
        "source",
        "plannedOn",
        "who",
        "lamp",
        "waterL",
        "name",
        "badge",
        "roles",
        "shown",
      ],
      ...[
        "signs",
        "timeZone",
        "shifts",
        "code",
        "owner",
        "pin",
        "query",
        "meter",
        "observedAt",
        "note",
        "hiredFrom",
      ],
    ];
    const bodies = fc.oneof(values, fc.dictionary(fc.constantFrom(...fields), values, { maxKeys: 12 }));
    for (const one of office)
      await fc.assert(
        fc.asyncProperty(bodies, async (body) => {
          const { status } = await call({ ...one, body: () => body ?? null }, cookie);
          expect(status, `${one.method} ${one.route}`).toBeLessThan(500);
        }),
        { numRuns: malformed },
      );
  }, 600_000);

  it("takes a sheet of an owner only whole", async () => {
    const { cookie } = await person(yard, "owner");
    const bad = await call(
      {
        route: "sheets",
        method: "POST",
        body: () => ({ from: 0, note: "n", sheet: { ...slabScissorSheet, family: "crane" } }),
        who: [],
      },
      cookie,
    );
    expect(bad.status).toBe(400);
    expect(bad.body["detail"]).toMatch(/family/);
  });
});
