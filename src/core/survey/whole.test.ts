import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { demoSheets } from "../../demo/sheets/demo-sheets";
import type { Sheet } from "../sheet/sheet";
import type { FigureId } from "../vocabulary/figures";
import { lineRulePresets, lineRuleSchema, ruleDistanceM } from "../vocabulary/line-rule";
import type { SurveyInput } from "./input";
import { type Job, jobSchema, type Readings, readingsSchema, type Stand } from "./job";
import { bearsKpa } from "./pads";
import { type PlacePlan, placePlanSchema } from "./place-plan";
import { type Topic, verdicts } from "./sums";
import { surveyed } from "./survey";
import { rougher } from "./wind-sums";

const nowMs = Date.parse("2026-06-01T06:00:00Z");
const justNow = new Date(nowMs - 60_000).toISOString();

/** A yard with a line down its right side, a weak floor, a slope, an edge and a road. */
const yard: PlacePlan = placePlanSchema.parse({
  schema: 1,
  name: "Test yard",
  widthM: 40,
  depthM: 30,
  under: "open_sky",
  terrain: "open",
  ground: "concrete",
  marks: [
    {
      id: "line",
      name: "line",
      kind: "power_line",
      at: [
        { x: 34, y: 0 },
        { x: 34, y: 30 },
      ],
      heightM: 9,
      voltageKv: 33,
      covered: true,
      swayM: 0.6,
    },
    {
      id: "culvert",
      name: "culvert",
      kind: "weak_floor",
      what: "culvert",
      at: [
        { x: 0, y: 10 },
        { x: 6, y: 10 },
        { x: 6, y: 11 },
        { x: 0, y: 11 },
      ],
      pointLoadKg: 600,
    },
    {
      id: "bank",
      name: "bank",
      kind: "slope",
      at: [
        { x: 0, y: 0 },
        { x: 40, y: 0 },
        { x: 40, y: 30 },
        { x: 0, y: 30 },
      ],
      slopeDeg: 1,
      fallsDeg: 90,
    },
    {
      id: "road",
      name: "road",
      kind: "traffic",
      what: "vehicles",
      at: [
        { x: 0, y: 26 },
        { x: 40, y: 26 },
        { x: 40, y: 30 },
        { x: 0, y: 30 },
      ],
    },
  ],
});

const job: Job = jobSchema.parse({
  what: "gutter",
  persons: 2,
  personKg: 90,
  onExtension: 0,
  items: [{ id: "sheet", name: "sheet", count: 1, eachKg: 10, on: "platform", sheetM2: 1 }],
  range: "usual",
  toolM: 0.4,
  positions: [{ id: "gutter", name: "gutter", at: { x: 28, y: 15 }, handsM: 7 }],
  way: [{ x: 20, y: 2 }],
});

const stand: Stand = {
  spot: { at: { x: 22, y: 15 }, facingDeg: 0 },
  positions: ["gutter"],
  level: { alongDeg: 1, acrossDeg: 0.5, at: justNow },
};

const readings: Readings = readingsSchema.parse({
  wind: { by: "meter", meanMps: 4, gustMps: 6, heightM: 2, at: justNow },
  barriers: true,
  rescue: { who: "S. Brack", shownOn: "2026-05-20", withinCall: true },
});

const sheet: Sheet = demoSheets["calder-vey-kb160"];
const clear: SurveyInput = {
  sheet,
  plan: yard,
  job,
  stands: [stand],
  readings,
  rules: { lines: lineRulePresets.stepped, machineSwayM: 0.2, personKg: 100 },
  surveyedMs: nowMs,
};
const verdictOn = (input: SurveyInput, topic: Topic) =>
  surveyed(input)
    .sums.filter((sum) => sum.topic === topic)
    .map(({ verdict }) => verdict);
const rank = (input: SurveyInput) => verdicts.indexOf(surveyed(input).verdict);

describe("a whole survey", () => {
  it("of a gutter near a line is allowed so long as its limits are kept to", () => {
    const outcome = surveyed(clear);
    const broken = outcome.sums.filter(({ verdict }) => verdict === "beyond" || verdict === "not_known");
    expect(broken).toEqual([]);
    expect(outcome.verdict).toBe("limited");
    expect(verdictOn(clear, "lines")).toContain("limited");
    // Its wind and level are read a minute ago and count for an hour.
    expect(outcome.untilMs).toBe(nowMs - 60_000 + 3_600_000);
  });

  it("puts the nearer piece of work inside the line's clearance", () => {
    const near = { ...job, positions: [{ id: "gutter", name: "gutter", at: { x: 27, y: 15 }, handsM: 9 }] };
    const closer = { ...near, positions: near.positions.map((p) => ({ ...p, at: { x: 31, y: 15 } })) };
    const there: Stand = { ...stand, spot: { at: { x: 25, y: 15 }, facingDeg: 0 } };
    expect(verdictOn({ ...clear, job: closer, stands: [there] }, "lines")).toContain("beyond");
  });

  it.each([
    ["the wind", { readings: { ...readings, wind: undefined } }, "wind"],
    [
      "a wind read two hours ago",
      { readings: { ...readings, wind: { ...readings.wind, at: "2026-06-01T04:00:00Z" } } },
      "wind",
    ],
    [
      "a wind read in an hour",
      { readings: { ...readings, wind: { ...readings.wind, at: "2026-06-01T07:00:00Z" } } },
      "wind",
    ],
    [
      "the level, where the plan shows no slope",
      { plan: { ...yard, marks: [] }, stands: [{ ...stand, level: undefined }] },
      "slope",
    ],
    ["who would bring them down", { readings: { ...readings, rescue: undefined } }, "rescue"],
    ["whether barriers stand", { readings: { ...readings, barriers: undefined } }, "people_near"],
    ["the weight of a thing", { job: { ...job, items: [{ ...job.items[0], eachKg: null }] } }, "load"],
    ["the sheet's rating for wind", { sheet: without("wind_outdoor") }, "wind"],
    ["its tilt trip", { sheet: without("tilt_trip_along") }, "slope"],
    ["its rated load", { sheet: without("rated_load") }, "load"],
    ["its width", { sheet: without("width") }, "edges"],
    ["its height lowered", { sheet: without("stowed_height") }, "access"],
    ["the size of its platform", { sheet: without("platform_width") }, "reach"],
    ["its outline", { sheet: { ...sheet, outlines: undefined } }, "reach"],
  ] as const)("is not known without %s", (_, change, topic) => {
    const input = { ...clear, ...change } as SurveyInput;
    expect(verdictOn(input, topic)).toContain("not_known");
    expect(surveyed(input).verdict).toBe("not_known");
  });

  it("does not take a machine outdoors whose plate is for indoors", () => {
    const indoors = { ...sheet, figures: { ...sheet.figures, wind_outdoor: { value: 12.4, page: "1" } } };
    expect(verdictOn({ ...clear, sheet: indoors }, "wind")).toEqual(["beyond"]);
    expect(verdictOn({ ...clear, sheet: indoors, plan: { ...yard, under: "roof" } }, "wind")).toEqual([]);
  });

  it("says that an engine under a roof needs air, and that nobody has said there is", () => {
    const inside = { ...clear, plan: { ...yard, under: "roof" as const } };
    expect(verdictOn(inside, "air")).toEqual(["not_known"]);
    expect(verdictOn({ ...inside, readings: { ...readings, ventilated: false } }, "air")).toEqual(["beyond"]);
    expect(verdictOn({ ...inside, readings: { ...readings, ventilated: true } }, "air")).toEqual(["limited"]);
  });

  it("takes a line that was made dead as one until it is not any more", () => {
    const dead = (until: string) => ({
      ...clear,
      readings: { ...readings, isolations: [{ mark: "line", by: "supplier", permit: "P 4", until }] },
    });
    const later = "2026-06-01T06:30:00Z";
    expect(surveyed(dead(later)).sums.find(({ topic }) => topic === "lines")).toMatchObject({
      because: "isolated",
    });
    expect(surveyed(dead(later)).untilMs).toBe(Date.parse(later));
    const over = surveyed(dead("2026-06-01T05:59:00Z"));
    expect(over.sums.find(({ topic }) => topic === "lines")).not.toMatchObject({ because: "isolated" });
  });

  it("puts a wheel on the culvert only by what it carries", () => {
    const onIt: Stand = { ...stand, spot: { at: { x: 3, y: 11.5 }, facingDeg: 0 } };
    const over = surveyed({ ...clear, stands: [onIt] }).sums.filter(
      ({ about, stand: index }) => about === "culvert" && index === 0,
    );
    // 3300 kg by the sheet on 600: too much; a mat carries it across.
    expect(over[0]).toMatchObject({ verdict: "beyond", compared: { found: 3300, limit: 600 } });
    expect(over[0]?.limits?.[0]).toMatchObject({ limit: "span" });
  });

  it("believes what was found only where it is the stricter, or nothing is drawn", () => {
    const onLawn = (drawn: "soft" | "not_known" | "concrete", found: "soft" | "concrete") =>
      surveyed({
        ...clear,
        plan: { ...yard, ground: drawn },
        stands: [{ ...stand, ground: found }],
      }).sums.some(({ topic }) => topic === "pads");
    expect(onLawn("soft", "concrete")).toBe(true);
    expect(onLawn("concrete", "soft")).toBe(true);
    expect(onLawn("not_known", "concrete")).toBe(false);
    expect(["open", "built_up"].map((found) => rougher("hedges", found as "open"))).toEqual([
      "hedges",
      "built_up",
    ]);
    expect(rougher("not_known", "open")).toBe("open");
    expect(rougher("open", "not_known")).toBe("not_known");
  });

  it("counts an extension deck that the job stands on, as long as its platform where nobody says", () => {
    const scissor = demoSheets["pellbridge-rt33"] as Sheet;
    const near = (onExtension: number, extensionM?: number) => {
      const figures = extensionM === undefined ? {} : { extension_length: { value: extensionM, page: "1" } };
      const sums = surveyed({
        ...clear,
        sheet: { ...scissor, figures: { ...scissor.figures, ...figures } },
        // Hands above the line: nothing but what is across counts.
        job: { ...job, onExtension, positions: job.positions.map((one) => ({ ...one, handsM: 12 })) },
        stands: [{ ...stand, spot: { at: { x: 28, y: 15 }, facingDeg: 90 } }],
      }).sums;
      return sums.find(({ topic, stand: index }) => topic === "lines" && index === 0)?.compared?.found ?? 0;
    };
    expect(near(1, 1)).toBeCloseTo(near(0) - 1, 6);
    expect(near(1)).toBeLessThan(near(1, 1));
    expect(near(0, 1)).toBe(near(0));
  });

  it("says that a boom stands too near, not that it reaches too far", () => {
    const under = { ...job, positions: [{ id: "gutter", name: "g", at: { x: 22, y: 15 }, handsM: 2 }] };
    const reach = surveyed({ ...clear, job: under }).sums.find(({ topic }) => topic === "reach");
    expect(reach).toMatchObject({ verdict: "beyond", because: "too_near" });
    expect(reach?.compared).toBeUndefined();
  });

  it("lets the meter show what the rating allows there, in still air too", () => {
    const still = { by: "meter", meanMps: 0, gustMps: 0, heightM: 2, at: justNow } as const;
    const [wind, sail] = surveyed({ ...clear, readings: { ...readings, wind: still } }).sums.filter(
      ({ topic }) => topic === "wind" || topic === "sail",
    );
    // Hands at 7 m over open land: (7 / 2)^0.16 = 1.222, so 12.5 m/s there are 10.2 at 2 m.
    expect(wind?.limits?.[0]?.value).toBeCloseTo(10.23, 2);
    expect(sail?.limits?.[0]?.value).toBeGreaterThan(0);
  });

  it("counts the cones that go round it", () => {
    const cones = surveyed(clear).sums.flatMap(({ terms }) => terms.filter((t) => t.term === "cones"));
    const round = surveyed(clear).sums.flatMap(({ terms }) =>
      terms.filter((t) => t.term === "barrier_round"),
    );
    expect(cones[0]?.value).toBe(Math.ceil((round[0]?.value ?? 0) / 2));
  });
});

function without(figure: keyof Sheet["figures"]): Sheet {
  const { [figure]: _, ...figures } = sheet.figures;
  return { ...sheet, figures };
}

/** The yard with one figure of its line or floor as given. */
const withMark = (id: string, change: object): PlacePlan => ({
  ...yard,
  marks: yard.marks.map((mark) => (mark.id === id ? ({ ...mark, ...change } as typeof mark) : mark)),
});

describe("nothing that is worse ever loosens a survey", () => {
  const kvs = fc.double({ min: 0.1, max: 1000, noNaN: true });
  const rules = fc.constantFrom(...Object.values(lineRulePresets), undefined);
  const runs = { numRuns: 60 };

  it("more voltage, a lower line, more sway, a longer tool", () => {
    fc.assert(
      fc.property(rules, kvs, kvs, fc.nat(30), fc.nat(30), (lines, kv, more, x, y) => {
        const at = (voltageKv: number | null, heightM: number | null, swayM: number | null, toolM: number) =>
          rank({
            ...clear,
            rules: { ...clear.rules, lines },
            plan: withMark("line", { voltageKv, heightM, swayM }),
            job: {
              ...job,
              toolM,
              positions: [{ id: "gutter", name: "g", at: { x: 20 + x / 4, y: 5 + y / 2 }, handsM: 7 }],
            },
          });
        const [low, high] = [Math.min(kv, more), Math.max(kv, more)];
        const before = at(low, 9, 0.6, 0.4);
        expect(at(high, 9, 0.6, 0.4)).toBeLessThanOrEqual(before);
        expect(at(null, 9, 0.6, 0.4)).toBeLessThanOrEqual(before);
        expect(at(low, 8, 0.6, 0.4)).toBeLessThanOrEqual(before);
        expect(at(low, null, 0.6, 0.4)).toBeLessThanOrEqual(before);
        expect(at(low, 9, 0.9, 0.4)).toBeLessThanOrEqual(before);
        expect(at(low, 9, null, 0.4)).toBeLessThanOrEqual(before);
        expect(at(low, 9, 0.6, 1)).toBeLessThanOrEqual(before);
      }),
      runs,
    );
  });

  it("more wind, more load, more people, more slope, weaker floors", () => {
    const wind = (meanMps: number, gustMps: number | null) =>
      rank({
        ...clear,
        readings: { ...readings, wind: { by: "meter", meanMps, gustMps, heightM: 2, at: justNow } },
      });
    const carries = (eachKg: number | null, persons: number) =>
      rank({
        ...clear,
        job: { ...job, persons, items: [{ ...job.items[0], eachKg } as Job["items"][number]] },
      });
    const leans = (alongDeg: number) =>
      rank({ ...clear, stands: [{ ...stand, level: { alongDeg, acrossDeg: 0, at: justNow } }] });
    const bears = (pointLoadKg: number | null) =>
      rank({
        ...clear,
        plan: withMark("culvert", { pointLoadKg }),
        stands: [{ ...stand, spot: { at: { x: 3, y: 11.5 }, facingDeg: 0 } }],
      });
    fc.assert(
      fc.property(
        fc.double({ min: 0, max: 30, noNaN: true }),
        fc.double({ min: 0, max: 30, noNaN: true }),
        (a, b) => {
          const [low, high] = [Math.min(a, b), Math.max(a, b)];
          expect(wind(high, null)).toBeLessThanOrEqual(wind(low, null));
          expect(wind(high, high)).toBeLessThanOrEqual(wind(low, low));
          expect(wind(low, null)).toBeLessThanOrEqual(wind(low, low));
          expect(carries(high * 10, 2)).toBeLessThanOrEqual(carries(low * 10, 2));
          expect(carries(null, 2)).toBeLessThanOrEqual(carries(low, 2));
          expect(carries(low, 3)).toBeLessThanOrEqual(carries(low, 2));
          expect(leans(high)).toBeLessThanOrEqual(leans(low));
          expect(bears(low * 200)).toBeLessThanOrEqual(bears(high * 200));
          expect(bears(null)).toBeLessThanOrEqual(bears(low * 200));
        },
      ),
      runs,
    );
  });

  it("no figure taken out of a sheet, whatever the machine and wherever it stands", () => {
    const spots = [stand, { ...stand, spot: { at: { x: 28, y: 15 }, facingDeg: 45 } }];
    for (const id of ["calder-vey-kb160", "dunmarrow-s24", "calder-vey-sp15", "pellbridge-rt33"] as const)
      for (const one of spots) {
        const whole = { ...clear, sheet: demoSheets[id] as Sheet, stands: [one] };
        for (const figure of Object.keys(whole.sheet.figures) as FigureId[]) {
          const { [figure]: _, ...figures } = whole.sheet.figures;
          const less = rank({ ...whole, sheet: { ...whole.sheet, figures } });
          expect(less, `${id} without ${figure}`).toBeLessThanOrEqual(Math.max(rank(whole), 1));
        }
      }
  });

  it("softer ground asks for no smaller a pad, a shorter table for no shorter a distance", () => {
    const order = [
      "not_known",
      "soft",
      "loose",
      "firm_soil",
      "gravel_compacted",
      "paved",
      "concrete",
    ] as const;
    const bears = order.map((ground) => bearsKpa[ground]);
    expect([...bears].sort((a, b) => a - b)).toEqual(bears);
    fc.assert(
      fc.property(rules, kvs, kvs, (rule, a, b) => {
        if (rule === undefined) return;
        expect(ruleDistanceM(rule, Math.max(a, b))).toBeGreaterThanOrEqual(
          ruleDistanceM(rule, Math.min(a, b)),
        );
        expect(ruleDistanceM(rule)).toBeGreaterThanOrEqual(ruleDistanceM(rule, a));
      }),
    );
  });
});

describe("what is not a plan, or a rule", () => {
  it("is refused with what was expected", () => {
    const refused = (change: object) =>
      placePlanSchema.safeParse({ ...yard, ...change }).error?.issues[0]?.message;
    expect(refused({ widthM: 30 })).toBe("expected points of line within 30 by 30 m, got 34, 0");
    expect(refused({ marks: [yard.marks[0], yard.marks[0]] })).toBe("line is there twice");
    const zigzag = Array.from({ length: 41 }, (_, i) => ({ x: i % 2, y: i / 2 }));
    expect(refused({ marks: [{ ...yard.marks[0], at: zigzag }] })).toContain(
      "at most 40 points of power lines",
    );
    const rule = (distanceM: number) =>
      lineRuleSchema.safeParse({
        shape: "stepped",
        steps: [
          { toKv: 50, distanceM: 5 },
          { toKv: 200, distanceM },
        ],
      });
    expect(rule(4).error?.issues[0]?.message).toContain(
      "expected each step to a higher voltage and no shorter",
    );
    expect(rule(2).error?.issues[0]?.message).toContain("at least 3 m");
  });
});
