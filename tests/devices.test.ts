import "fake-indexeddb/auto";
import { randomUUID } from "node:crypto";
import fc from "fast-check";
import { beforeAll, describe, expect, it } from "vitest";
import type { InspectionEvent } from "@/core/record/events";
import { enrol } from "@/device/enrolment";
import { layDown, type Signer, signerOf, takeUp } from "@/device/keys";
import { localStore } from "@/device/local-store";
import { registerKey } from "@/server/devices/keys";
import { revokeDevice } from "@/server/devices/revoke";
import { eventsHash, eventsOf } from "@/server/inspections/sign";
import { startInspection } from "@/server/inspections/start";
import { falselySigned } from "@/server/ledger/signed-entries";
import { together } from "@/server/ledger/texts";
import { verifyLedgers } from "@/server/ledger/verify";
import { answered, yardForFile } from "./database";
import { ask, cookieOf, person, routesOf } from "./signed-in";

const yard = yardForFile();
let mine: Hand;
let other: Hand;
let owner: { id: string; cookie: string };
let route: Record<"events" | "sign" | "tags" | "quarantine" | "keys" | "pictures", unknown>;

/** Somebody, the session they have, and the key they sign with on a tablet. */
interface Hand {
  readonly id: string;
  readonly cookie: string;
  readonly device: string;
  readonly sign: Signer;
}

/** Signs in on a tablet of its own, as the app does it. */
async function hand(role: "operator", device = `tablet-${randomUUID().slice(0, 8)}`): Promise<Hand> {
  const { id, cookie } = await person(yard, role);
  const { publicKey, id: name } = await enrol(id, "2468", { personId: id, name: "somebody" });
  const inUse = await localStore().keysInUse.get(id);
  if (inUse === undefined) throw new Error("expected a key in use");
  await registerKey(yard.db, id, { deviceId: device, publicKey }, new Date());
  // Signed as they go: who is at a tablet next does not have this key.
  const sign: Signer = async (what, content) => {
    await takeUp(id, name, inUse.key);
    return signerOf(id)(what, content);
  };
  return { id, cookie, device, sign };
}

beforeAll(async () => {
  routesOf(yard);
  [mine, other] = [await hand("operator"), await hand("operator")];
  owner = await person(yard, "owner");
  const of = async (path: string, method: string) =>
    (await import(/* @vite-ignore */ `${process.cwd()}/src/app/api/${path}/route.ts`))[method];
  route = {
    events: await of("inspections/[id]/events", "POST"),
    sign: await of("inspections/[id]/sign", "POST"),
    pictures: await of("inspections/[id]/pictures/[hash]", "PUT"),
    tags: await of("units/[plate]/tags", "POST"),
    quarantine: await of("quarantine/[id]", "POST"),
    keys: await of("devices/keys", "POST"),
  };
});

/** The cookie of another session of somebody who has a PIN. */
async function signedInAgain(id: string): Promise<string> {
  const { badge } = await yard.db
    .selectFrom("person")
    .select("badge")
    .where("id", "=", id)
    .executeTakeFirstOrThrow();
  return cookieOf(badge);
}

const begin = (by: Hand, unitId = yard.scissor) =>
  startInspection(yard.db, by.id, { unitId, scope: "full" }, new Date());
const broken = { result: { kind: "condition", condition: "missing" } };
const send = async (id: string, events: readonly InspectionEvent[], signed: unknown, cookie?: string) =>
  ask(route.events, "POST", { id }, { events, signed }, cookie);
const signedBy = (by: Hand, events: readonly InspectionEvent[]) =>
  Promise.all(events.map((event) => by.sign("event", event)));
const entriesOf = (subjectId: string, kind: "tag" | "inspection") =>
  yard.db
    .selectFrom("ledgerEntry")
    .selectAll()
    .where("subjectId", "=", subjectId)
    .where("kind", "=", kind)
    .execute();
const held = async (id: string) => (await eventsOf(yard.db, id)).map((event) => event.id);
const holdsOf = async (unitId: string) =>
  (await yard.db.selectFrom("standingHold").select("name").where("unitId", "=", unitId).execute()).length;

describe("what is signed on a tablet", () => {
  it("is taken as its person's whoever brings it, and nobody; altered on the way it is nobody's", async () => {
    const id = await begin(mine);
    const events = [answered(id, 1), answered(id, 2)];
    const signed = await signedBy(mine, events);
    expect((await send(id, events, signed)).status).toBe(200);
    expect(await held(id)).toEqual(events.map((event) => event.id));
    const [row] = await yard.db
      .selectFrom("inspectionEvent")
      .select(["signed", "personId"])
      .where("inspectionId", "=", id)
      .where("seq", "=", 1)
      .execute();
    expect(row).toEqual({ signed: signed[0], personId: mine.id });
    const next = answered(id, 3);
    const altered = { ...next, at: "2026-03-02T09:00:00.000Z" } as InspectionEvent;
    expect((await send(id, [altered], await signedBy(mine, [next]))).status).toBe(401);
    expect((await send(id, [next], await signedBy(mine, [next]), other.cookie)).status).toBe(200);
    expect(await held(id)).toHaveLength(3);
    // One signed event does not speak for another of the same id.
    const fourth = answered(id, 4);
    const twin = { ...answered(id, 5), id: fourth.id } as InspectionEvent;
    const [by] = await signedBy(mine, [fourth]);
    for (const [events, signed] of [
      [
        [fourth, twin],
        [by, null],
      ],
      [
        [twin, fourth],
        [null, by],
      ],
      [
        [fourth, twin],
        [by, by],
      ],
    ] as const)
      expect((await send(id, events, signed)).status).toBe(401);
    expect(await held(id)).toHaveLength(3);
  });

  it("a tag-out hangs in the name of whoever made it, with nobody signed in", async () => {
    const said = { id: randomUUID(), plate: "B1", reason: "leak", note: "under the mast" };
    const { plate: _, ...body } = said;
    const plate = "b 1";
    const signed = await mine.sign("tag", said);
    const post = (more: object, cookie?: string) =>
      ask(route.tags, "POST", { plate }, { ...body, ...more }, cookie);
    expect((await post({})).status).toBe(401);
    expect((await post({ signed, reason: "damage" })).status).toBe(401);
    expect((await post({ signed })).status).toBe(200);
    const tag = await yard.db
      .selectFrom("tag")
      .selectAll()
      .where("id", "=", said.id)
      .executeTakeFirstOrThrow();
    expect(tag).toMatchObject({ raisedBy: mine.id, reason: "leak", signed });
    const [entry] = await entriesOf(tag.id, "tag");
    expect(entry?.body).toContain(signed);
    // Spaces about it are no other request; once released, or grown too long to read, it is another tag and not the signed one.
    const long = { ...said, id: randomUUID(), reason: "x".repeat(300) };
    const { plate: __, ...longBody } = long;
    await post({ ...longBody, signed: await mine.sign("tag", long) });
    const spaced = { ...said, id: randomUUID() };
    await post({ ...body, id: spaced.id, reason: " leak ", signed: await mine.sign("tag", spaced) });
    const rows = await yard.db
      .selectFrom("tag")
      .select(["id", "signed"])
      .where("raisedBy", "=", mine.id)
      .execute();
    expect(rows.find(({ id }) => id === long.id)?.signed).toBeNull();
    expect(rows.find(({ id }) => id === spaced.id)?.signed).not.toBeNull();
    const { breaks } = await verifyLedgers(yard.db);
    expect(breaks.filter(({ what }) => what === "signature")).toEqual([]);
  });

  it("a walk is sealed by its person's key, and the seal carries it", async () => {
    const third = await hand("operator");
    const id = await begin(third);
    const events = [answered(id, 1)];
    await send(id, events, await signedBy(third, events));
    const seal = { inspectionId: id, outcome: "not_cleared", eventCount: 1, eventsHash: eventsHash(events) };
    const { inspectionId: _, ...shown } = seal;
    const body = { ...shown, signature: { kind: "typed", name: "M. Ine" } };
    const signed = await third.sign("seal", seal);
    expect(
      (await ask(route.sign, "POST", { id }, { ...body, signed: await other.sign("seal", seal) })).status,
    ).toBe(403);
    expect((await ask(route.sign, "POST", { id }, { ...body, outcome: "cleared", signed })).status).toBe(401);
    const sealed = await ask(route.sign, "POST", { id }, { ...body, signed }, other.cookie);
    expect(sealed.body).toMatchObject({ outcome: "not_cleared" });
    const sealRow = await entriesOf(id, "inspection");
    const { document } = (await together(yard.db, JSON.parse(sealRow[0]?.body ?? ""))) as {
      document: { by: string; signed: string };
    };
    expect(document).toMatchObject({ by: third.id, signed });
    expect((await verifyLedgers(yard.db)).breaks).toEqual([]);
    // Whoever owns the database puts another's name or outcome on it: the key says so.
    expect(await falselySigned(yard.db, "S-1", sealRow)).toBeUndefined();
    for (const [from, to] of [
      [third.id, mine.id],
      ['"shownOutcome":"not_cleared"', '"shownOutcome":"cleared"'],
      ['"eventCount":1', '"eventCount":0'],
    ] as const) {
      const forged = sealRow.map((row) => ({ ...row, body: row.body.replaceAll(from, to) }));
      expect(forged[0]?.body).not.toBe(sealRow[0]?.body);
      expect(await falselySigned(yard.db, "S-1", forged), to).toBeDefined();
    }
  });

  it("a key that was written past the server signs nothing, and nobody registers another's", async () => {
    const { id, cookie } = await person(yard, "operator");
    const { publicKey, id: key } = await enrol(id, "2468", { personId: id, name: "x" });
    const forged = {
      id: key,
      personId: mine.id,
      deviceId: "desk",
      publicKey: Buffer.from(publicKey, "base64url"),
      registeredAt: new Date(),
      signature: "x".repeat(86),
    };
    await yard.db.insertInto("deviceKey").values(forged).execute();
    const walk = await begin(mine);
    const event = answered(walk, 1);
    const signed = [await signerOf(id)("event", event)];
    expect((await send(walk, [event], signed)).status).toBe(401);
    const registered = await ask(route.keys, "POST", {}, { deviceId: "desk", publicKey }, cookie);
    expect(registered.status).toBe(409);
    const noPoint = await ask(
      route.keys,
      "POST",
      {},
      { deviceId: "desk", publicKey: "A".repeat(87) },
      cookie,
    );
    expect(noPoint.status).toBe(400);
  });
});

describe("a revoked tablet", () => {
  it("what it sends waits for the owner, once; what tags out holds all the same", async () => {
    const lost = await hand("operator");
    const id = await begin(lost, yard.boom);
    const before = await holdsOf(yard.boom);
    const events = [
      answered(id, 1, { deviceId: lost.device }),
      answered(id, 2, { deviceId: lost.device, ...broken }),
    ];
    const signed = await signedBy(lost, events);
    await revokeDevice(yard.db, "yard", lost.device, owner.id, "left on the bus", new Date());
    for (const cookie of [undefined, lost.cookie, mine.cookie])
      expect((await send(id, events, signed, cookie)).body["type"]).toBe("/problems/device-revoked");
    expect(await held(id)).toEqual([]);
    // Whoever had a key on it is signed out, and a session of theirs elsewhere does not cover for what it made.
    expect((await send(id, events, undefined, lost.cookie)).status).toBe(401);
    const elsewhere = await signedInAgain(lost.id);
    expect((await send(id, events, undefined, elsewhere)).body["type"]).toBe("/problems/device-revoked");
    // Its answer that something is missing holds already, whoever sent it, and its seal is none.
    expect(await holdsOf(yard.boom)).toBe(before + 1);
    const seal = { inspectionId: id, outcome: "not_cleared", eventCount: 0, eventsHash: eventsHash([]) };
    const { inspectionId: _, ...shown } = seal;
    const body = { ...shown, signature: { kind: "typed", name: "L. Ost" } };
    const sealed = { ...body, signed: await lost.sign("seal", seal) };
    expect((await ask(route.sign, "POST", { id }, sealed, elsewhere)).body["type"]).toBe(
      "/problems/device-revoked",
    );
    const said = { id: randomUUID(), plate: "B1", reason: "leak" };
    const tag = await ask(
      route.tags,
      "POST",
      { plate: "B-1" },
      { ...said, signed: await lost.sign("tag", said) },
    );
    expect(tag.status).toBe(200);
    expect(await holdsOf(yard.boom)).toBe(before + 2);
    const { publicKey } = await enrol(lost.id, "9999", { personId: lost.id, name: "x" });
    await expect(
      registerKey(yard.db, lost.id, { deviceId: lost.device, publicKey }, new Date()),
    ).rejects.toThrow(/revoked/);

    // What no store can keep as text waits with the rest, as it came; an address that names no inspection is none.
    const odd = { ...answered(id, 3, { deviceId: lost.device }), note: "half a \ud800 and a \u0000" };
    const kept = await send(id, [odd as InspectionEvent], undefined, elsewhere);
    expect(kept.body["type"]).toBe("/problems/device-revoked");
    expect((await send("nowhere", events, signed)).status).toBe(404);

    const waits = await yard.db
      .selectFrom("quarantine")
      .selectAll()
      .where("inspectionId", "=", id)
      .orderBy("receivedAt")
      .execute();
    expect(waits).toHaveLength(3);
    expect(JSON.parse(waits[2]?.body ?? "").events).toEqual([odd]);
    const judge = (row: string, cookie: string, taken = true) =>
      ask(route.quarantine, "POST", { id: row }, { taken }, cookie);
    const [first, second] = waits.map((row) => row.id) as [string, string];
    expect((await judge(first, mine.cookie)).status).toBe(403);
    expect((await judge(first, owner.cookie)).status).toBe(200);
    expect((await judge(first, owner.cookie, false)).status).toBe(404);
    expect((await judge(second, owner.cookie, false)).status).toBe(200);
    expect((await held(id)).sort()).toEqual(events.map((event) => event.id).sort());
  });
});

describe("the rule of whose an event is", () => {
  it("holds for every session, key, carrier and alteration", async () => {
    const lost = await hand("operator");
    await revokeDevice(yard.db, "yard", lost.device, owner.id, "stolen", new Date());
    const stranger = await person(yard, undefined);
    const hands = { mine, other, lost };
    const cookies = { mine: mine.cookie, other: other.cookie, stranger: stranger.cookie, nobody: undefined };
    const one = fc.record({
      key: fc.constantFrom("mine", "other", "lost", "none"),
      session: fc.constantFrom("mine", "other", "stranger", "nobody"),
      altered: fc.boolean(),
    });
    const id = await begin(mine);
    let seq = 0;
    await fc.assert(
      fc.asyncProperty(fc.array(one, { minLength: 1, maxLength: 3 }), fc.nat(3), async (asked, from) => {
        const { session } = asked[from % asked.length] ?? { session: "nobody" as const };
        const batch = asked.map(() => answered(id, ++seq, { deviceId: "bench" }));
        const signed: unknown[] = [];
        // One after another: a tablet has the key of one person at a time.
        for (const [i, { key, altered }] of asked.entries()) {
          const event = batch[i] as InspectionEvent;
          const content = altered ? { ...event, seq: event.seq + 1 } : event;
          signed.push(key === "none" ? null : await hands[key].sign("event", content));
        }
        await send(id, batch, signed, cookies[session]);
        const by = asked.map(({ key, altered }) => (altered ? "none" : key));
        const allMine = by.every((key) => key === "mine");
        // Signed by one person throughout, it is theirs; else it is of whoever is signed in. Never of a revoked tablet.
        const onePerson = by[0] !== "none" && by.every((key) => key === by[0]);
        const taken = !by.includes("lost") && (onePerson ? allMine : session === "mine");
        const there = new Set(await held(id));
        expect(batch.map((event) => there.has(event.id))).toEqual(batch.map(() => taken));
      }),
      { numRuns: 40, endOnFailure: true },
    );
    await layDown();
  });
});
