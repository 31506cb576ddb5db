import { beforeAll, describe, expect, it } from "vitest";
import { checkTimetable } from "@/core/shift/check-plan";
import { isOutOfUse } from "@/core/shift/fitness";
import { withPins } from "@/core/shift/pins";
import { timetableOf } from "@/core/shift/timetable";
import { slabScissorSheet } from "@/demo/sheets/slab-scissors";
import { shiftBoard } from "@/server/shift/board";
import { needSchema, setNeed } from "@/server/shift/needs";
import { setPresence } from "@/server/shift/people";
import { dropPin, setPin } from "@/server/shift/pins";
import { othersFor } from "@/server/shift/swap";
import { recordRepair } from "@/server/tags/return";
import { addUnit, at, begin, tagOut, yardForFile } from "./database";

const yard = yardForFile();
const day = "2026-03-02";
const early = { shiftId: "early", day };
const needs: Record<string, string> = {};
const units: Record<string, string> = {};
const board = (minute = 0) => shiftBoard(yard.db, "yard", at(minute));
const rowOf = async (crew: string, minute = 0) => {
  const found = (await board(minute)).rows.find((row) => row.crew === crew && !row.was);
  if (found === undefined) throw new Error(`expected a row of ${crew}`);
  return found;
};
const away = (personId: string, isAway: boolean) =>
  setPresence(
    yard.db,
    "yard",
    yard.people.owner,
    { ...early, personId, away: isAway, fromMin: null, untilMin: null },
    at(0),
  );
/** Scissors of one model: what one crew has another could use. */
const indoors = { handsM: 6, outM: 0, under: "roof", persons: 1, itemsKg: 20 };

beforeAll(async () => {
  for (const plate of ["P-1", "P-2", "P-3"]) units[plate] = await addUnit(yard.db, plate, slabScissorSheet);
  for (const [crew, plate, more] of [
    ["glaziers", "P-1", { work: indoors }],
    ["heating", "P-2", { work: indoors }],
    ["lamps", "B-1", {}],
    ["sundays", null, { work: indoors, days: 64 }],
  ] as const)
    needs[crew] = await setNeed(
      yard.db,
      "yard",
      yard.people.owner,
      needSchema.parse({
        ...{ shiftId: "early", crew, place: "House 3", inspectorId: yard.people.operator },
        unitId: plate === null ? null : plate === "B-1" ? yard.boom : units[plate],
        ...more,
      }),
      at(0),
    );
});

describe("a shift's plan", () => {
  it("shares the inspections out, to whoever may make them, for the crews of that day of the week", async () => {
    const { rows, served, inListOrder } = await board();
    expect(rows.map(({ crew }) => crew).sort()).toEqual(["glaziers", "heating", "lamps"]);
    const people = new Set(rows.map(({ slot }) => slot?.person));
    // One cannot make all three before the start; the one without training makes none.
    expect(people).toEqual(new Set(["operator", "second"]));
    expect(served.atStart).toBe(3);
    expect(inListOrder.atStart).toBeLessThanOrEqual(3);
  });

  it("gives a crew another unit at once when theirs is tagged, says why, and keeps what is under way", async () => {
    const { slot } = await rowOf("lamps");
    await begin(yard, yard.boom, slot?.personId ?? "", 1);
    const before = await rowOf("glaziers", 2);
    await tagOut(yard, before.plate, yard.people.untrained, 2);
    const { changes } = await board(2);
    const after = await rowOf("glaziers", 2);
    expect(after.plate).not.toBe(before.plate);
    expect(after.usual).toBe("P-1");
    // The one it had stays in sight, hatched.
    const was = (await board(2)).rows.find((row) => row.was);
    expect(was).toMatchObject({ plate: "P-1", crew: "glaziers", standing: { state: "tagged_out" } });
    expect(changes[0]?.causes).toContainEqual({ kind: "unit_out", name: before.plate, minutes: undefined });
    expect(changes[0]?.effects).toContainEqual(
      expect.objectContaining({ kind: "gets", crew: "glaziers", unit: after.plate, insteadOf: before.plate }),
    );
    const lamps = await rowOf("lamps", 2);
    expect(lamps.slot?.personId).toBe(slot?.personId);
    expect(lamps.walking?.by).toBe(slot?.person);
  });

  it("leaves a walk to whoever has begun it, whoever that is, and asks them for no more", async () => {
    const { unitId, slot } = await rowOf("heating", 2);
    expect(slot?.person).not.toBe("owner");
    await begin(yard, unitId, yard.people.owner, 2);
    expect((await rowOf("heating", 3)).slot?.person).toBe("owner");
    const { rows } = await board(3);
    expect(rows.filter((row) => row.slot?.person === "owner")).toHaveLength(1);
  });

  it("does without whoever is away, and with them again when they are back", async () => {
    await away(yard.people.second, true);
    const { rows, away: told } = await board(3);
    expect(rows.map(({ slot }) => slot?.person)).not.toContain("second");
    expect(told).toEqual([yard.people.second]);
    await away(yard.people.second, false);
    expect((await board(4)).rows.map(({ slot }) => slot?.person)).toContain("second");
  });

  it("holds to what the supervisor says, until that is taken back", async () => {
    const about = needs["heating"] ?? "";
    const other = (await rowOf("glaziers", 5)).unitId;
    const pin = { ...early, kind: "unit", about, value: other } as const;
    await setPin(yard.db, "yard", yard.people.owner, pin, at(5));
    expect(await rowOf("heating", 5)).toMatchObject({ unitId: other, pinned: true });
    // One that is out is shown as it stands, for nobody to look for another by mistake.
    const out = { ...pin, value: units["P-1"] ?? "" };
    await setPin(yard.db, "yard", yard.people.owner, out, at(5));
    expect(await rowOf("heating", 5)).toMatchObject({ plate: "P-1", readyMs: undefined, slot: undefined });
    await dropPin(yard.db, "yard", pin);
    expect((await rowOf("heating", 6)).pinned).toBe(false);
    await setPin(yard.db, "yard", yard.people.owner, { ...early, kind: "cancelled", about }, at(6));
    const without = await board(6);
    expect(without.rows.some(({ crew }) => crew === "heating")).toBe(false);
    expect(without.cancelled.map(({ crew }) => crew)).toEqual(["heating"]);
    await dropPin(yard.db, "yard", { ...early, kind: "cancelled", about });
    const unknown = { ...pin, about: other };
    await expect(setPin(yard.db, "yard", yard.people.owner, unknown, at(6))).rejects.toMatchObject({
      type: "no-need",
    });
  });

  it("shows a unit once: a crew whose usual unit is another's has none", async () => {
    const heating = await rowOf("heating", 6);
    const glaziers = needs["glaziers"] ?? "";
    // Both are to have it: one gets it.
    const pin = { ...early, kind: "unit", about: glaziers, value: heating.unitId } as const;
    await setPin(yard.db, "yard", yard.people.owner, pin, at(6));
    await setPin(yard.db, "yard", yard.people.owner, { ...pin, about: needs["heating"] ?? "" }, at(6));
    const { rows, unserved } = await board(6);
    expect(rows.filter(({ plate, was }) => plate === heating.plate && !was)).toHaveLength(1);
    expect(unserved).toHaveLength(1);
    for (const about of [glaziers, needs["heating"] ?? ""])
      await dropPin(yard.db, "yard", { ...early, kind: "unit", about });
  });

  it("forgets who was away, and plans, after a month", async () => {
    const old = { siteId: "yard", shiftId: "early", day: "2026-01-30" };
    const said = { setBy: yard.people.owner, setAt: at(0) };
    await yard.db
      .insertInto("shiftPerson")
      .values({ ...old, ...said, personId: yard.people.second, away: true, fromMin: null, untilMin: null })
      .execute();
    // A plan is made anew once somebody is away.
    await away(yard.people.second, true);
    await board(6);
    await away(yard.people.second, false);
    await board(6);
    const left = await yard.db.selectFrom("shiftPerson").select("day").execute();
    expect(left.map((row) => row.day)).not.toContain(old.day);
  });

  it("says which others could do the work, and why the rest could not", async () => {
    const { by, others } = await othersFor(yard.db, "yard", needs["heating"] ?? "", at(6));
    expect(by).toBe("work");
    expect(others.filter(({ fits }) => fits).map(({ plate }) => plate)).toContain("P-2");
    expect(others.find(({ plate }) => plate === "P-1")).toBeUndefined();
    await expect(othersFor(yard.db, "yard", "nothing", at(6))).rejects.toMatchObject({ type: "no-need" });
  });

  it("whatever happens in whatever order: no unit that is out, given twice or unfit, nobody untrained or away", async () => {
    const pick = <T>(list: readonly T[]): T => list[Math.floor(yard.random() * list.length)] as T;
    const people = [yard.people.operator, yard.people.second, yard.people.untrained];
    const gone = new Set<string>();
    for (let step = 0; step < 25; step += 1) {
      const minute = 7 + step;
      const what = pick(["away", "back", "pin", "unpin", "tag", "hand"] as const);
      const about = pick(Object.values(needs));
      const person = pick(people);
      if (what === "away" || what === "back") {
        await away(person, what === "away");
        if (what === "away") gone.add(person);
        else gone.delete(person);
      } else if (what === "pin" || what === "hand") {
        const pin =
          what === "pin"
            ? ({ ...early, kind: "unit", about, value: pick(Object.values(units)) } as const)
            : ({ ...early, kind: "person", about: pick(Object.values(units)), value: person } as const);
        await setPin(yard.db, "yard", yard.people.owner, pin, at(minute));
      } else if (what === "unpin") await dropPin(yard.db, "yard", { ...early, kind: "unit", about });
      else if (step % 9 === 8) await tagOut(yard, pick(["P-2", "P-3", "S-1"]), yard.people.untrained, minute);
      const { morning, pins, plan, rows } = await board(minute);
      const timetable = timetableOf(withPins(morning, pins), plan);
      expect(checkTimetable(withPins(morning, pins), timetable)).toEqual([]);
      for (const { crew, slot, standing, readyMs } of rows) {
        if (readyMs !== undefined) expect(isOutOfUse(standing.state), crew).toBe(false);
        expect(slot?.person, crew).not.toBe("untrained");
        if (slot !== undefined) expect(gone.has(slot.personId), crew).toBe(false);
      }
    }
  });

  it("has a unit that is repaired re-tested by somebody who may, where no crew waits for it", async () => {
    const { operator, technician } = yard.people;
    await addUnit(yard.db, "P-9", slabScissorSheet);
    const { id } = await tagOut(yard, "P-9", operator, 50);
    expect((await board(51)).retests).toEqual([]);
    const repair = { cause: "c", work: "w", repaired: ["rails" as const], disturbed: [], licence: "L" };
    await recordRepair(yard.db, id, technician, repair, at(52));
    const { retests, served, morning } = await board(53);
    expect(retests).toMatchObject([{ tagId: id, plate: "P-9" }]);
    expect(["operator", "second", "technician", "otherTechnician"]).toContain(retests[0]?.slot?.person);
    // No crew is served later for it, and a technician is given no inspection by it.
    const without = timetableOf({ ...morning, jobs: [] }, (await board(53)).plan);
    expect(served.lateMin).toBe(without.crews.reduce((sum, { lateMin }) => sum + lateMin, 0));
    for (const unit of morning.units) expect(unit.minutesBy[technician]).toBeUndefined();
  });
});
