import { figureOf, mayHave } from "../sheet/read";
import type { Sheet } from "../sheet/sheet";
import { booms } from "../vocabulary/families";
import { type At, rectangle } from "./on-the-plan";
import { type Term, term } from "./sums";

/** Whether a unit stands on its wheels or tracks, or on its legs. */
export type StandsOn = "wheels" | "legs";

/** A unit that has legs works on them. One that only may have them is taken to stand on whichever presses more. */
export const worksOn = (sheet: Sheet): StandsOn =>
  mayHave(sheet, "outriggers") && figureOf(sheet, "legs_spread_length") !== undefined ? "legs" : "wheels";

/** The share of a boom machine's weight that its boom is taken to be, where no figure is given. */
const boomShare = 0.25;

/** The most one wheel or leg presses with, in kg, and the terms it follows from; undefined where nothing tells. */
export interface Reaction {
  readonly kg: number | undefined;
  readonly terms: readonly Term[];
  readonly missing: readonly string[];
}

/**
 * The largest reaction of one wheel or leg: the sheet's own figure, or worked out. Of four supports at the corners of a length b
 * and a width t that carry a weight W whose middle is off by a moment M in any direction, the most loaded one bears
 * W/4 + M √(1/(2b)² + 1/(2t)²) (four supports on a stiff frame, each yielding alike), at most W. M is what the load weighs by how far it
 * stands out, and, of a boom, a quarter of the machine by half its reach. Assumptions are terms of the sum.
 */
export function largestReaction(sheet: Sheet, on: StandsOn, carriedKg: number): Reaction {
  const own = figureOf(sheet, on === "legs" ? "leg_load" : "wheel_load");
  if (own !== undefined)
    return {
      kg: own,
      terms: [term(on === "legs" ? "leg_load" : "wheel_load", own, "kg", "sheet")],
      missing: [],
    };
  const ids =
    on === "legs"
      ? (["gross_weight", "legs_spread_length", "legs_spread_width"] as const)
      : (["gross_weight", "wheelbase", "track"] as const);
  const boom = (booms as readonly string[]).includes(sheet.family);
  const reachId = boom ? ("outreach" as const) : ("platform_length" as const);
  const [gross, lengthM, widthM] = ids.map((id) => figureOf(sheet, id));
  const reach = figureOf(sheet, reachId);
  const missing = [...ids, reachId].filter((id) => figureOf(sheet, id) === undefined);
  if (gross === undefined || !lengthM || !widthM || reach === undefined)
    return { kg: undefined, terms: [], missing };
  const outM = boom ? reach : reach / 2 + (figureOf(sheet, "extension_length") ?? 0);
  const boomKg = boom ? boomShare * gross : 0;
  const all = gross + carriedKg;
  const momentKgM = carriedKg * outM + (boomKg * outM) / 2;
  const kg = Math.min(all, all / 4 + momentKgM * Math.hypot(1 / (2 * lengthM), 1 / (2 * widthM)));
  return {
    kg,
    terms: [
      term("gross_weight", gross, "kg", "sheet"),
      term("carried", carriedKg, "kg", "job"),
      term("stands_out", outM, "m", "sheet"),
      ...(boom ? [term("boom_weight", boomKg, "kg", "assumed")] : []),
      term("supports_long", lengthM, "m", "sheet"),
      term("supports_wide", widthM, "m", "sheet"),
      term("reaction", kg, "kg", "worked_out"),
    ],
    missing: [],
  };
}

/** Where the wheels or feet of a unit stand on the plan; its outline's corners where the sheet does not say. */
export function supportsAt(sheet: Sheet, on: StandsOn, spot: At, facingDeg: number): readonly At[] {
  const f = (id: Parameters<typeof figureOf>[1], otherwise: number) => figureOf(sheet, id) ?? otherwise;
  const [lengthM, widthM] =
    on === "legs"
      ? [
          f("legs_spread_length", f("length", 4)),
          f("legs_spread_width", f("legs_spread_length", f("width", 4))),
        ]
      : [f("wheelbase", f("length", 2)), f("track", f("width", 1.2))];
  return rectangle(spot, facingDeg, lengthM, widthM);
}

/** What a unit and all it carries weigh, in kg; undefined where its sheet does not say. */
export function wholeKg(sheet: Sheet, carriedKg: number): number | undefined {
  const gross = figureOf(sheet, "gross_weight");
  return gross === undefined ? undefined : gross + carriedKg;
}
