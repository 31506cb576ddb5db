import { randomUUID } from "node:crypto";
import { describe, expect, it } from "vitest";
import { articulatingBoomSheet } from "@/demo/sheets/articulating-booms";
import { slabScissorSheet } from "@/demo/sheets/slab-scissors";
import { walkAndSign } from "@/server/demo/walk";
import { ingest } from "@/server/inspections/ingest";
import { findInspection, planOf } from "@/server/inspections/model";
import { eventsHash, eventsOf, signInspection } from "@/server/inspections/sign";
import { withEvents } from "@/server/ledger/kept-events";
import { addUnit, answered, at, begin, state as standing, yardForFile } from "./database";

const yard = yardForFile();
/** Sent by whoever began it. */
const take = async (inspectionId: string, events: readonly unknown[]) => {
  const begunBy = (await findInspection(yard.db, inspectionId))?.personId ?? yard.people.operator;
  return ingest(yard.db, inspectionId, begunBy, { events }, at(1));
};
const statuses = async (inspectionId: string, events: readonly unknown[]) =>
  (await take(inspectionId, events)).results.map((r) => r.status);
const state = (unitId: string, minute: number) => standing(yard, unitId, minute);
const typed = { kind: "typed", name: "test" } as const;
/** The owner signs everything that has come of a walk, shown this outcome. */
async function signAll(id: string, outcome: "cleared" | "not_cleared", when: Date) {
  const held = await eventsOf(yard.db, id);
  const said = { outcome, eventCount: held.length, eventsHash: eventsHash(held), signature: typed };
  return signInspection(yard.db, id, yard.people.owner, said, when);
}

describe("the event route", () => {
  it("takes the same event twice as one, and out of order as in order", async () => {
    const id = await begin(yard, yard.scissor, yard.people.operator, 0);
    const [one, two, three] = [answered(id, 1), answered(id, 2), answered(id, 3)];
    expect(await statuses(id, [three, one, one])).toEqual(["accepted", "accepted", "already_here"]);
    expect(await statuses(id, [two, one])).toEqual(["accepted", "already_here"]);
    expect(await eventsOf(yard.db, id)).toHaveLength(3);
  });

  it("keeps the good ones of a batch and says what is wrong with the bad one", async () => {
    const id = await begin(yard, yard.scissor, yard.people.second, 0);
    const bad = { ...answered(id, 2), result: { kind: "condition", condition: "purple" } };
    const { results } = await take(id, [
      answered(id, 1),
      bad,
      answered(id, 3, { check: "no.such@place.v1" }),
      { id: "x" },
      answered(id, 4),
    ]);
    expect(results.map((r) => r.status)).toEqual(["accepted", "held", "held", "held", "accepted"]);
    expect(results[1]?.problem).toMatch(/expected one of missing, wrong_model/);
    expect(results[2]?.problem).toMatch(/a check of this machine's sheet/);
    expect(results[3]?.problem).toBe("it has no type");
  });

  it.each<[unknown, string]>([
    [null, "event: expected object, got null"],
    ["cracked", "event: expected object, got string"],
    [{ type: "hologram" }, "type: expected 'answered' | 'measured' | 'skipped' | 'matter' | 'changed'"],
  ])("says what came in place of an event: %j", async (raw, problem) => {
    const id = await begin(yard, yard.scissor, yard.people.second, 0);
    const { results } = await take(id, [raw]);
    expect(results[0]?.problem).toBe(problem);
  });

  it("names what an event lacks before what is wrong in it", async () => {
    const id = await begin(yard, yard.scissor, yard.people.second, 0);
    const { at: _at, ...late } = answered(id, 1, { result: "crack", seq: undefined });
    const { results } = await take(id, [late]);
    expect(results[0]?.problem).toBe("it has no seq, at; result: expected object, got string");
  });

  it("refuses a number another event holds, and events of another inspection", async () => {
    const id = await begin(yard, yard.boom, yard.people.second, 0);
    await take(id, [answered(id, 1)]);
    const { results } = await take(id, [answered(id, 1), answered(randomUUID(), 2)]);
    expect(results[0]?.problem).toMatch(/taken by another event/);
    expect(results[1]?.problem).toMatch(/send it there/);
    await expect(take(randomUUID(), [])).rejects.toThrow(/start it first/);
    await expect(ingest(yard.db, id, yard.people.second, { events: "x" }, at(1))).rejects.toThrow(
      /at most 500 events.*is kept/,
    );
  });

  it("a gap refuses the seal, and an event that cannot be read holds the unit", async () => {
    const unitId = await addUnit(yard.db, "GAP-1", articulatingBoomSheet);
    const id = await begin(yard, unitId, yard.people.operator, 0);
    await take(id, [answered(id, 1), answered(id, 3)]);
    const sign = async () => {
      const events = await eventsOf(yard.db, id);
      return signInspection(
        yard.db,
        id,
        yard.people.operator,
        {
          outcome: "not_cleared",
          eventCount: events.length,
          eventsHash: eventsHash(events),
          signature: typed,
        },
        at(9),
      );
    };
    await expect(sign()).rejects.toThrow(/t: 2/);
    await take(id, [answered(id, 2)]);
    expect(await statuses(id, [{ ...answered(id, 4), type: "hologram" }])).toEqual(["held"]);
    expect(await state(unitId, 9)).toBe("held");
    // What it held is signed as a record, and clears nothing.
    expect((await sign()).outcome).toBe("tagged_out");
  });

  it("refuses a signature over other events than the server holds, and a second signature", async () => {
    const id = await begin(yard, await addUnit(yard.db, "SIG-1", slabScissorSheet), yard.people.owner, 0);
    await ingest(yard.db, id, yard.people.owner, { events: [answered(id, 1)] }, at(1));
    const held = await eventsOf(yard.db, id);
    const sign = (eventCount: number, hash: string) =>
      signInspection(
        yard.db,
        id,
        yard.people.owner,
        { outcome: "not_cleared", eventCount, eventsHash: hash, signature: typed },
        at(9),
      );
    await expect(sign(2, eventsHash(held))).rejects.toThrow(/covers 2 events/);
    await expect(sign(1, "0".repeat(64))).rejects.toThrow(/differ/);
    await expect(
      signInspection(
        yard.db,
        id,
        yard.people.second,
        { outcome: "not_cleared", eventCount: 1, eventsHash: eventsHash(held), signature: typed },
        at(9),
      ),
    ).rejects.toThrow(/who is on this inspection/);
    expect((await sign(1, eventsHash(held))).outcome).toBe("not_cleared");
    await expect(sign(1, eventsHash(held))).rejects.toThrow(/already signed/);
  });

  it("works the decision out itself: a device that claims cleared is not believed", async () => {
    const id = await begin(yard, await addUnit(yard.db, "SIG-2", slabScissorSheet), yard.people.owner, 20);
    await ingest(yard.db, id, yard.people.owner, { events: [answered(id, 1)] }, at(21));
    const signed = await signAll(id, "cleared", at(22));
    expect(signed).toMatchObject({ outcome: "not_cleared", shownOutcome: "cleared" });
  });

  it.each([
    ["found in the air", "found:raised", "raised.from_outside@ground_tests.v1", "leak_running", "people:1"],
    [
      "parked, and said otherwise after",
      "ending:parked",
      "park.charging@park.v2",
      "breaker_trips",
      "ending:to_work",
    ],
  ])("judges by what was said of the day: %s", async (name, said, check, condition, after) => {
    const unitId = await addUnit(yard.db, `DAY-${name.length}`, slabScissorSheet);
    const id = await begin(yard, unitId, yard.people.owner, 30);
    const changed = (seq: number, step: string) => {
      const {
        check: _check,
        result: _result,
        ...rest
      } = answered(id, seq) as unknown as Record<string, unknown>;
      return { ...rest, type: "changed", step };
    };
    const finding = answered(id, 2, { check, result: { kind: "condition", condition } });
    const events = [changed(1, said), finding, changed(3, after)];
    const { results } = await ingest(yard.db, id, yard.people.owner, { events }, at(33));
    expect(results.map((r) => r.status)).toEqual(["accepted", "accepted", "accepted"]);
    const signed = await signAll(id, "not_cleared", at(34));
    expect(signed.outcome).toBe("tagged_out");
  });

  it("after the seal, an event is an addendum that still holds the unit, and an old one is known", async () => {
    const id = await begin(
      yard,
      await addUnit(yard.db, "LATE-1", articulatingBoomSheet),
      yard.people.owner,
      0,
    );
    await walkAndSign(
      yard.db,
      { inspectionId: id, personId: yard.people.owner, signer: "o", random: yard.random },
      at(0),
    );
    const entry = await yard.db
      .selectFrom("ledgerEntry")
      .select(["unitId", "position", "body"])
      .where("subjectId", "=", id)
      .where("kind", "=", "inspection")
      .executeTakeFirstOrThrow();
    const { document } = JSON.parse(entry.body) as { document: object };
    const [old] = (await withEvents(yard.db, entry, document)).events;
    const late = answered(id, 900, {
      check: "wheel.nuts@wheel_front_left.v1",
      result: { kind: "condition", condition: "nut_missing" },
    });
    const result = await ingest(yard.db, id, yard.people.owner, { events: [old, late] }, at(90));
    expect(result.results.map((r) => r.status)).toEqual(["already_here", "accepted"]);
    expect(result.tagsRaised).toHaveLength(1);
    expect(
      (await ingest(yard.db, id, yard.people.owner, { events: [late] }, at(91))).results[0]?.status,
    ).toBe("already_here");
  });

  it("the same top-up again within a few shifts grades up", async () => {
    const inspection = await findInspection(
      yard.db,
      await begin(yard, yard.scissor, yard.people.operator, 0),
    );
    if (inspection === undefined) throw new Error("no inspection");
    expect(planOf(inspection).checks.length).toBeGreaterThan(90);
    const unitId = await addUnit(yard.db, "TOP-1", inspection.asks.sheet);
    const answers = { "hydraulic.level": { value: 30, putRight: "top_up_oil" } };
    const grades: string[] = [];
    for (const shift of [0, 1, 2]) {
      const id = await begin(yard, unitId, yard.people.operator, shift * 1500);
      await walkAndSign(
        yard.db,
        { inspectionId: id, personId: yard.people.operator, signer: "o", random: yard.random, answers },
        at(shift * 1500),
      );
      grades.push(
        (
          await yard.db
            .selectFrom("finding")
            .select("grade")
            .where("inspectionId", "=", id)
            .executeTakeFirstOrThrow()
        ).grade,
      );
    }
    expect(grades).toEqual(["put_right", "put_right", "repair_by"]);
  });
});
