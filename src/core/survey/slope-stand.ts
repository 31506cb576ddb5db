import { degreesOfPercent } from "../measure/slope";
import { figureOf, mayHave } from "../sheet/read";
import type { Sheet } from "../sheet/sheet";

const radians = (degrees: number): number => (degrees * Math.PI) / 180;
const degrees = (rad: number): number => (rad * 180) / Math.PI;

/** How a unit leans on a slope: along its length and across, in degrees, without sign. */
export interface Lean {
  readonly alongDeg: number;
  readonly acrossDeg: number;
}

/**
 * How a unit leans that faces a direction on ground that falls in another. The rise along any direction of a plane is its steepest
 * rise by the cosine of the angle between: tan(along) = tan(slope) cos(angle), tan(across) = tan(slope) sin(angle).
 */
export function leanOn(slopeDeg: number, fallsDeg: number, facingDeg: number): Lean {
  const angle = radians(facingDeg - fallsDeg);
  const steep = Math.tan(radians(slopeDeg));
  return {
    alongDeg: degrees(Math.atan(Math.abs(steep * Math.cos(angle)))),
    acrossDeg: degrees(Math.atan(Math.abs(steep * Math.sin(angle)))),
  };
}

/** The whole slope of ground that is so steep along and across: tan² = tan² along + tan² across. Degrees. */
export const steepestOf = ({ alongDeg, acrossDeg }: Lean): number =>
  degrees(Math.atan(Math.hypot(Math.tan(radians(alongDeg)), Math.tan(radians(acrossDeg)))));

/** What a unit may lean. Degrees; undefined where its sheet does not say. */
export interface MayLean {
  /** Raised: what its tilt sensor trips at, or on legs what they level. */
  readonly by: "tilt_trip" | "legs";
  readonly alongDeg: number | undefined;
  readonly acrossDeg: number | undefined;
}

/** What a unit of this sheet may stand on to be raised. Legs that may be there and whose figure is missing level nothing. */
export function mayLeanRaised(sheet: Sheet): MayLean {
  const legs = figureOf(sheet, "legs_level_slope");
  if (mayHave(sheet, "outriggers") && legs !== undefined)
    return { by: "legs", alongDeg: legs, acrossDeg: legs };
  return {
    by: "tilt_trip",
    alongDeg: figureOf(sheet, "tilt_trip_along"),
    acrossDeg: figureOf(sheet, "tilt_trip_across"),
  };
}

/** What a unit of this sheet may drive on, lowered, in degrees. */
export function mayLeanDriving(sheet: Sheet): Omit<MayLean, "by"> {
  const asDegrees = (percent: number | undefined) =>
    percent === undefined ? undefined : degreesOfPercent(percent);
  const pushed = figureOf(sheet, "push_slope");
  if (sheet.family === "push_around_mast") return { alongDeg: pushed, acrossDeg: pushed };
  return {
    alongDeg: asDegrees(figureOf(sheet, "climbable_grade")),
    acrossDeg: asDegrees(figureOf(sheet, "side_slope")),
  };
}

/** How much of what it may lean is used, the worse of both ways; undefined where a figure is missing. 1 is all. */
export function leanUsed(lean: Lean, may: Omit<MayLean, "by">): number | undefined {
  if (may.alongDeg === undefined || may.acrossDeg === undefined) return undefined;
  const used = (is: number, limit: number) =>
    limit > 0 ? is / limit : is > 0 ? Number.POSITIVE_INFINITY : 0;
  return Math.max(used(lean.alongDeg, may.alongDeg), used(lean.acrossDeg, may.acrossDeg));
}

/** Straight up the slope, straight down, and straight across it: nobody stands or drives aslant (field guide, section 16). */
const straight = [180, 0, 90, 270] as const;

/**
 * Which way round a unit stands best on ground that falls in a direction: of the straight ones that which uses least of what it
 * may lean, up the slope where several do. Undefined where the sheet does not say what it may lean.
 */
export function bestFacing(
  slopeDeg: number,
  fallsDeg: number,
  may: Omit<MayLean, "by">,
): { readonly facingDeg: number; readonly used: number } | undefined {
  let best: { readonly facingDeg: number; readonly used: number } | undefined;
  for (const turnedDeg of straight) {
    const facingDeg = (fallsDeg + turnedDeg) % 360;
    const used = leanUsed(leanOn(slopeDeg, fallsDeg, facingDeg), may);
    if (used === undefined) return undefined;
    if (best === undefined || used < best.used - 1e-9) best = { facingDeg, used };
  }
  return best;
}
