import { describe, expect, it } from "vitest";
import { demoSheets } from "@/demo/sheets/demo-sheets";
import { checksOf } from "../catalogue/catalogue";
import { timedPart } from "../measure/way-down";
import { eventSchemaVersion } from "../record/event-form";
import type { InspectionEvent } from "../record/events";
import { madeOnStep } from "../record/made-on-step";
import { followFillUps, followReadings } from "./follow";
import { readiness } from "./readiness";
import { readingsIn } from "./readings-in";

const dayMs = 86_400_000;
const sheet = demoSheets["dunmarrow-s24"];
const stopping = checksOf(sheet).find(({ definition }) => definition.id === "drive.stopping");
const key = stopping?.key ?? "";
const part = stopping?.definition.part ?? "brakes";

const creeping = Array.from({ length: 40 }, (_, i) => ({
  id: `${i}`,
  atMs: i * 7 * dayMs,
  value: 0.4 + (i < 15 ? 0 : 0.015 * (i - 14)),
}));

describe("followed readings", () => {
  it("are held against nothing from before a repair of their part", () => {
    const open = followReadings(key, part, creeping, sheet, []);
    expect(open?.change?.shape).toBe("ramp");
    // The same creep, ending a fifth under the limit, and a fifth over it.
    const ending = (share: number) => {
      const last = creeping.at(-1)?.value ?? 1;
      const to = share * (open?.limit ?? 0);
      const shifted = creeping.map((one) => ({ ...one, value: one.value - last + to }));
      return followReadings(key, part, shifted, sheet, []);
    };
    expect(ending(0.8)?.limitMet).toBe(false);
    expect(ending(0.8)?.meetsMs).toBeGreaterThan(creeping.at(-1)?.atMs ?? 0);
    expect(ending(1.2)).toMatchObject({ limitMet: true, meetsMs: undefined });
    expect(open?.limit).toBe(sheet.figures.stopping_distance_max?.value);
    const repairedMs = 39 * 7 * dayMs;
    const after = followReadings(key, part, creeping, sheet, [{ atMs: repairedMs, parts: [part] }]);
    expect(after).toMatchObject({ repairedMs, change: undefined, readings: creeping });
    expect(
      followReadings(key, part, creeping, sheet, [{ atMs: repairedMs, parts: ["decals"] }])?.change,
    ).toBeDefined();
  });

  it("are none of what a day uses up, or a check that reads nothing", () => {
    expect(followReadings("fuel.level@fuel_tank.v1", "hoses", creeping, sheet, [])).toBeUndefined();
    expect(followReadings("doc.manual@documents_box.v1", "manual", creeping, sheet, [])).toBeUndefined();
  });

  it("are the times a way down took, as from full height, with no limit to meet", () => {
    const valve = checksOf(sheet).find(({ definition }) => definition.id === "ground.descent_valve");
    const down = (value: number, i: number) => ({ id: `${i}`, atMs: i * 7 * dayMs, value });
    const slower = Array.from({ length: 30 }, (_, i) => down(38 + (i < 15 ? 0 : 12) + (i % 3), i));
    expect(followReadings(valve?.key ?? "", "emergency_lowering", slower, sheet, [])).toMatchObject({
      ...{ unit: "s", sense: "either", limit: undefined, limitMet: false, meetsMs: undefined },
      change: { shape: "step" },
    });
  });

  it("of fill-ups begin anew with the repair that stopped the leak", () => {
    const walks = [...`${".".repeat(84)}x..x.x..`].map((mark, i) => ({
      ...{ id: `${i}`, atMs: i * dayMs },
      happened: mark === "x",
    }));
    expect(followFillUps("hydraulic_tank", walks, [])?.after.times).toBe(3);
    expect(
      followFillUps("hydraulic_tank", walks, [{ atMs: 91 * dayMs, parts: ["hydraulic_tank"] }]),
    ).toBeUndefined();
  });
});

describe("what a walk read", () => {
  const event = (seq: number, body: object): InspectionEvent =>
    ({
      schema: eventSchemaVersion,
      id: `00000000-0000-4000-8000-00000000000${seq}`,
      inspectionId: "00000000-0000-4000-8000-000000000000",
      deviceId: "t",
      seq,
      follows: null,
      at: "2026-03-02T05:00:00.000Z",
      saw: { position: 0, headHash: "" },
      ...body,
    }) as InspectionEvent;

  it("is the worst of several, none taken back, none ungradable, none no machine could show", () => {
    const read = (value: number, seq: number, more = {}) =>
      event(seq, { type: "measured", check: key, value, ...more });
    const all = () => true;
    expect(readingsIn([read(0.5, 1), read(0.8, 2), read(0.6, 3)], all)).toEqual([{ check: key, value: 0.8 }]);
    const slip = read(8, 1);
    const again = read(0.8, 2, { supersedes: { event: slip.id, reason: "slip" } });
    expect(readingsIn([slip, again], all)).toEqual([{ check: key, value: 0.8 }]);
    expect(readingsIn([read(400, 1)], all)).toEqual([]);
    expect(readingsIn([read(0.5, 1)], () => false)).toEqual([]);
  });

  it("is how long a way down took, for the whole of it, where the test was answered and a lift could take so long", () => {
    const valve = "ground.descent_valve@stack.v1";
    const fine = event(1, { type: "answered", check: valve, result: { kind: "fine" } });
    const timed = (timeS: number, partPercent: number, check = valve) =>
      event(2, {
        type: "changed",
        step: madeOnStep(check, { method: timedPart, inputs: { timeS, partPercent } }),
      });
    const read = (...events: InspectionEvent[]) => readingsIn(events, () => true);
    expect(read(fine, timed(19, 50))).toEqual([{ check: valve, value: 38 }]);
    expect(read(fine, timed(19, 0))).toEqual([]);
    expect(read(fine, timed(19, 0.1))).toEqual([]);
    expect(read(timed(19, 50))).toEqual([]);
    expect(readingsIn([fine, timed(19, 50)], () => false)).toEqual([]);
    // Timed beside a test in which nothing comes down.
    const guard = "guard.down@ground_lowering.v1";
    const alike = event(1, { type: "answered", check: guard, result: { kind: "fine" } });
    expect(read(alike, timed(19, 50, guard))).toEqual([]);
  });
});

describe("how shifts started", () => {
  const at = (time: string) => Date.parse(`2026-03-02T${time}:00Z`);
  const walk = (unitId: string, began: string, signed: string, cleared = true) => ({
    ...{ unitId, startedMs: at(began), signedMs: at(signed), cleared },
  });
  const shifts = [{ id: "early", startsMin: 390 }];

  it("counts a unit ready that was cleared by the start, by whichever of its walks", () => {
    const started = readiness(
      [
        walk("a", "05:20", "06:00"),
        walk("b", "05:30", "06:40"),
        walk("c", "05:10", "05:40", false),
        walk("c", "05:50", "06:30"),
        walk("d", "06:50", "07:10"),
        walk("e", "11:00", "11:30"),
      ],
      shifts,
      "UTC",
    );
    expect(started).toEqual([{ startMs: at("06:30"), units: 4, byStart: 2 }]);
  });
});
