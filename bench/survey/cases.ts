import { bestSpots, type SpotFound, type SpotQuestion } from "../../src/core/survey/spots";
import { lineRulePresets } from "../../src/core/vocabulary/line-rule";
import { seeded } from "../../src/core/vocabulary/seeded";
import { demoPlaces } from "../../src/demo/places/demo-places";
import { demoSheets } from "../../src/demo/sheets/demo-sheets";

const sheetIds = [
  "pellbridge-tb28",
  "pellbridge-tb22",
  "calder-vey-kb160",
  "calder-vey-sp18",
  "pellbridge-rt33",
] as const;

/** Questions of the yard's machines on its places: several pieces of work strewn over the plan. */
export function questions(count: number): readonly SpotQuestion[] {
  const random = seeded(11);
  return Array.from({ length: count }, (_, i): SpotQuestion => {
    // The first is the largest boom on the largest place.
    const sheet = demoSheets[sheetIds[i % sheetIds.length] ?? "pellbridge-tb28"];
    const largest = [...demoPlaces].sort((a, b) => b.widthM * b.depthM - a.widthM * a.depthM);
    const plan = largest[Math.floor(i / sheetIds.length) % largest.length] ?? largest[0];
    if (plan === undefined) throw new Error("expected a place to ask about");
    const works = Array.from({ length: 4 }, (__, n) => ({
      id: `w${n}`,
      name: `w${n}`,
      at: {
        x: Math.round(plan.widthM * (0.3 + 0.4 * random()) * 2) / 2,
        y: Math.round(plan.depthM * (0.3 + 0.4 * random()) * 2) / 2,
      },
      handsM: 3 + Math.round(random() * 8),
    }));
    return {
      sheet,
      plan,
      serve: works.map(({ id }) => id),
      job: {
        what: "bench",
        persons: 2,
        personKg: 100,
        onExtension: 0,
        items: [],
        range: "usual",
        toolM: 0.4,
        positions: works,
        way: [],
      },
      readings: {},
      rules: { lines: lineRulePresets.stepped },
      from: { x: 1, y: 1 },
      surveyedMs: Date.parse("2026-06-10T05:40:00Z"),
    };
  });
}

/** How long each search took, in milliseconds, and what it found. */
export function searches(asked: readonly SpotQuestion[]): {
  readonly ms: readonly number[];
  readonly found: readonly (readonly SpotFound[])[];
} {
  const ms: number[] = [];
  const found = asked.map((question) => {
    const began = performance.now();
    const spots = bestSpots(question);
    ms.push(performance.now() - began);
    return spots;
  });
  return { ms, found };
}
