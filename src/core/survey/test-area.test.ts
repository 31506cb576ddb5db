import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { demoSheets } from "../../demo/sheets/demo-sheets";
import type { Sheet } from "../sheet/sheet";
import { lineRulePresets } from "../vocabulary/line-rule";
import { misfit } from "./check-given";
import type { SurveyGiven } from "./job";
import { type PlacePlan, placePlanSchema } from "./place-plan";
import { surveyed } from "./survey";
import { testsGiven } from "./test-area";

const nowMs = Date.parse("2026-06-01T06:00:00Z");
const now = new Date(nowMs).toISOString();
const boom: Sheet = demoSheets["calder-vey-kb160"];
const scissor: Sheet = demoSheets["dunmarrow-s24"];

const yard = (marks: PlacePlan["marks"] = [], more: object = {}): PlacePlan =>
  placePlanSchema.parse({
    ...{ schema: 1, name: "Yard", widthM: 60, depthM: 60, under: "open_sky", terrain: "open" },
    ...{ ground: "concrete", marks, ...more },
  });

const given = (x = 30, y = 30): SurveyGiven => ({
  purpose: "tests",
  // Whatever is said of a job: of a test area it is not taken.
  job: {
    ...{ what: "x", persons: 9, personKg: 40, onExtension: 0, items: [], range: "usual", toolM: 0, way: [] },
    positions: [{ id: "low", name: "low", at: { x, y }, handsM: 0.5 }],
  },
  stands: [
    {
      spot: { at: { x, y }, facingDeg: 0 },
      positions: ["low"],
      level: { alongDeg: 0.2, acrossDeg: 0.1, at: now },
    },
  ],
  readings: {
    wind: { by: "meter", meanMps: 2, gustMps: 3, heightM: 10, at: now },
    barriers: true,
    rescue: { who: "N. Sedge", shownOn: "2026-05-30", withinCall: true },
  },
});

const outcomeOf = (sheet: Sheet, plan: PlacePlan, of = given()) =>
  surveyed({
    ...testsGiven(of, sheet, plan),
    ...{ sheet, plan, rules: { lines: lineRulePresets.stepped, personKg: 90 }, surveyedMs: nowMs },
  });

const line = (x: number): PlacePlan["marks"] => [
  {
    ...{
      id: "line",
      name: "line",
      kind: "power_line",
      heightM: 8,
      voltageKv: 11,
      covered: false,
      swayM: 0.5,
    },
    at: [
      { x, y: 0 },
      { x, y: 60 },
    ],
  },
];

describe("a test area", () => {
  it("is worked out at the unit's full height, whatever was said of a job", () => {
    for (const [sheet, plan] of [
      [boom, yard()],
      // It has no rating for the wind outdoors.
      [scissor, yard([], { under: "roof", roofM: 20 })],
    ] as const) {
      const { job } = testsGiven(given(), sheet, plan);
      const highest = sheet.figures.platform_height?.value ?? 0;
      expect(job.persons).toBe(1);
      expect(job.positions[0]?.handsM).toBeGreaterThanOrEqual(highest);
      const { sums, verdict } = outcomeOf(sheet, plan);
      expect(sums.filter((sum) => sum.verdict === "beyond" || sum.verdict === "not_known")).toEqual([]);
      expect(["within", "limited"]).toContain(verdict);
    }
  });

  it("has no line within the whole reach of the unit, though straight ahead it would be far off", () => {
    const near = outcomeOf(boom, yard(line(38)));
    expect(near.sums.find(({ topic }) => topic === "lines")).toMatchObject({
      verdict: "beyond",
      because: "in_reach",
    });
    expect(outcomeOf(boom, yard(line(58))).verdict).not.toBe("beyond");
    // A line made dead, and by whom, is a limit until then.
    const dead = {
      ...given(),
      readings: {
        ...given().readings,
        isolations: [{ mark: "line", by: "P. Thrale", permit: "12", until: "2026-06-01T09:00:00Z" }],
      },
    };
    expect(outcomeOf(boom, yard(line(38)), dead).verdict).not.toBe("beyond");
  });

  it("tells what stands within the sweep, and lets no scissor rise under what is too low", () => {
    const house: PlacePlan["marks"] = [
      {
        ...{ id: "house", name: "house", kind: "obstacle", heightM: 4 },
        at: [
          { x: 20, y: 28 },
          { x: 24, y: 28 },
          { x: 24, y: 32 },
        ],
      },
    ];
    expect(outcomeOf(boom, yard(house)).sums).toContainEqual(
      expect.objectContaining({ topic: "sweep", about: "house", verdict: "limited" }),
    );
    expect(outcomeOf(scissor, yard(house)).sums.some(({ topic }) => topic === "sweep")).toBe(false);
    expect(outcomeOf(scissor, yard([], { under: "roof", roofM: 5 })).verdict).toBe("beyond");
  });

  it("fits its place from every spot of it, or says so", () => {
    fc.assert(
      fc.property(
        fc.double({ min: 0, max: 60, noNaN: true }),
        fc.double({ min: 0, max: 60, noNaN: true }),
        (x, y) => {
          expect(misfit(yard(), testsGiven(given(x, y), boom, yard()))).toBeUndefined();
        },
      ),
    );
  });
});
