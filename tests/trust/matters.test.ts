import { describe, expect, it } from "vitest";
import { slabScissorSheet } from "@/demo/sheets/slab-scissors";
import { walkAndSign } from "@/server/demo/walk";
import { openMatters } from "@/server/matters/read";
import { recordExamination } from "@/server/units/examination";
import { findingRepairSchema, repairFinding } from "@/server/units/finding-repair";
import { addUnit, at, begin, state, yardForFile } from "../database";

const yard = yardForFile();
const walk = async (unitId: string, person: string, minute: number, answers = {}) =>
  walkAndSign(
    yard.db,
    {
      inspectionId: await begin(yard, unitId, person, minute),
      personId: person,
      signer: "test",
      random: yard.random,
      answers,
    },
    at(minute),
  );

describe("rule: open matters belong to the unit, not to the walk", () => {
  it("a power line one person found still stops the unit when another signs a plain walk", async () => {
    const unitId = await addUnit(yard.db, "M-1", slabScissorSheet);
    const first = await walk(unitId, yard.people.operator, 0, {
      "place.overhead": { condition: "power_line" },
    });
    expect(first.outcome).toBe("stopped_for_conditions");
    // The second walk finds nothing overhead itself, and leaves the matter as it was.
    expect((await walk(unitId, yard.people.second, 60)).outcome).toBe("stopped_for_conditions");
    expect(await state(yard, unitId, 120)).toBe("stopped_for_conditions");
  });

  it("an open repair does not vanish under somebody else's signature, nor when its day comes", async () => {
    const unitId = await addUnit(yard.db, "M-2", slabScissorSheet);
    const decal = { "doc.decals": { condition: "unreadable" } };
    expect((await walk(unitId, yard.people.operator, 0, decal)).outcome).toBe("cleared_with_notes");
    expect((await walk(unitId, yard.people.second, 60)).outcome).toBe("cleared_with_notes");
    const week = 8 * 1440;
    expect(await state(yard, unitId, week)).toBe("repair_overdue");
    const signed = await walk(unitId, yard.people.second, week);
    expect(signed.decision.reasons.map((r) => r.reason)).toContain("repair_due");
    // Done by an empty text it is not, and done it is followed by an inspection.
    for (const work of ["", "  ", "ok"]) expect(findingRepairSchema.safeParse({ work }).success).toBe(false);
    const [matter] = await openMatters(yard.db, unitId, undefined);
    await repairFinding(
      yard.db,
      matter?.findingId ?? "",
      yard.people.technician,
      { work: "New decal" },
      at(week + 60),
    );
    expect(await state(yard, unitId, week + 61)).not.toMatch(/^cleared/);
    expect((await walk(unitId, yard.people.operator, week + 70)).outcome).toBe("cleared");
  });

  it("a repair ends the clearance that was given over it", async () => {
    const unitId = await addUnit(yard.db, "M-3", slabScissorSheet);
    await walk(unitId, yard.people.operator, 0, { "hydraulic.unit": { condition: "loose" } });
    await walk(unitId, yard.people.second, 0, { "doc.decals": { condition: "unreadable" } });
    const [matter] = await openMatters(yard.db, unitId, undefined);
    if (matter === undefined) throw new Error("expected a matter");
    await repairFinding(yard.db, matter.findingId, yard.people.technician, { work: "New one" }, at(90));
    expect(await state(yard, unitId, 91)).not.toMatch(/^cleared/);
  });
});

describe("rule: a periodic examination is recorded, and its check made again", () => {
  const examination = {
    examiner: "An examiner",
    licence: "E-7",
    examinedOn: "2026-03-02",
    nextDue: "2026-09-01",
    document: "R-2026-11",
  };
  it("an overdue unit comes back by a recorded examination and an inspection", async () => {
    const unitId = await addUnit(yard.db, "X-1", slabScissorSheet, at(-1440));
    expect((await walk(unitId, yard.people.operator, 0)).outcome).toBe("tagged_out");
    expect(await state(yard, unitId, 60)).toBe("examination_overdue");
    await recordExamination(yard.db, unitId, yard.people.owner, examination, at(61));
    expect(await state(yard, unitId, 62)).toBe("inspection_owed");
    expect((await walk(unitId, yard.people.operator, 70)).outcome).toBe("cleared");
  });
  it("ends the evidence that compared sticker and form with the old one", async () => {
    const unitId = await addUnit(yard.db, "X-2", slabScissorSheet);
    await walk(unitId, yard.people.operator, 0);
    expect(await state(yard, unitId, 60)).toBe("cleared");
    await recordExamination(yard.db, unitId, yard.people.owner, examination, at(61));
    expect(await state(yard, unitId, 62)).toBe("inspection_owed");
  });
  it("is refused with a day that has not come", async () => {
    const unitId = await addUnit(yard.db, "X-3", slabScissorSheet);
    const early = { ...examination, examinedOn: "2026-04-02" };
    await expect(recordExamination(yard.db, unitId, yard.people.owner, early, at(0))).rejects.toThrow(
      /a day that has come/,
    );
  });
});
