import { sql } from "kysely";
import { beforeAll, describe, expect, it } from "vitest";
import { checksOf } from "@/core/catalogue/catalogue";
import { reduce } from "@/core/record/reduce";
import { articulatingBoomSheet } from "@/demo/sheets/articulating-booms";
import { slabScissorSheet } from "@/demo/sheets/slab-scissors";
import { migrate, migrateDown } from "@/server/database/migrate";
import { walkAndSign } from "@/server/demo/walk";
import { startRetest } from "@/server/inspections/start";
import { askedIn } from "@/server/records/asked";
import { findRecords } from "@/server/records/find";
import { sealedRecord } from "@/server/records/read";
import { tagDetail } from "@/server/tags/read";
import { recordRepair, releaseTag } from "@/server/tags/return";
import { ownAttention } from "@/server/trends/attention";
import { monthSpan, tagsOfMonth } from "@/server/trends/month";
import { trendsOf } from "@/server/trends/unit-trends";
import { failuresIn, failuresOf, monthsOf, neverFound, tagWaits } from "@/server/trends/yard";
import { addUnit, at, begin, tagOut, yardForFile } from "./database";

const yard = yardForFile();
const walk = (inspectionId: string, personId: string, minute: number, answers = {}) =>
  walkAndSign(yard.db, { inspectionId, personId, signer: "t", random: yard.random, answers }, at(minute));
const key =
  checksOf(articulatingBoomSheet).find(({ definition }) => definition.id === "drive.stopping")?.key ?? "";
const limit = articulatingBoomSheet.figures.stopping_distance_max?.value ?? 0;
const dayMin = 24 * 60;
const trends = async (minute: number) => {
  const [found] = await trendsOf(yard.db, { siteId: "yard", unitId: yard.boom }, at(minute));
  if (found === undefined) throw new Error("expected the boom's trends");
  return found;
};
/** Readings of the boom a week apart from so many days ago, as walks of then would have left them. */
async function readings(values: readonly number[], inspectionId: string): Promise<void> {
  for (const [i, value] of values.entries()) {
    const id = (
      await sql<{ id: string }>`
        INSERT INTO inspection (id, unit_id, person_id, scope, tag_id, sheet_version_id, catalogue_version, policy, found, started_at, started_position)
        SELECT gen_random_uuid(), unit_id, person_id, scope, NULL, sheet_version_id, catalogue_version, policy, found, started_at, NULL
        FROM inspection WHERE id = ${inspectionId} RETURNING id`.execute(yard.db)
    ).rows[0]?.id;
    const when = at(-(values.length - i) * 7 * dayMin);
    await sql`INSERT INTO measurement (inspection_id, unit_id, check_key, value, at) VALUES (${id}, ${yard.boom}, ${key}, ${value}, ${when})`.execute(
      yard.db,
    );
  }
}

let first: string;
beforeAll(async () => {
  first = await begin(yard, yard.boom, yard.people.operator, 0);
  await walk(first, yard.people.operator, 0);
});

describe("what walks measured", () => {
  it("stands in a row for each reading that could be graded, and what was signed before is read once", async () => {
    const rows = () =>
      yard.db
        .selectFrom("measurement")
        .select(["checkKey", "value"])
        .where("inspectionId", "=", first)
        .orderBy("checkKey")
        .execute();
    const before = await rows();
    const events = (await sealedRecord(yard.db, first))?.document.events ?? [];
    const read = [...reduce(events).given].filter(
      ([check, given]) => given.some(({ type }) => type === "measured") && !check.startsWith("meter.hours"),
    );
    expect(before.map(({ checkKey }) => checkKey)).toEqual(read.map(([check]) => check).sort());
    await migrateDown(yard.db, "037-shift-plan");
    await migrate(yard.db);
    expect(await rows()).toEqual(before);
    await expect(yard.db.deleteFrom("measurement").execute()).rejects.toThrow();
  });

  it("that creep towards a limit are told, and no more once what they are read of is repaired", async () => {
    await readings(
      [...Array(20).fill(0.4 * limit), ...Array.from({ length: 15 }, (_, i) => limit * (0.4 + 0.03 * i))],
      first,
    );
    // An entry of the ledger is what has a unit's trends worked out again.
    const { id } = await tagOut(yard, "B-1", yard.people.operator, 1);
    const stopping = async (minute: number) =>
      (await trends(minute)).followed.find(({ check }) => check === key);
    const creeping = await stopping(2);
    expect(creeping?.change).toMatchObject({ shape: "ramp" });
    expect(creeping?.limit).toBe(limit);
    expect((await trends(2)).followed[0]?.check).toBe(key);
    const repair = { cause: "Worn", work: "Brakes set", disturbed: [], licence: "L" };
    const part =
      checksOf(articulatingBoomSheet).find((check) => check.key === key)?.definition.part ?? "brakes";
    await recordRepair(yard.db, id, yard.people.technician, { ...repair, repaired: [part] }, at(3));
    expect(await stopping(4)).toMatchObject({ change: undefined, repairedMs: at(3).getTime() });
  });
});

describe("a yard over the months", () => {
  it("counts walks, shifts, tags and what failed, each in its month by the clocks of the site", async () => {
    const inspection = await begin(yard, yard.scissor, yard.people.second, 10);
    await walk(inspection, yard.people.second, 10, { "frame.welds": { condition: "cracked" } });
    const [month] = (await monthsOf(yard.db, "yard", at(200))).filter((one) => one.month === "2026-03");
    expect(month).toMatchObject({ walks: 2, cleared: 1, shifts: 1, shiftsReady: 0 });
    // A year later the month is still whole, two later it is gone: none is told with a part of its figures.
    const months = async (days: number) =>
      (await monthsOf(yard.db, "yard", at(days * dayMin))).map((one) => one.month);
    expect(await months(380)).toContain("2026-03");
    expect(await months(400)).not.toContain("2026-03");
    expect(month?.tagsRaised).toBe((await tagsOfMonth(yard.db, "yard", "2026-03", "UTC")).length);
    const failures = await failuresOf(yard.db, "yard", at(200), "UTC");
    expect(failures.parts.map(({ name }) => name)).toContain("frame");
    expect(failures.parts[0]).toMatchObject({ walks: 2 });
    expect(failures.models).toEqual([expect.objectContaining({ walks: 1 })]);
    expect(await failuresIn(yard.db, "yard", "2026-02", "UTC")).toEqual([]);
    expect((await failuresIn(yard.db, "yard", "2026-03", "UTC")).length).toBe(failures.parts.length);
    expect(await tagWaits(yard.db, "yard", at(200))).toBeUndefined();
    expect(await neverFound(yard.db, "yard")).toEqual([]);
    expect(await failuresOf(yard.db, "elsewhere", at(200), "UTC")).toMatchObject({ parts: [], models: [] });
  });

  it("leads from every count to the records it counts, and to no other", async () => {
    const inspection = await begin(yard, yard.boom, yard.people.second, 20);
    await walk(inspection, yard.people.second, 20, {
      ...{ "meter.hours": { value: 1_234 }, "doc.decals": { condition: "unreadable" } },
      ...{
        "platform.deck": { condition: "slippery", putRight: "clean" },
        "frame.welds": { condition: "cracked" },
      },
    });
    const { fromDay, ...counts } = await failuresOf(yard.db, "yard", at(200), "UTC");
    const by = {
      parts: (name: string) => ({ part: name }),
      models: (name: string) => ({ unit: name }),
      places: (name: string) => ({ place: name }),
      hours: (name: string) => ({ hoursFrom: name, hoursTo: `${Number(name) + 500}` }),
    };
    expect(counts.hours).toContainEqual(expect.objectContaining({ name: "1000", walks: 1 }));
    for (const kind of ["parts", "models", "places", "hours"] as const)
      for (const { name, times } of counts[kind]) {
        const asked = askedIn({ ...by[kind](name), grade: "failed", scope: "full", from: fromDay });
        const { rows } = await findRecords(yard.db, { siteId: "yard", zone: "UTC" }, asked);
        const counted = rows.flatMap(({ findings }) =>
          findings.filter(({ part, checkKey, grade }) => {
            const at = checkKey.split("@")[1]?.split(".")[0];
            const meant = kind === "parts" ? part === name : kind === "places" ? at === name : true;
            return meant && (grade === "repair_by" || grade === "tag_out");
          }),
        );
        expect(counted.length, `${kind} ${name}`).toBe(times);
      }
  });

  it("shows each person their own walks, and nobody another's", async () => {
    const { operator, second, owner } = yard.people;
    const own = await ownAttention(yard.db, operator);
    expect(own.walks).toBe(1);
    expect(own.stops.length).toBeGreaterThan(5);
    expect((await ownAttention(yard.db, second)).walks).toBe(2);
    expect(await ownAttention(yard.db, owner)).toEqual({ walks: 0, stops: [] });
  });

  it("says how long released tags stood, at each stage, and which they were", async () => {
    const { operator, technician, otherTechnician } = yard.people;
    const stood = async (plate: string, days: readonly [number, number, number]) => {
      const start = 300 * dayMin;
      await addUnit(yard.db, plate, slabScissorSheet);
      const { id, number } = await tagOut(yard, plate, operator, start);
      const repair = { cause: "c", work: "w", repaired: [], disturbed: [], licence: "L" };
      const repaired = start + days[0] * dayMin;
      await recordRepair(yard.db, id, technician, repair, at(repaired));
      const retested = repaired + days[1] * dayMin;
      await walk(await startRetest(yard.db, technician, id, at(retested)), technician, retested);
      const seenPosition = (await tagDetail(yard.db, id))?.seenPosition ?? 0;
      const released = retested + days[2] * dayMin;
      await releaseTag(yard.db, id, otherTechnician, { number, seenPosition }, at(released));
      return id;
    };
    const long = await stood("T-1", [6, 1, 3]);
    const short = await stood("T-2", [2, 1, 1]);
    const waits = await tagWaits(yard.db, "yard", at(320 * dayMin));
    expect(waits?.tags.map(({ id }) => id)).toEqual([long, short]);
    expect(waits?.tags.map(({ days }) => Math.round(days))).toEqual([10, 4]);
    expect(waits?.repairDays).toBeCloseTo(4, 5);
    expect(waits?.releaseDays).toBeCloseTo(2, 0);
    expect(await tagWaits(yard.db, "elsewhere", at(320 * dayMin))).toBeUndefined();
  });

  it("begins a month at midnight of the site, also where the clocks are put forward in it", () => {
    expect(monthSpan("2026-03", "CET")).toEqual({
      from: new Date("2026-02-28T23:00:00Z"),
      until: new Date("2026-03-31T22:00:00Z"),
    });
    expect(monthSpan("2026-12", "UTC").until).toEqual(new Date("2027-01-01T00:00:00Z"));
  });
});
