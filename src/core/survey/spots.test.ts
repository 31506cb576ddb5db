import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { demoSheets } from "../../demo/sheets/demo-sheets";
import { lineRulePresets } from "../vocabulary/line-rule";
import { type Job, jobSchema, type Spot } from "./job";
import { keepOffLine, wallOf } from "./line-sums";
import { nearestToLine } from "./lines";
import { distanceM } from "./on-the-plan";
import { shapeOf } from "./outline";
import { type Mark, marksOf, type PlacePlan, placePlanSchema } from "./place-plan";
import { reachFrom } from "./reach";
import { apartFromBestM, bestSpots, boardM, compareSpots, type SpotFound, type SpotQuestion } from "./spots";
import { marginOf, type Sum } from "./sums";
import { surveyed } from "./survey";

const nowMs = Date.parse("2026-06-01T06:00:00Z");
const at = (x: number, y: number) => ({ x, y });
const box = (x: number, y: number, w: number, d: number) => [
  at(x, y),
  at(x + w, y),
  at(x + w, y + d),
  at(x, y + d),
];

/** Sums that say whether the unit may stand there at all; the others say whether a piece of work is done from there. */
const aboutTheSpot = new Set(["slope", "floor", "edges", "air"]);

/** The slow way: the whole survey of every spot of the board, and its verdicts read off. */
function bruteForce(question: SpotQuestion): readonly SpotFound[] {
  const found: SpotFound[] = [];
  for (let y = 0; y <= question.plan.depthM; y += boardM)
    for (let x = 0; x <= question.plan.widthM; x += boardM)
      for (let facingDeg = 0; facingDeg < 360; facingDeg += 45) {
        const one = bySurvey(question, { at: { x, y }, facingDeg });
        if (one !== undefined) found.push(one);
      }
  found.sort(compareSpots);
  const [best] = found;
  if (best === undefined) return [];
  const apart = (one: SpotFound) =>
    Math.hypot(one.spot.at.x - best.spot.at.x, one.spot.at.y - best.spot.at.y) >= apartFromBestM;
  return [best, ...found.filter(apart).slice(0, 1)];
}

function bySurvey(question: SpotQuestion, spot: Spot): SpotFound | undefined {
  const { sheet, plan, job, readings, rules, surveyedMs, works } = question;
  const survey = (ids: readonly string[]) =>
    surveyed({
      sheet,
      plan,
      job: { ...job, way: [] },
      stands: [{ spot, positions: [...ids] }],
      readings: { ...readings, ventilated: true },
      rules,
      surveyedMs,
    }).sums.filter(({ stand }) => stand === 0);
  // Ground that no mark says slopes is level until it is read; a slope nobody knows is not.
  const unread = (sum: Sum) => sum.missing?.[0] === "level" && sum.about === undefined;
  const fails = (sum: Sum) => sum.verdict === "beyond" || (sum.verdict === "not_known" && !unread(sum));
  if (survey([]).some((sum) => aboutTheSpot.has(sum.topic) && fails(sum))) return undefined;
  const left: number[] = [5];
  const serves: string[] = [];
  for (const { topic, compared } of survey([]))
    if (topic === "edges" && compared !== undefined) left.push(marginOf(compared) ?? 0);
  for (const { id } of works) {
    const sums = survey([id]).filter(
      ({ topic, because }) => !aboutTheSpot.has(topic) && topic !== "pads" && because !== "barriers",
    );
    if (sums.some(fails)) continue;
    serves.push(id);
    for (const { topic, compared, because } of sums)
      if ((topic === "lines" && because !== "out_of_reach") || topic === "reach")
        left.push(compared === undefined ? 5 : (marginOf(compared) ?? 5));
    // A line out of its reach altogether leaves what the platform itself leaves.
    if (sums.some(({ because }) => because === "out_of_reach")) left.push(...leftToLines(question, spot, id));
  }
  if (serves.length === 0) return undefined;
  const marginM = Math.floor(Math.min(...left) * 10 + 1e-6) / 10;
  return {
    spot,
    serves,
    marginM,
    awayM: distanceM(spot.at, question.from),
  };
}

function leftToLines(
  { sheet, plan, job, rules, works }: SpotQuestion,
  spot: Spot,
  id: string,
): readonly number[] {
  const shape = shapeOf(sheet, job.range);
  const work = works.find((one) => one.id === id);
  if (work === undefined) return [];
  const { held } = reachFrom(shape, plan, spot, work);
  return marksOf(plan, "power_line").map(
    (line) =>
      nearestToLine(shape, spot.at, spot.facingDeg, held, wallOf(line)) -
      keepOffLine(line, sheet, rules, job.toolM, undefined).distanceM,
  );
}

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
  works,
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
