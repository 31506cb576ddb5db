import { randomUUID } from "node:crypto";
import { describe, expect, it } from "vitest";
import { defaultPolicy } from "@/core/vocabulary/policy";
import { shiftBoard } from "@/server/shift/board";
import { dropNeed, needSchema, needsToSet, setNeed } from "@/server/shift/needs";
import { at, yardForFile } from "./database";

const yard = yardForFile();
const need = (more: object = {}) =>
  needSchema.parse({
    ...{
      shiftId: "early",
      unitId: yard.scissor,
      crew: "Glaziers",
      place: "House 3",
      inspectorId: yard.people.operator,
    },
    ...more,
  });
const set = (more: object = {}) => setNeed(yard.db, "yard", yard.people.owner, need(more), at(0));
const board = async () => {
  const { rows, later } = await shiftBoard(yard.db, "yard", at(0));
  return {
    now: rows.map(({ plate, crew, slot }) => `${plate} ${crew} ${slot?.person}`),
    later: later.map(({ plate, place }) => `${plate} ${place}`),
  };
};

describe("what a shift needs", () => {
  it("is on its board once it is said, as it was said last, until it is not needed", async () => {
    await set();
    await set({ shiftId: "late", unitId: yard.boom, inspectorId: null });
    expect(await board()).toEqual({ now: ["S-1 Glaziers operator"], later: ["B-1 House 3"] });
    await set({ crew: "Painters", inspectorId: yard.people.second });
    // Who does it usually decides where the plan is made anew; the one in force stands.
    expect((await board()).now).toEqual(["S-1 Painters operator"]);
    const { needs, inspectors } = await needsToSet(yard.db, "yard");
    expect(needs.map(({ plate, place }) => `${plate} ${place}`)).toEqual(["B-1 House 3", "S-1 House 3"]);
    expect(needs.map(({ inspector }) => inspector)).toEqual([null, "second"]);
    expect(inspectors.map(({ name }) => name)).toContain("technician");
    const [, scissor] = needs;
    for (const _again of [1, 2]) await dropNeed(yard.db, "yard", { id: scissor?.id ?? "" });
    expect(await board()).toEqual({ now: [], later: ["B-1 House 3"] });
  });

  it("is a shift, a unit and a person of the site, and no unit that has gone to another", async () => {
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
    for (const [more, type] of [
      [{ shiftId: "night" }, "no-shift"],
      [{ unitId: randomUUID() }, "no-unit"],
      [{ inspectorId: randomUUID() }, "no-person"],
    ] as const)
      await expect(set(more)).rejects.toMatchObject({ type });
    await expect(setNeed(yard.db, "far", yard.people.owner, need(), at(0))).rejects.toMatchObject({
      type: "no-shift",
    });
    expect(needSchema.safeParse({ ...need(), crew: " " }).error?.message).toMatch(/expected who needs it/);
    await set();
    await yard.db.updateTable("unit").set({ siteId: "far" }).where("id", "=", yard.scissor).execute();
    expect((await board()).now).toEqual([]);
    expect((await needsToSet(yard.db, "yard")).needs.map(({ plate }) => plate)).toEqual(["B-1"]);
  });
});
