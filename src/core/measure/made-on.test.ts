import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { demoSheets } from "@/demo/sheets/demo-sheets";
import { checksOf } from "../catalogue/catalogue";
import type { InspectionEvent } from "../record/events";
import { madeOnIn, madeOnStep } from "../record/made-on-step";
import type { Sheet } from "../sheet/sheet";
import {
  blocksFor,
  inputsOfWay,
  type MadeOnWay,
  madeOn,
  showsNothing,
  slopesFor,
  waysToSay,
} from "./made-on";

/** Holds at 20 %, climbs 24 %; trips at 3° along and 1.5° across; track 1.02 m, wheelbase 1.85 m. */
const scissor: Sheet = demoSheets["dunmarrow-s24"];
const on = (check: string, method: MadeOnWay, inputs: Record<string, number>) =>
  madeOn(scissor, check, { method, inputs });

describe("what a slope test is made on", () => {
  // Worked on paper: atan(0.22) = 12.407°, asin(220 / 1000) = 12.709°, asin(40 / 1020) = 2.248°, asin(60 / 1850) = 1.859°.
  it.each([
    ["drive.brake_hold", "percent", { percent: 22 }, 12.407, "fits"],
    ["drive.brake_hold", "one_in", { n: 10 }, 5.711, "not_steep_enough"],
    ["drive.brake_hold", "percent", { percent: 30 }, 16.699, "too_steep"],
    ["drive.brake_hold", "percent", { percent: 20.1 }, 11.365, "too_close_to_tell"],
    ["drive.brake_hold", "rise_over_run", { riseMm: 440, runMm: 2000 }, 12.407, "fits"],
    ["drive.brake_hold", "rise_over_length", { riseMm: 220, lengthMm: 1000 }, 12.709, "fits"],
    ["drive.brake_hold", "turned_around", { firstDegrees: 12.9, secondDegrees: 11.9 }, 12.4, "fits"],
    ["tilt.alarm", "block_one_side", { blockMm: 40 }, 2.248, "fits"],
    ["tilt.alarm", "block_one_side", { blockMm: 20 }, 1.124, "not_steep_enough"],
    ["tilt.alarm", "block_one_end", { blockMm: 60 }, 1.859, "not_steep_enough"],
    ["tilt.alarm", "percent", { percent: 22 }, 12.407, "fits"],
  ] as const)("%s, %s %o", (check, way, inputs, degrees, fit) => {
    const made = on(check, way, inputs);
    expect(made?.slope.value).toBeCloseTo(degrees, 2);
    expect(made?.fit).toBe(fit);
  });

  it("serves both brake and tilt lamp where it lies between the steeper need and what it climbs", () => {
    // atan(0.20) = 11.310°, atan(0.24) = 13.496°.
    expect(slopesFor(scissor, "drive.brake_hold")).toMatchObject({
      least: expect.closeTo(11.31, 2),
      most: expect.closeTo(13.496, 2),
    });
    expect(showsNothing(scissor, "tilt.alarm", { method: "percent", inputs: { percent: 22 } })).toBe(false);
  });

  it("names the blocks: sin(1.8°) of the track and sin(3.3°) of the wheelbase, with what a tyre gives", () => {
    // 1020 × 0.03141 + 5 = 37.04; 1850 × 0.05757 + 5 = 111.5; 1850 × sin(13.496°) = 431.7.
    expect(blocksFor(scissor, "tilt.alarm")).toMatchObject([
      { under: "one_side", leastMm: 38, mostMm: undefined },
      { under: "one_end", leastMm: 112, mostMm: 431 },
    ]);
    expect(blocksFor(scissor, "drive.brake_hold")).toEqual([]);
  });

  it("is asked of no other test, nor where the sheet says nothing of it", () => {
    const asked = checksOf(scissor).filter(({ definition }) => waysToSay(scissor, definition.id).length > 0);
    expect(asked.map(({ definition }) => definition.id).sort()).toEqual(["drive.brake_hold", "tilt.alarm"]);
    const { brake_hold_grade: _, climbable_grade: __, ...figures } = scissor.figures;
    expect(waysToSay({ ...scissor, figures }, "drive.brake_hold")).toEqual([]);
  });

  it("is not what cannot be a slope, or a way nobody knows", () => {
    expect(on("drive.brake_hold", "one_in", { n: 0 })).toBeUndefined();
    expect(on("drive.brake_hold", "rise_over_run", { riseMm: 20 })).toBeUndefined();
    expect(madeOn(scissor, "drive.brake_hold", { method: "by_eye", inputs: {} })).toBeUndefined();
    expect(on("drive.brake_hold", "block_one_side", { blockMm: 40 })).toBeUndefined();
  });

  it("is read back from the record as it was said, within an event's longest step", () => {
    const ways = fc.constantFrom<MadeOnWay>("percent", "rise_over_length", "block_one_end", "turned_around");
    const value = fc.double({ min: 0, max: 9_999, noNaN: true }).map((n) => Math.round(n * 10_000) / 10_000);
    fc.assert(
      fc.property(ways, value, value, (method, first, second) => {
        const inputs = Object.fromEntries(
          inputsOfWay(method).map(({ id }, i) => [id, i === 0 ? first : second]),
        );
        const check = "drive.brake_hold@drive_tests.v1";
        const step = madeOnStep(check, { method, inputs });
        expect(step.length).toBeLessThanOrEqual(120);
        const events = [{ type: "changed", step }] as unknown as readonly InspectionEvent[];
        expect(madeOnIn(events).get(check)).toEqual({ method, inputs });
      }),
    );
  });
});
