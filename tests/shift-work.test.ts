import { beforeAll, describe, expect, it } from "vitest";
import { checkTimetable } from "@/core/shift/check-plan";
import { withPins } from "@/core/shift/pins";
import { timetableOf } from "@/core/shift/timetable";
import { slabScissorSheet } from "@/demo/sheets/slab-scissors";
import { recordJob } from "@/server/clocks/job";
import { setProgramme } from "@/server/clocks/programme";
import { setSlot } from "@/server/clocks/slots";
import { drawPlace } from "@/server/places/save";
import { shiftBoard } from "@/server/shift/board";
import { needSchema, setNeed } from "@/server/shift/needs";
import { dropPin, setPin } from "@/server/shift/pins";
import { parkedOf, setParked } from "@/server/units/parked";
import { addUnit, at, tagOut, yardForFile } from "./database";

const yard = yardForFile();
const day = "2026-03-02";
const early = { shiftId: "early", day };
const units: Record<string, string> = {};
const needs: Record<string, string> = {};
const indoors = { handsM: 6, outM: 0, under: "roof", persons: 1, itemsKg: 20 };
const unit = (plate: string) => units[plate] ?? "";
const board = (minute: number) => shiftBoard(yard.db, "yard", at(minute));
const rowOf = async (crew: string, minute: number) => {
  const found = (await board(minute)).rows.find((row) => row.crew === crew && !row.was);
  if (found === undefined) throw new Error(`expected a row of ${crew}`);
  return found;
};
const glaziers = (): { readonly kind: "unit"; readonly about: string } => ({
  ...{ kind: "unit", about: needs["glaziers"] ?? "" },
});
const glaziersHave = (plate: string, minute: number) =>
  setPin(yard.db, "yard", yard.people.owner, { ...early, ...glaziers(), value: unit(plate) }, at(minute));
const asTheyLike = () => dropPin(yard.db, "yard", { ...early, ...glaziers() });
const slotOn = (plate: string, job: "service" | "grease" | "examination", more: object, minute: number) =>
  setSlot(yard.db, unit(plate), yard.people.owner, { job, plannedOn: day, who: "", ...more }, at(minute));

beforeAll(async () => {
  // Three scissors alike are enough for two crews.
  for (const plate of ["S-1", "B-1"]) await tagOut(yard, plate, yard.people.operator, 0);
  for (const plate of ["W-1", "W-2", "W-3"]) units[plate] = await addUnit(yard.db, plate, slabScissorSheet);
  for (const [crew, plate, place] of [
    ["glaziers", "W-1", "Long Walk"],
    ["heating", "W-2", "House 3"],
  ] as const)
    needs[crew] = await setNeed(
      yard.db,
      "yard",
      yard.people.owner,
      needSchema.parse({
        ...{ shiftId: "early", crew, place, inspectorId: null, work: indoors, moveMin: 6 },
        unitId: unit(plate),
      }),
      at(0),
    );
});

describe("a job whose day has come", () => {
  it("stands in no plan until it is said how long it takes; then a technician has it, and the crew another unit", async () => {
    expect((await rowOf("glaziers", 1)).plate).toBe("W-1");
    await slotOn("W-1", "service", { who: "P. Thrale" }, 2);
    const untimed = (await board(3)).jobs;
    expect(untimed).toMatchObject([{ plate: "W-1", job: "service", who: "P. Thrale", minutes: null }]);
    expect(untimed[0]?.slot).toBeUndefined();
    await slotOn("W-1", "service", { minutes: 60 }, 4);
    const { jobs, served, changes } = await board(5);
    expect(["technician", "otherTechnician"]).toContain(jobs[0]?.slot?.person);
    expect((await rowOf("glaziers", 5)).plate).not.toBe("W-1");
    expect(served.atStart).toBe(2);
    expect(changes[0]?.effects).toContainEqual(
      expect.objectContaining({ kind: "job", unit: "W-1", job: "service" }),
    );
  });

  it("is done by who was named for it and by nobody else, and is gone once it is recorded or its day taken back", async () => {
    await slotOn("W-1", "service", { minutes: 60, personId: yard.people.otherTechnician }, 6);
    const named = await board(7);
    expect(named.jobs[0]?.slot?.person).toBe("otherTechnician");
    expect(Object.keys(named.morning.jobs[0]?.minutesBy ?? {})).toEqual([yard.people.otherTechnician]);
    await expect(slotOn("W-1", "service", { minutes: 60, personId: unit("W-1") }, 7)).rejects.toMatchObject({
      status: 404,
    });
    await slotOn("W-1", "service", { plannedOn: null }, 8);
    expect((await board(8)).jobs).toEqual([]);
    await slotOn("W-1", "grease", { minutes: 10 }, 9);
    // Greasing opens nothing: a crew has the unit all the same, once it is over.
    await glaziersHave("W-1", 9);
    const { jobs, rows } = await board(9);
    expect(["operator", "second"]).toContain(jobs[0]?.slot?.person);
    const greased = rows.find(({ plate }) => plate === "W-1");
    expect(greased?.readyMs).toBeGreaterThanOrEqual((jobs[0]?.slot?.endMs ?? 0) + 6 * 60_000);
    expect(greased?.lateMin).toBe(0);
    await asTheyLike();
    await setProgramme(
      yard.db,
      unit("W-1"),
      yard.people.owner,
      { job: "grease", runs: true, months: 1, hours: null, earlyDays: 0, noticeDays: 7, source: "t" },
      at(9),
    );
    await recordJob(
      yard.db,
      unit("W-1"),
      yard.people.technician,
      {
        ...{ job: "grease", doneOn: "2026-03-01", doneBy: "t", licence: "L" },
        ...{ meterHours: null, document: "", documentId: null },
      },
      at(10),
    );
    expect((await board(11)).jobs).toEqual([]);
  });

  it("of somebody from outside has a lane of its own, and is told as not done where the crew can have nothing else", async () => {
    await expect(slotOn("W-2", "examination", { minutes: 90 }, 12)).rejects.toMatchObject({ status: 400 });
    await slotOn("W-2", "examination", { minutes: 90, who: "Alder and Finch" }, 12);
    const { jobs, outside, morning, plan, pins } = await board(13);
    expect(jobs[0]?.slot?.person).toBe("Alder and Finch");
    expect(Object.values(outside)).toEqual(["Alder and Finch"]);
    const said = withPins(morning, pins);
    expect(checkTimetable(said, timetableOf(said, plan))).toEqual([]);
    // Of three units two go to crews; with one of them under a service as well, one of the jobs must give way.
    await slotOn("W-3", "service", { minutes: 60 }, 14);
    const both = (await board(15)).jobs;
    expect(both.filter(({ slot }) => slot !== undefined)).toHaveLength(1);
    expect(both.find(({ slot }) => slot === undefined)?.crew).toMatch(/glaziers|heating/);
    expect((await board(15)).served.atStart).toBe(2);
    for (const [plate, job] of [
      ["W-2", "examination"],
      ["W-3", "service"],
    ] as const)
      await slotOn(plate, job, { plannedOn: null }, 16);
  });
});

describe("where a unit stands", () => {
  it("is counted on foot for who inspects it, and is no way at all to a crew that works there", async () => {
    const { id: placeId } = await drawPlace(
      yard.db,
      "yard",
      {
        ...{ schema: 1, name: "Long Walk", widthM: 40, depthM: 30, under: "open_sky", terrain: "not_known" },
        ...{ ground: "not_known", marks: [], yardMin: 7 },
      },
      yard.people.owner,
      at(17),
    );
    for (const plate of ["W-1", "W-2"])
      await setParked(yard.db, unit(plate), yard.people.operator, { placeId }, at(17));
    const { morning } = await board(18);
    const [glaziers, heating] = ["glaziers", "heating"].map((crew) =>
      morning.crews.find(({ canUse }) => canUse[unit("W-1")] === (crew === "glaziers" ? 0 : 13)),
    );
    // From the yard six minutes; from where it stands none there, and to the yard first elsewhere.
    expect(glaziers?.canUse).toMatchObject({ [unit("W-2")]: 0, [unit("W-3")]: 6 });
    expect(heating?.canUse).toMatchObject({ [unit("W-2")]: 13, [unit("W-3")]: 6 });
    expect(morning.walkingMin["yard"]?.[placeId]).toBe(7);
    await glaziersHave("W-1", 18);
    const first = await rowOf("glaziers", 18);
    expect(first.plate).toBe("W-1");
    expect((first.slot?.startMs ?? 0) - at(18).getTime()).toBeGreaterThanOrEqual(7 * 60_000);
    await asTheyLike();
    expect((await parkedOf(yard.db, unit("W-1"), "yard")).said?.by).toBe("operator");
    await expect(
      setParked(yard.db, unit("W-1"), yard.people.operator, { placeId: unit("W-1") }, at(18)),
    ).rejects.toMatchObject({ status: 404 });
    for (const plate of ["W-1", "W-2"])
      await setParked(yard.db, unit(plate), yard.people.operator, { placeId: null }, at(19));
    expect((await parkedOf(yard.db, unit("W-1"), "yard")).said).toBeUndefined();
  });
});

describe("what the supervisor puts first", () => {
  it("is done first by whoever was named, until that is taken back", async () => {
    const { morning, plan } = await board(20);
    const [person = "", order = []] = Object.entries(plan.orders).find(([, works]) => works.length > 0) ?? [];
    const other =
      Object.values(units).find((id) => id !== order[0] && Object.values(plan.given).includes(id)) ?? "";
    const crew = morning.crews.find(({ id }) => plan.given[id] === other)?.id;
    await setPin(
      yard.db,
      "yard",
      yard.people.owner,
      { ...early, kind: "person", about: other, value: person, crew, first: true },
      at(20),
    );
    const said = await board(21);
    expect(said.plan.orders[person]?.[0]).toBe(other);
    expect(said.pins.first).toEqual({ [person]: other });
    await dropPin(yard.db, "yard", { ...early, kind: "first", about: person });
    expect((await board(22)).pins.first).toEqual({});
    const elsewhere = { ...early, kind: "person", about: person, value: person } as const;
    await expect(setPin(yard.db, "yard", yard.people.owner, elsewhere, at(22))).rejects.toMatchObject({
      status: 404,
    });
  });
});
