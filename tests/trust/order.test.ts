import { randomUUID } from "node:crypto";
import { describe, expect, it } from "vitest";
import type { Sheet } from "@/core/sheet/sheet";
import { slabScissorSheet } from "@/demo/sheets/slab-scissors";
import { walkAndSign, walkedEvents } from "@/server/demo/walk";
import { ingest } from "@/server/inspections/ingest";
import { findInspection } from "@/server/inspections/model";
import { eventsHash, eventsOf, signInspection } from "@/server/inspections/sign";
import { startRetest } from "@/server/inspections/start";
import { headOf } from "@/server/ledger/append";
import { sheetDetail } from "@/server/sheets/read";
import { saveSheet } from "@/server/sheets/save";
import { tagDetail } from "@/server/tags/read";
import { recordRepair, releaseTag } from "@/server/tags/return";
import { recordUnitEvent } from "@/server/units/events";
import { standings } from "@/server/units/standing";
import { addUnit, at, begin, state, tagOut, type Yard, yardForFile } from "../database";

const yard = yardForFile();
const typed = { kind: "typed", name: "test" } as const;

/** Answers a whole walk well, signed only when asked. */
async function answered(unitId: string, person: string, minute: number): Promise<string> {
  const id = await begin(yard, unitId, person, minute);
  const inspection = await findInspection(yard.db, id);
  if (inspection === undefined) throw new Error("no inspection");
  const saw = await headOf(yard.db, unitId);
  const { events } = walkedEvents(inspection, { random: yard.random, saw }, at(minute));
  await ingest(yard.db, id, person, { events }, at(minute + 1));
  return id;
}

async function sign(id: string, person: string, minute: number) {
  const events = await eventsOf(yard.db, id);
  const covered = { eventCount: events.length, eventsHash: eventsHash(events) };
  const { outcome, decision } = await signInspection(
    yard.db,
    id,
    person,
    { outcome: "cleared", ...covered, signature: typed },
    at(minute),
  );
  return { outcome, reasons: decision.reasons.map((r) => r.reason) };
}

async function returned(yardOf: Yard, tagId: string, number: string, minute: number): Promise<void> {
  const { technician, owner } = yardOf.people;
  const repair = { cause: "c", work: "w", repaired: ["frame" as const], disturbed: [], licence: "L" };
  await recordRepair(yardOf.db, tagId, technician, repair, at(minute));
  const inspectionId = await startRetest(yardOf.db, technician, tagId, at(minute + 1));
  const walk = { inspectionId, personId: technician, signer: "t", random: yardOf.random, pace: 0.1 };
  await walkAndSign(yardOf.db, walk, at(minute + 1));
  const seenPosition = (await tagDetail(yardOf.db, tagId))?.seenPosition ?? 0;
  await releaseTag(yardOf.db, tagId, owner, { number, seenPosition }, at(minute + 20));
}

describe("rule: what enters the ledger ends the evidence it touches, by position and never by clocks", () => {
  it("a walk answered before a tag and signed after its release does not clear", async () => {
    const unitId = await addUnit(yard.db, "O-1", slabScissorSheet);
    const id = await answered(unitId, yard.people.operator, 0);
    const { id: tagId, number } = await tagOut(yard, "O-1", yard.people.second, 2);
    await returned(yard, tagId, number, 3);
    expect(await sign(id, yard.people.operator, 30)).toEqual({
      outcome: "not_cleared",
      reasons: ["answers_ended"],
    });
    expect(await state(yard, unitId, 31)).toBe("not_cleared");
  });

  it("dates moved back nine days change nothing, and an entry a device claims to have seen must be there", async () => {
    const unitId = await addUnit(yard.db, "O-2", slabScissorSheet);
    const id = await begin(yard, unitId, yard.people.operator, 0);
    const inspection = await findInspection(yard.db, id);
    if (inspection === undefined) throw new Error("no inspection");
    await recordUnitEvent(yard.db, unitId, yard.people.second, { id: randomUUID(), kind: "contact" }, at(1));
    const early = walkedEvents(
      inspection,
      { random: yard.random, saw: { position: 1, headHash: "" } },
      at(-9 * 1440),
    ).events;
    const { results } = await ingest(yard.db, id, yard.people.operator, { events: early.slice(0, 1) }, at(2));
    expect(results[0]).toMatchObject({ status: "held", problem: expect.stringMatching(/another hash/) });
    expect(await state(yard, unitId, 2)).toBe("held");
  });

  it("a walk begun on a sheet that asked less does not clear by what it asked", async () => {
    const less: Sheet = {
      ...slabScissorSheet,
      features: { ...slabScissorSheet.features, platform_outlet: { fit: "unknown" } },
      choices: { ...slabScissorSheet.choices },
    };
    const unitId = await addUnit(yard.db, "O-3", less);
    const id = await answered(unitId, yard.people.operator, 0);
    const detail = await sheetDetail(yard.db, "sheet-O-3");
    const more = {
      ...less,
      stopButtons: [...less.stopButtons, { id: "rear", at: "chassis", resets: "pull" }],
    };
    await saveSheet(
      yard.db,
      yard.people.owner,
      "sheet-O-3",
      { sheet: more, from: detail?.version ?? 1 },
      at(3),
    );
    const signed = await sign(id, yard.people.operator, 10);
    expect(signed.outcome).toBe("not_cleared");
    expect(signed.reasons).toEqual(expect.arrayContaining(["open_checks", "answers_ended"]));
  });

  it("a walk older than four hours, or past its shift, is a record and never a clearance", async () => {
    for (const [plate, minute] of [
      ["O-4", 241],
      ["O-5", 545],
    ] as const) {
      const unitId = await addUnit(yard.db, plate, slabScissorSheet);
      const began = minute - 241;
      const id = await answered(unitId, yard.people.operator, began);
      expect((await sign(id, yard.people.operator, minute)).reasons).toEqual(["too_old"]);
    }
    const late = await addUnit(yard.db, "O-6", slabScissorSheet);
    const id = await answered(late, yard.people.operator, 420);
    // The early shift ends at 14:30, nine hours after 05:30.
    expect((await sign(id, yard.people.operator, 541)).reasons).toEqual(["too_old"]);
  });

  for (const kind of ["transported", "returned", "contact", "overload", "meter_replaced"] as const) {
    it(`${kind}: ends a clearance, and a half-done check of that kind does not restore it`, async () => {
      const unitId = await addUnit(yard.db, `E-${kind}`, slabScissorSheet);
      await sign(await answered(unitId, yard.people.operator, 0), yard.people.operator, 10);
      expect(await state(yard, unitId, 11)).toBe("cleared");
      await recordUnitEvent(yard.db, unitId, yard.people.second, { id: randomUUID(), kind }, at(12));
      const standing = (await standings(yard.db, [unitId], at(13))).get(unitId);
      expect(standing).toMatchObject({ state: "inspection_owed", usable: false, endedBy: kind });
      await answered(unitId, yard.people.second, 14);
      expect(await state(yard, unitId, 20)).toBe("inspection_owed");
    });
  }
});

describe("rule: each use and a change of operator have events of their own", () => {
  const use = (unitId: string, person: string, kind: "taken_into_use" | "handed_over", minute: number) =>
    recordUnitEvent(yard.db, unitId, person, { id: randomUUID(), kind }, at(minute));
  const under = async (plate: string, trigger: string) => {
    const unitId = await addUnit(yard.db, plate, slabScissorSheet);
    const { policy } = await yard.db.selectFrom("site").select("policy").executeTakeFirstOrThrow();
    await yard.db
      .updateTable("site")
      .set({ policy: JSON.stringify({ ...policy, trigger }) })
      .execute();
    await sign(await answered(unitId, yard.people.operator, 0), yard.people.operator, 10);
    expect(await state(yard, unitId, 11)).toBe("cleared");
    return unitId;
  };
  it("each use: a clearance is good for one", async () => {
    const unitId = await under("U-1", "each_use");
    await use(unitId, yard.people.operator, "taken_into_use", 12);
    expect(await state(yard, unitId, 13)).toBe("inspection_owed");
  });
  it("operator change: it is good for who signed it, and for nobody they hand it to", async () => {
    const unitId = await under("U-2", "operator_change");
    await use(unitId, yard.people.operator, "taken_into_use", 12);
    expect(await state(yard, unitId, 13)).toBe("cleared");
    await use(unitId, yard.people.second, "taken_into_use", 14);
    expect(await state(yard, unitId, 15)).toBe("inspection_owed");
    const other = await under("U-3", "operator_change");
    await use(other, yard.people.operator, "handed_over", 12);
    expect(await state(yard, other, 13)).toBe("inspection_owed");
  });
  it("per shift neither ends anything", async () => {
    const unitId = await under("U-4", "shift");
    await use(unitId, yard.people.second, "taken_into_use", 12);
    await use(unitId, yard.people.second, "handed_over", 13);
    expect(await state(yard, unitId, 14)).toBe("cleared");
  });
});
