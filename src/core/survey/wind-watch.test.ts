import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { demoSheets } from "../../demo/sheets/demo-sheets";
import { lineRulePresets } from "../vocabulary/line-rule";
import type { MeterReading, SurveyInput } from "./input";
import { jobSchema } from "./job";
import { placePlanSchema, terrains } from "./place-plan";
import { surveyed } from "./survey";
import { windSums } from "./wind-sums";
import { readOff, type SiteMeter, sampleMs, type WindSample, windAllowedAt, windWatch } from "./wind-watch";

const nowMs = Date.parse("2026-06-01T06:00:00Z");

const meterOf = (samples: readonly WindSample[], heightM = 9): SiteMeter => ({
  id: "m",
  name: "Boiler roof",
  heightM,
  samples,
});

/** Samples up to now, the gust of each by how many minutes before now it is. */
const upTo = (minutes: number, gustAt: (minutesAgo: number) => number): readonly WindSample[] =>
  Array.from({ length: minutes * 6 }, (_, i) => {
    const agoMs = (minutes * 6 - 1 - i) * sampleMs;
    const gustMps = gustAt(agoMs / 60_000);
    return { atMs: nowMs - agoMs, meanMps: gustMps / 1.5, gustMps };
  });

const survey = (heightOfMeterM: number, gustMps: number, with_: Partial<SurveyInput> = {}): SurveyInput => ({
  sheet: demoSheets["calder-vey-kb160"],
  plan: placePlanSchema.parse({
    ...{ schema: 1, name: "Yard", widthM: 30, depthM: 20, under: "open_sky" },
    ...{ terrain: "open", ground: "concrete", marks: [] },
  }),
  job: jobSchema.parse({
    ...{ what: "gutter", persons: 1, personKg: 90, onExtension: 0, range: "usual", toolM: 0, way: [] },
    items: [{ id: "pane", name: "pane", count: 1, eachKg: 10, on: "platform", sheetM2: 2 }],
    positions: [{ id: "gutter", name: "gutter", at: { x: 15, y: 10 }, handsM: 8 }],
  }),
  stands: [{ spot: { at: { x: 10, y: 10 }, facingDeg: 0 }, positions: ["gutter"] }],
  readings: {},
  rules: { lines: lineRulePresets.stepped },
  surveyedMs: nowMs,
  meters: [reading(heightOfMeterM, gustMps)],
  ...with_,
});

const reading = (heightM: number, gustMps: number, atMs = nowMs): MeterReading => ({
  ...{ id: "m", name: "Boiler roof", meanMps: gustMps / 1.5, gustMps, heightM },
  at: new Date(atMs).toISOString(),
});

const beyond = (input: SurveyInput) => windSums(input).some(({ verdict }) => verdict === "beyond");

describe("what a site's wind meter reads", () => {
  it("is the mean and the greatest gust of its last ten minutes, and nothing older", () => {
    // Eleven minutes of 6 m/s with a gust of 12 ten and a half minutes ago: it no longer counts; one of 9 eight minutes ago does.
    const samples = upTo(11, (ago) => (ago > 10.4 && ago < 10.6 ? 12 : ago === 8 ? 9 : 6));
    // 59 of 4 m/s and one of 6: 4.033.
    expect(readOff(meterOf(samples))).toMatchObject({ gustMps: 9, heightM: 9 });
    expect(readOff(meterOf(samples))?.meanMps).toBeCloseTo((59 * 4 + 6) / 60, 9);
    expect(readOff(meterOf([]))).toBeUndefined();
  });
});

describe("a survey with a meter of its site", () => {
  it("needs no reading by hand, and of two the stricter counts", () => {
    expect(windSums(survey(9, 5)).map(({ verdict }) => verdict)).toEqual(["within", "within"]);
    const byHand = (gustMps: number) => ({
      readings: {
        wind: {
          by: "meter" as const,
          ...{ meanMps: 3, gustMps, heightM: 9, at: new Date(nowMs).toISOString() },
        },
      },
    });
    expect(beyond(survey(9, 5, byHand(20)))).toBe(true);
    expect(beyond(survey(9, 20, byHand(5)))).toBe(true);
    expect(beyond(survey(9, 5, byHand(5)))).toBe(false);
  });

  it("knows nothing from a meter that has fallen silent, though what it showed may still be the stricter", () => {
    const ago = (minutes: number, gustMps: number) => ({
      meters: [reading(9, gustMps, nowMs - minutes * 60_000)],
    });
    expect(windSums(survey(9, 5, ago(2, 5)))[0]).toMatchObject({ verdict: "not_known", missing: ["wind"] });
    expect(surveyed(survey(9, 5, ago(0.5, 5))).untilMs).toBe(nowMs + 59.5 * 60_000);
    const calm = { by: "sight" as const, beaufort: 2, at: new Date(nowMs).toISOString() };
    const byHand = { readings: { wind: calm } };
    expect(beyond(survey(9, 5, { ...byHand, ...ago(40, 20) }))).toBe(true);
    expect(beyond(survey(9, 5, { ...byHand, ...ago(61, 20) }))).toBe(false);
  });

  it("tells what a meter may show, by hand", () => {
    // 12.5 m/s at 8 m over open land: at 4 m less by 2^0.16 = 1.1173, at 9 m as it is. No sheet in the hand.
    const bare = survey(9, 5);
    const noSheet = { ...bare, job: { ...bare.job, items: [] } };
    expect(windAllowedAt(windSums(noSheet), 4)).toBeCloseTo(12.5 / 1.1173, 3);
    expect(windAllowedAt(windSums(noSheet), 9)).toBeCloseTo(12.5, 9);
    // A pane of 2 m2 pulls with 400 N at 13.3 m/s: more than the plate lets.
    expect(windAllowedAt(windSums(bare), 9)).toBeCloseTo(12.5, 9);
    expect(windAllowedAt(windSums({ ...bare, plan: { ...bare.plan, under: "roof" } }), 9)).toBeUndefined();
  });

  it("is ended by just the gusts that would not have been allowed", () => {
    fc.assert(
      fc.property(
        fc.double({ min: 1, max: 40, noNaN: true }),
        fc.double({ min: 0, max: 12, noNaN: true }),
        fc.double({ min: 0, max: 60, noNaN: true }),
        fc.double({ min: 0.1, max: 20, noNaN: true }),
        fc.constantFrom(...terrains),
        (heightM, gustThen, gustMps, sheetM2, terrain) => {
          const base = survey(heightM, gustThen);
          const of = (gust: number): SurveyInput => ({
            ...base,
            plan: { ...base.plan, terrain },
            job: { ...base.job, items: base.job.items.map((item) => ({ ...item, sheetM2 })) },
            meters: [reading(heightM, gust)],
          });
          const allowed = windAllowedAt(windSums(of(gustThen)), heightM) ?? 0;
          fc.pre(Math.abs(allowed - gustMps) > 1e-6);
          expect(beyond(of(gustMps))).toBe(gustMps > allowed);
        },
      ),
    );
  });
});

describe("a warning before the limit", () => {
  it("tells silence, a gust over it, four fifths of it, and a rise that reaches it", () => {
    const watch = (gustAt: (ago: number) => number, limit = 10) =>
      windWatch(meterOf(upTo(20, gustAt)), limit, nowMs);
    expect(watch(() => 5)).toEqual({ state: "under", gustMps: 5 });
    expect(watch(() => 8)).toEqual({ state: "near", gustMps: 8 });
    expect(watch((ago) => (ago === 9 ? 10.1 : 5))).toMatchObject({ state: "over", gustMps: 10.1 });
    // 0.15 m/s a minute from 4 to 7: 3 more are 20 minutes, told from the middle of a minute on.
    const rising = watch((ago) => 7 - 0.15 * ago);
    expect(rising.state).toBe("rising");
    expect(rising.inMin).toBeGreaterThanOrEqual(19);
    expect(rising.inMin).toBeLessThanOrEqual(21);
    expect(watch((ago) => 5 + 0.15 * ago)).toMatchObject({ state: "under" });
    const meter = meterOf(upTo(20, () => 5));
    expect(windWatch(meter, 10, nowMs + 61_000)).toEqual({ state: "silent" });
    expect(windWatch(meterOf([]), 10, nowMs)).toEqual({ state: "silent" });
  });

  it("never tells of less for more wind or a lower limit", () => {
    const order = ["silent", "under", "rising", "near", "over"];
    fc.assert(
      fc.property(
        fc.array(fc.double({ min: 0, max: 20, noNaN: true }), { minLength: 120, maxLength: 120 }),
        fc.double({ min: 1, max: 20, noNaN: true }),
        fc.double({ min: 0, max: 10, noNaN: true }),
        (gusts, limit, less) => {
          const meter = meterOf(upTo(20, (ago) => gusts[Math.round(ago * 6)] ?? 0));
          const at = (mps: number) => order.indexOf(windWatch(meter, mps, nowMs).state);
          expect(at(Math.max(0.1, limit - less))).toBeGreaterThanOrEqual(at(limit));
        },
      ),
    );
  });
});
