import { beforeAll, describe, expect, it } from "vitest";
import type { InspectionEvent } from "@/core/record/events";
import { articulatingBoomSheet } from "@/demo/sheets/articulating-booms";
import { slabScissorSheet } from "@/demo/sheets/slab-scissors";
import { walkedEvents } from "@/server/demo/walk";
import { registerKey } from "@/server/devices/keys";
import { judgeQuarantined, waitingOf } from "@/server/devices/quarantine";
import { revokeDevice } from "@/server/devices/revoke";
import { ingest } from "@/server/inspections/ingest";
import { joinInspection } from "@/server/inspections/join";
import { findInspection } from "@/server/inspections/model";
import { factsFor } from "@/server/inspections/news";
import { eventsHash, eventsOf, signInspection } from "@/server/inspections/sign";
import { startInspection, underWay } from "@/server/inspections/start";
import { headOf } from "@/server/ledger/append";
import { namesOf } from "@/server/people/names";
import { personById } from "@/server/people/session";
import { sealedRecord } from "@/server/records/read";
import { addUnit, answered, yardForFile } from "./database";
import { ask, person, routesOf } from "./signed-in";

const yard = yardForFile();
type Somebody = Awaited<ReturnType<typeof person>>;
let [mine, other, ground, elsewhere]: Somebody[] = [];
let post: (
  what: "events" | "people" | "sign",
  id: string,
  body: unknown,
  by: Somebody | undefined,
) => ReturnType<typeof ask>;
const typed = { kind: "typed", name: "somebody" } as const;
const now = () => new Date();

beforeAll(async () => {
  routesOf(yard);
  [mine, other, ground] = [
    await person(yard, "operator"),
    await person(yard, "operator"),
    await person(yard, "ground_person"),
  ];
  await yard.db
    .insertInto("site")
    .values({ id: "far", name: "Far", timeZone: "UTC", shifts: "[]", policy: "{}" })
    .execute();
  elsewhere = await person(yard, "operator", "far");
  const of = async (path: string) =>
    (await import(/* @vite-ignore */ `${process.cwd()}/src/app/api/inspections/[id]/${path}/route.ts`)).POST;
  const routes = { events: await of("events"), people: await of("people"), sign: await of("sign") };
  post = (what, id, body, by) => ask(routes[what], "POST", { id }, body, by?.cookie);
});

const some = (one: Somebody | undefined): Somebody => one ?? expect.fail("expected somebody");
const begin = (unitId: string, by = mine) =>
  startInspection(yard.db, some(by).id, { unitId, scope: "full" }, now());
const by = (who: Somebody | undefined, deviceId = "theirs") => ({ by: some(who).id, deviceId });
const held = async (id: string) => (await eventsOf(yard.db, id)).map((event) => event.id);
const holdsOf = async (unitId: string) =>
  (await yard.db.selectFrom("standingHold").select("name").where("unitId", "=", unitId).execute()).length;
const whoIs = async (one: Somebody | undefined) =>
  (await personById(yard.db, some(one).id)) ?? expect.fail("expected somebody");

/** All a clean walk of it says, made by one person as far as `part`, then by the other. */
async function halves(
  id: string,
  part = 0.5,
): Promise<[readonly InspectionEvent[], readonly InspectionEvent[]]> {
  const inspection = (await findInspection(yard.db, id)) ?? expect.fail();
  const saw = await headOf(yard.db, inspection.unitId);
  const { events } = walkedEvents(inspection, { random: yard.random, saw }, now());
  const cut = Math.floor(events.length * part);
  const second = events
    .slice(cut)
    .map((event, i) => ({ ...event, ...by(other), seq: i + 1 }) as InspectionEvent);
  return [events.slice(0, cut), second];
}
async function sign(id: string, who: Somebody | undefined) {
  const events = await eventsOf(yard.db, id);
  const said = { outcome: "cleared" as const, eventCount: events.length, eventsHash: eventsHash(events) };
  return signInspection(yard.db, id, some(who).id, { ...said, signature: typed }, now());
}

describe("two people on one inspection", () => {
  it("share it, each in their own name; either signs, and the record says who answered what", async () => {
    const id = await begin(yard.scissor);
    const [first, second] = await halves(id);
    expect((await post("events", id, { events: first }, mine)).status).toBe(200);
    expect((await post("events", id, { events: second }, other)).status).toBe(403);
    expect((await post("people", id, {}, other)).status).toBe(200);
    expect((await post("people", id, {}, other)).status).toBe(200);
    expect((await post("events", id, { events: second }, other)).status).toBe(200);
    expect((await sign(id, other)).outcome).toBe("cleared");
    const record = (await sealedRecord(yard.db, id)) ?? expect.fail();
    expect(record.document.people).toEqual([some(mine).id, some(other).id]);
    const answers = (events: readonly InspectionEvent[]) =>
      events.filter(({ type }) => type === "answered" || type === "measured").length;
    expect(record.shares.map((share) => share.answers)).toEqual([answers(first), answers(second)]);
    expect((await post("people", id, {}, ground)).status).toBe(403);
    expect((await post("people", id, {}, mine)).body["type"]).toBe("/problems/already-signed");
  });

  it("is joined by whoever may make one there and is trained on it; nobody else answers or signs", async () => {
    const id = await begin(yard.boom);
    for (const [who, status] of [
      [undefined, 401],
      [ground, 403],
      [elsewhere, 403],
    ] as const)
      expect((await post("people", id, {}, who)).status).toBe(status);
    const until = new Date("2020-01-01");
    const lapsed = await person(yard, "operator");
    await yard.db.updateTable("authorisation").set({ until }).where("personId", "=", lapsed.id).execute();
    expect((await post("people", id, {}, lapsed)).body["type"]).toBe("/problems/not-trained");
    await expect(sign(id, other)).rejects.toThrow(/who is on this inspection/);
    await expect(joinInspection(yard.db, id, await whoIs(other), now())).resolves.toBeUndefined();
    await expect(
      yard.db.deleteFrom("inspectionPerson").where("inspectionId", "=", id).execute(),
    ).rejects.toThrow();
  });

  it("what one made is never taken as the other's, whoever brings it; what stops the unit holds it", async () => {
    const unitId = await addUnit(yard.db, "S-7", slabScissorSheet);
    const id = await begin(unitId);
    await post("people", id, {}, other);
    const own = answered(id, 1);
    const theirs = answered(id, 1, by(other));
    for (const [events, who] of [
      [[own], other],
      [[theirs], mine],
      [[own, theirs], mine],
      [[own, theirs], other],
    ] as const) {
      const answer = await post("events", id, { events }, who);
      expect([answer.status, answer.body["type"]]).toEqual([403, "/problems/not-yours"]);
    }
    expect(await held(id)).toEqual([]);
    expect(await holdsOf(unitId)).toBe(0);
    const { results } = await ingest(yard.db, id, some(other).id, { events: [own, theirs] }, now());
    expect(results.map(({ status }) => status)).toEqual(["held", "accepted"]);
    const cracked = { kind: "condition", condition: "cracked" };
    const stops = answered(id, 1, { check: "frame.welds@chassis_front.v1", result: cracked });
    expect((await post("events", id, { events: [stops] }, other)).body["type"]).toBe("/problems/carried");
    expect(await holdsOf(unitId)).toBe(2);
  });

  it("does not clear once somebody who answered is no longer trained", async () => {
    const id = await begin(await addUnit(yard.db, "S-8", slabScissorSheet));
    const helper = await person(yard, "operator");
    await post("people", id, {}, helper);
    const [first, second] = await halves(id, 0.9);
    await post("events", id, { events: first }, mine);
    const theirs = second.map((event) => ({ ...event, by: helper.id }));
    expect((await post("events", id, { events: theirs }, helper)).status).toBe(200);
    const until = new Date("2020-01-01");
    await yard.db.updateTable("authorisation").set({ until }).where("personId", "=", helper.id).execute();
    const { outcome, decision } = await sign(id, mine);
    expect(outcome).not.toBe("cleared");
    expect(decision.reasons.map(({ reason }) => reason)).toContain("not_authorised");
  });

  it("sent by a tablet that was revoked is taken in as each one's own, and what names nobody on it holds the unit", async () => {
    const unitId = await addUnit(yard.db, "S-10", slabScissorSheet);
    const id = await begin(unitId);
    await post("people", id, {}, other);
    const owner = await person(yard, "owner");
    const lost = "tablet-lost";
    const events = [
      answered(id, 1, { deviceId: lost }),
      answered(id, 2, by(other, lost)),
      answered(id, 3, { by: "nobody at all", deviceId: lost }),
    ];
    const { publicKey } = await crypto.subtle.generateKey({ name: "ECDSA", namedCurve: "P-256" }, true, [
      "sign",
    ]);
    const point = Buffer.from(await crypto.subtle.exportKey("raw", publicKey)).toString("base64url");
    // Whoever has a key on it is signed out: somebody else.
    await registerKey(
      yard.db,
      (await person(yard, "operator")).id,
      { deviceId: lost, publicKey: point },
      now(),
    );
    await revokeDevice(yard.db, "yard", lost, owner.id, "left on the bus", now());
    expect((await post("events", id, { events }, mine)).body["type"]).toBe("/problems/device-revoked");
    const [waits] = (await waitingOf(yard.db, "yard")).filter(({ plate }) => plate === "S-10");
    const names = await namesOf(yard.db, [some(mine).id, some(other).id]);
    expect(waits?.name).toBe([...names.values()].sort().join(", "));
    await judgeQuarantined(yard.db, "yard", waits?.id ?? "", owner.id, true, now());
    const rows = await yard.db
      .selectFrom("inspectionEvent")
      .select(["seq", "personId"])
      .where("inspectionId", "=", id)
      .orderBy("seq")
      .execute();
    expect(rows).toEqual([
      { seq: 1, personId: some(mine).id },
      { seq: 2, personId: some(other).id },
    ]);
    expect(await holdsOf(unitId)).toBe(1);
  });

  it("is offered to whoever would begin another, and to nobody who is on one", async () => {
    const unitId = await addUnit(yard.db, "B-9", articulatingBoomSheet);
    const wanted = { unitId, scope: "full" } as const;
    const asked = (who: Somebody | undefined) => underWay(yard.db, wanted, some(who).id, now());
    expect(await asked(other)).toBeUndefined();
    const id = await begin(unitId);
    await post("events", id, { events: [answered(id, 1), answered(id, 2)] }, mine);
    expect(await asked(other)).toMatchObject({ id, answered: 2 });
    expect(await asked(mine)).toBeUndefined();
    await post("people", id, {}, other);
    expect(await asked(other)).toBeUndefined();
    expect(await begin(unitId, other)).toBe(id);
  });

  it("tells each device what the other has sent, once, and all of what it missed", async () => {
    const id = await begin(await addUnit(yard.db, "S-9", slabScissorSheet));
    await post("people", id, {}, other);
    const [one, two, three] = [1, 2, 3].map((seq) => answered(id, seq, by(other)));
    const news = async (held: Record<string, [number, number]>) => {
      const facts = await factsFor(yard.db, id, await whoIs(mine), { device: "t", held }, now());
      return facts.sealed ? expect.fail() : facts.events.map(({ seq }) => seq);
    };
    await post("events", id, { events: [answered(id, 1), one, three].filter((e) => e?.by) }, other);
    expect(await news({})).toEqual([1, 3]);
    expect(await news({ theirs: [3, 2] })).toEqual([]);
    await post("events", id, { events: [two] }, other);
    expect([...(await news({ theirs: [3, 2] }))].sort()).toEqual([1, 2, 3]);
    expect(await news({ theirs: [2, 2] })).toEqual([3]);
    await sign(id, mine);
    expect(await factsFor(yard.db, id, await whoIs(mine), { device: "t", held: {} }, now())).toEqual({
      sealed: true,
    });
  });
});
