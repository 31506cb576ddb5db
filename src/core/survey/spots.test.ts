import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { bruteForce } from "../../../tests/survey/one-by-one";
import { demoSheets } from "../../demo/sheets/demo-sheets";
import { lineRulePresets } from "../vocabulary/line-rule";
import { type Job, jobSchema } from "./job";
import { type Mark, type PlacePlan, placePlanSchema } from "./place-plan";
import { bestSpots, type SpotQuestion } from "./spots";

const nowMs = Date.parse("2026-06-01T06:00:00Z");
const at = (x: number, y: number) => ({ x, y });
const box = (x: number, y: number, w: number, d: number) => [
  at(x, y),
  at(x + w, y),
  at(x + w, y + d),
  at(x, y + d),
];

const point = fc
  .tuple(fc.integer({ min: 0, max: 10 }), fc.integer({ min: 0, max: 8 }))
  .map(([x, y]) => at(x, y));
const marks: fc.Arbitrary<Mark[]> = fc
  .array(
    fc.oneof(
      fc
        .tuple(point, fc.constantFrom(1, 4, null))
        .map(([p, heightM]) => ({ kind: "obstacle" as const, at: box(p.x, p.y, 2, 1), heightM })),
      fc.tuple(point, fc.constantFrom(200, 5000, null)).map(([p, pointLoadKg]) => ({
        kind: "weak_floor" as const,
        what: "culvert" as const,
        at: box(p.x, p.y, 3, 1),
        pointLoadKg,
      })),
      fc
        .tuple(point, fc.constantFrom(1, 3.2, 8, null), fc.constantFrom(0, 90, null))
        .map(([p, slopeDeg, fallsDeg]) => ({
          kind: "slope" as const,
          at: box(p.x, p.y, 4, 3),
          slopeDeg,
          fallsDeg,
        })),
      point.map((p) => ({ kind: "drop_off" as const, at: [p, at(p.x + 3, p.y + 1)] })),
      point.map((p) => ({ kind: "traffic" as const, what: "public" as const, at: box(p.x, p.y, 2, 2) })),
      fc
        .tuple(point, fc.constantFrom(3, 6, null))
        .map(([p, undersideM]) => ({ kind: "overhead" as const, at: box(p.x, p.y, 2, 2), undersideM })),
    ),
    { maxLength: 4 },
  )
  .map((drawn) => drawn.map((mark, i) => ({ ...mark, id: `m${i}`, name: `m${i}` }) as Mark));

const plan = (some: Mark[]): PlacePlan =>
  placePlanSchema.parse({
    schema: 1,
    name: "Small",
    widthM: 14,
    depthM: 11,
    under: "open_sky",
    terrain: "open",
    ground: "concrete",
    marks: some,
  });

const job = (works: Job["positions"]): Job =>
  jobSchema.parse({
    what: "lamps",
    persons: 1,
    personKg: 90,
    onExtension: 0,
    items: [],
    range: "usual",
    toolM: 0,
    positions: works,
    way: [],
  });

const question = (sheet: SpotQuestion["sheet"], some: Mark[], works: Job["positions"]): SpotQuestion => ({
  sheet,
  plan: plan(some),
  job: job(works),
  serve: works.map(({ id }) => id),
  readings: {},
  rules: { lines: lineRulePresets.stepped, lineSwayM: 0.5, machineSwayM: 0.2 },
  from: at(0, 0),
  surveyedMs: nowMs,
});

const works = fc
  .array(fc.tuple(point, fc.constantFrom(2, 4, 6)), { minLength: 1, maxLength: 2 })
  .map((some) => some.map(([p, handsM], i) => ({ id: `w${i}`, name: `w${i}`, at: p, handsM })));

describe("the best spot", () => {
  it.each(["calder-vey-kb160", "dunmarrow-s24", "calder-vey-sp15"] as const)(
    "of %s is what trying every spot one by one gives",
    (sheetId) => {
      fc.assert(
        fc.property(marks, works, (some, positions) => {
          const asked = question(demoSheets[sheetId], some, positions);
          expect(bestSpots(asked)).toEqual(bruteForce(asked));
        }),
        { numRuns: Number(process.env["SPOT_RUNS"] ?? 4) },
      );
    },
    600_000,
  );

  it("keeps off a line and says the second best apart from it", () => {
    const line = {
      id: "line",
      name: "line",
      kind: "power_line",
      at: [at(14, 0), at(14, 11)],
      heightM: 6,
      voltageKv: 11,
      covered: false,
      swayM: null,
    } as const;
    const works = [{ id: "w", name: "w", at: at(8, 6), handsM: 6 }];
    const [best, second] = bestSpots(
      question(demoSheets["calder-vey-kb160"], [{ ...line, at: [...line.at] }], works),
    );
    expect(best?.serves).toEqual(["w"]);
    // 3.05 and 0.7 of sway from the line, its own half and its reach: it stands on the far side of the work.
    expect(best?.spot.at.x).toBeLessThan(8);
    expect(
      Math.hypot(best!.spot.at.x - second!.spot.at.x, best!.spot.at.y - second!.spot.at.y),
    ).toBeGreaterThanOrEqual(2);
    const nearer = [{ id: "w", name: "w", at: at(13, 6), handsM: 6 }];
    expect(
      bestSpots(question(demoSheets["calder-vey-kb160"], [{ ...line, at: [...line.at] }], nearer)),
    ).toEqual([]);
  });
});
