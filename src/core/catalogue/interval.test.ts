import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { demoSheets } from "@/demo/sheets/demo-sheets";
import { slabScissorSheet } from "@/demo/sheets/slab-scissors";
import type { Sheet, SheetInterval } from "../sheet/sheet";
import { parts } from "../vocabulary/parts";
import { checksOf } from "./catalogue";
import { intervalOf, intervalRule, intervalsRefused, isLonger, mayHaveInterval } from "./interval";
import { weakenings } from "./weakened";

const sheets: readonly Sheet[] = Object.values(demoSheets);
const interval: fc.Arbitrary<SheetInterval> = fc.record(
  {
    days: fc.integer({ min: 1, max: 366 }),
    hours: fc.integer({ min: 1, max: 2000 }),
    page: fc.constant("8"),
  },
  { requiredKeys: ["page"] },
);

/** By the field guide's own list of what is never longer than the clearance. */
const named = [
  "stops",
  "enables",
  "brakes",
  "lowers",
  "guards",
  "carries_load",
  "holds_pressure",
  "moves",
  "site",
];
const tests = ["drive.brake_hold", "tilt.lamp", "tilt.alarm"];

describe("an interval", () => {
  it("is given to nothing that the floor names, whatever a sheet says, slope and block tests excepted", () => {
    fc.assert(
      fc.property(fc.constantFrom(...sheets), interval, (sheet, every) => {
        const checks = checksOf(sheet);
        const all = { ...sheet, intervals: Object.fromEntries(checks.map((c) => [c.definition.id, every])) };
        for (const { definition, conditions } of checks) {
          if (intervalOf(all, definition) === undefined || tests.includes(definition.id)) continue;
          const floors = Object.values(conditions).map(({ floor }) => floor);
          expect(floors.filter((floor) => floor !== undefined && floor !== "device_defeated")).toEqual([]);
          expect(named).not.toContain(parts[definition.part].role);
        }
        expect(intervalsRefused(all)).toEqual(
          [...new Set(checks.map((c) => c.definition.id))].filter(
            (id) => !mayHaveInterval(sheet).some((may) => may.id === id),
          ),
        );
      }),
      { numRuns: 30 },
    );
  });

  it("may be left for papers, plates and batteries; not for a stop, a weld, a rail, the hour meter or the place", () => {
    const rule = (id: string) => {
      const check = sheets.flatMap(checksOf).find(({ definition }) => definition.id === id);
      if (check === undefined) throw new Error(`expected ${id} on some sheet`);
      return intervalRule(check.definition);
    };
    for (const id of ["doc.handbooks", "doc.decals", "doc.service_due", "battery.water"])
      expect([id, rule(id)]).toEqual([id, "owner"]);
    for (const id of tests) expect([id, rule(id)]).toEqual([id, "two_people"]);
    for (const id of [
      ...["ground.stop_button", "frame.welds", "rails.condition", "meter.hours", "place.ground", "area.test"],
      ...[
        "battery.charge",
        "fuel.level",
        "stack.prop",
        "doc.tag_and_log",
        "doc.examination",
        "steer.linkage",
        "wheel.pressure",
        "ground.auxiliary",
      ],
    ])
      expect([id, rule(id)]).toEqual([id, "never"]);
  });

  it("asks less of the floor where a slope or block test is left longer, and only there", () => {
    const withEvery = (id: string, every: SheetInterval | undefined) => ({
      ...slabScissorSheet,
      intervals: every === undefined ? {} : { [id]: every },
    });
    fc.assert(
      fc.property(fc.option(interval, { nil: undefined }), interval, (before, after) => {
        const found = weakenings(withEvery("drive.brake_hold", before), withEvery("drive.brake_hold", after));
        expect(found.map(({ what }) => what)).toEqual(isLonger(before, after) ? ["interval"] : []);
        expect(weakenings(withEvery("doc.decals", before), withEvery("doc.decals", after))).toEqual([]);
      }),
      { numRuns: 25 },
    );
    expect(isLonger({ days: 30, page: "8" }, { days: 30, hours: 50, page: "9" })).toBe(false);
    expect(isLonger({ days: 30, hours: 50, page: "8" }, { days: 30, page: "8" })).toBe(true);
    expect(isLonger({ hours: 50, page: "8" }, { days: 7, page: "8" })).toBe(true);
  });
});
