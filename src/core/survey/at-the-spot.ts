import { figureOf, fitOf, mayHave } from "../sheet/read";
import type { Sheet } from "../sheet/sheet";
import { figuresOf } from "../vocabulary/figures";
import { largestReaction, supportsAt, worksOn } from "./floor";
import type { Spot, Stand } from "./job";
import type { Area } from "./on-the-plan";
import { isNearer, isWithin, overlap } from "./on-the-plan";
import { bearsKpa, padSideM, spanM } from "./pads";
import { type Ground, grounds, marksOf, type PlacePlan } from "./place-plan";
import { bestFacing, type Lean, leanOn, leanUsed, mayLeanRaised, steepestOf } from "./slope-stand";
import { type Limit, type Sum, term, verdictOf, worst } from "./sums";

/** A wheel or pad counts as on an area when it comes so near to it. */
const nearFootM = 0.25;

/** How the unit leans there: as it was read, or as the plan says of what it covers; undefined where nobody knows. */
function leanAt(
  plan: PlacePlan,
  spot: Spot,
  covers: Area,
  read: Stand["level"],
): { readonly lean: Lean; readonly from: "read" | "plan"; readonly fallsDeg?: number } | undefined {
  if (read !== undefined)
    return {
      lean: { alongDeg: Math.abs(read.alongDeg), acrossDeg: Math.abs(read.acrossDeg) },
      from: "read",
    };
  const slopes = marksOf(plan, "slope").filter(({ at }) => overlap(covers, at));
  if (slopes.length === 0 || slopes.some(({ slopeDeg }) => slopeDeg === null)) return undefined;
  const leans = slopes.map(({ slopeDeg, fallsDeg }) => {
    const deg = slopeDeg ?? 0;
    return fallsDeg === null ? { alongDeg: deg, acrossDeg: deg } : leanOn(deg, fallsDeg, spot.facingDeg);
  });
  const [only] = slopes;
  return {
    lean: {
      alongDeg: Math.max(...leans.map(({ alongDeg }) => alongDeg)),
      acrossDeg: Math.max(...leans.map(({ acrossDeg }) => acrossDeg)),
    },
    from: "plan",
    ...(slopes.length === 1 && only?.fallsDeg != null ? { fallsDeg: only.fallsDeg } : {}),
  };
}

/** Along and across against what the unit may stand on raised, and which way round would be better. */
export function slopeThere(sheet: Sheet, plan: PlacePlan, stand: Stand, covers: Area): readonly Sum[] {
  const may = mayLeanRaised(sheet);
  const found = leanAt(plan, stand.spot, covers, stand.level);
  if (found === undefined) {
    const drawn = marksOf(plan, "slope").find(({ at }) => overlap(covers, at));
    return [
      {
        topic: "slope",
        terms: [],
        verdict: "not_known",
        missing: ["level"],
        ...(drawn === undefined ? {} : { about: drawn.id }),
      },
    ];
  }
  const { lean, from, fallsDeg } = found;
  const sums = (["alongDeg", "acrossDeg"] as const).map((way): Sum => {
    const compared = { found: lean[way], limit: may[way], unit: "deg", must: "at_most" } as const;
    return {
      topic: "slope",
      terms: [
        term(way === "alongDeg" ? "along" : "across", lean[way], "deg", from),
        ...(may[way] === undefined ? [] : [term(may.by, may[way] ?? 0, "deg", "sheet")]),
      ],
      compared,
      verdict: verdictOf(compared),
      because: way === "alongDeg" ? "along" : "across",
      ...(may[way] === undefined
        ? { missing: [way === "alongDeg" ? "tilt_trip_along" : "tilt_trip_across"] }
        : {}),
    };
  });
  if (worst(sums) !== "beyond" || fallsDeg === undefined) return sums;
  const better = bestFacing(steepestOf(lean), fallsDeg, may);
  if (better === undefined || better.used > 1) return sums;
  const facing: Limit = { limit: "stand_facing", value: better.facingDeg, unit: "deg" };
  return sums.map((sum) => (sum.verdict === "beyond" ? { ...sum, limits: [facing] } : sum));
}

/** Which marks of weak floor a wheel or foot stands on. */
export const weakUnder = (sheet: Sheet, plan: PlacePlan, spot: Spot) => {
  const feet = supportsAt(sheet, worksOn(sheet), spot.at, spot.facingDeg);
  return marksOf(plan, "weak_floor").filter(({ at }) => feet.some((foot) => isNearer(foot, at, nearFootM)));
};

/** The largest reaction against what the floor carries, line by line on the plan. */
export function floorThere(sheet: Sheet, plan: PlacePlan, stand: Stand, carriedKg: number): readonly Sum[] {
  const on = worksOn(sheet);
  const { kg, terms, missing } = largestReaction(sheet, on, carriedKg);
  const against = (limit: number | null, about?: string): Sum => {
    const compared = { found: kg, limit: limit ?? undefined, unit: "kg", must: "at_most" } as const;
    const lacks = [...missing, ...(limit === null ? ["point_load"] : [])];
    return {
      topic: "floor",
      ...(about === undefined ? {} : { about }),
      terms,
      compared,
      verdict: verdictOf(compared),
      because: on,
      ...(lacks.length === 0 ? {} : { missing: lacks }),
    };
  };
  const weak = weakUnder(sheet, plan, stand.spot).map((mark): Sum => {
    const sum = against(mark.pointLoadKg, mark.id);
    if (sum.verdict === "within" || kg === undefined || (mark.what !== "duct" && mark.what !== "culvert"))
      return sum;
    // A foot over a duct may be carried across it by a mat that bears beside it.
    const span = spanM(kg, narrowestM(mark.at), matWidthM, bearsKpa[groundAt(plan, stand, [])]);
    return { ...sum, limits: [{ limit: "span", value: span, unit: "m", about: mark.id }] };
  });
  return [...(plan.floorPointLoadKg === undefined ? [] : [against(plan.floorPointLoadKg)]), ...weak];
}

/** The usual width of a mat under a foot, for the length of one over a duct. */
const matWidthM = 0.6;

/** The shorter side of the smallest upright rectangle round an area. */
function narrowestM(area: Area): number {
  const span = (of: "x" | "y") => Math.max(...area.map((p) => p[of])) - Math.min(...area.map((p) => p[of]));
  return Math.min(span("x"), span("y"));
}

/** What the unit stands on: of the marks it covers the softest, or what the plan says of the rest; and what was found, where that is softer or nothing is drawn. */
function groundAt(plan: PlacePlan, stand: Stand, covers: Area): Ground {
  const under = marksOf(plan, "ground").filter(({ at }) =>
    covers.length === 0 ? isWithin(stand.spot.at, at) : overlap(covers, at),
  );
  const drawn = under.length === 0 ? [plan.ground] : under.map(({ ground }) => ground);
  const known = drawn.filter((ground) => ground !== "not_known");
  // What nobody has drawn is as it was found.
  const all = stand.ground === undefined ? drawn : [...known, stand.ground];
  return grounds[Math.min(...all.map((ground) => grounds.indexOf(ground)))] ?? "not_known";
}

/** The pad or mat each foot or wheel needs on this ground; none on a made floor that bears more than the unit presses with. */
export function padsThere(
  sheet: Sheet,
  plan: PlacePlan,
  stand: Stand,
  covers: Area,
  carriedKg: number,
): readonly Sum[] {
  const on = worksOn(sheet);
  const ground = groundAt(plan, stand, covers);
  const kpa = bearsKpa[ground];
  const firm = ground === "concrete" || ground === "paved" || ground === "gravel_compacted";
  if (on === "wheels" && firm) return [];
  const { kg, terms, missing } = largestReaction(sheet, on, carriedKg);
  const bears = term("ground_bears", kpa, "kPa", ground === "not_known" ? "assumed" : "rule");
  if (kg === undefined)
    return [{ topic: "pads", terms: [bears], verdict: "not_known", missing, because: ground }];
  const own = on === "legs" ? figureOf(sheet, "floor_pressure") : undefined;
  if (own !== undefined && own <= kpa)
    return [
      {
        topic: "pads",
        terms,
        compared: { found: own, limit: kpa, unit: "kPa", must: "at_most" },
        verdict: "within",
        because: "own_pads",
      },
    ];
  const side = padSideM(kg, kpa);
  return [
    {
      topic: "pads",
      terms: [...terms, bears, term("pad_side", side, "m", "worked_out")],
      verdict: "limited",
      because: ground,
      limits: [
        { limit: "pads", value: side, unit: "m" },
        // What yields goes on yielding while the platform is up.
        ...(firm ? [] : [{ limit: "sunk" as const }]),
      ],
    },
  ];
}

/**
 * Legs that must be down above a height of the platform, where some work there is higher. Of a lift that has legs and whose sheet
 * leaves the height out they are down for any work.
 */
export function legsThere(sheet: Sheet, held: readonly { readonly floorM: number }[]): readonly Sum[] {
  const asked = figuresOf(sheet.family).includes("legs_needed_above");
  const above =
    figureOf(sheet, "legs_needed_above") ??
    (asked && fitOf(sheet, "outriggers") === "fitted" ? 0 : undefined);
  if (above === undefined || !mayHave(sheet, "outriggers") || held.length === 0) return [];
  const floorM = Math.max(...held.map((one) => one.floorM));
  const raised = floorM > above;
  return [
    {
      topic: "legs",
      terms: [
        term("floor", floorM, "m", "worked_out"),
        term(
          "legs_needed_above",
          above,
          "m",
          figureOf(sheet, "legs_needed_above") === undefined ? "assumed" : "sheet",
        ),
      ],
      verdict: raised ? "limited" : "within",
      ...(raised ? { limits: [{ limit: "legs_down", value: above, unit: "m" }] } : {}),
    },
  ];
}

/** How much of what it may lean a unit uses on a spot by the plan alone: 0 where the plan shows no slope. */
export function leanUsedAt(sheet: Sheet, plan: PlacePlan, spot: Spot, covers: Area): number {
  const found = leanAt(plan, spot, covers, undefined);
  const sloping = marksOf(plan, "slope").some(({ at }) => overlap(covers, at));
  if (found === undefined) return sloping ? Number.POSITIVE_INFINITY : 0;
  return leanUsed(found.lean, mayLeanRaised(sheet)) ?? Number.POSITIVE_INFINITY;
}
