import type { Ground } from "./place-plan";

/** One newton for each kilogram, roughly: the standard acceleration of fall, m/s². */
const gravity = 9.80665;

/**
 * What ground bears under a pad, in kPa: the low end of the values presumed for its kind (BS 8004, table 1: soft clay and silt below
 * 75, loose sand and gravel below 100, firm clay 75 to 150, medium dense gravel 200 to 600), and for paving and concrete on a sound bed no more than
 * compacted gravel, since nobody sees the bed. Ground nobody has told of counts as soft.
 */
export const bearsKpa = {
  not_known: 25,
  soft: 25,
  loose: 50,
  firm_soil: 75,
  gravel_compacted: 200,
  paved: 200,
  concrete: 200,
} as const satisfies Record<Ground, number>;

/** The side of a square pad under a reaction: pressure is weight over area, so side = √(weight g / pressure). kg and kPa in, m out. */
export const padSideM = (reactionKg: number, kpa: number): number =>
  Math.sqrt((reactionKg * gravity) / 1000 / kpa);

/**
 * How long a stiff mat must be to carry a foot across a duct without touching what covers it: the duct's width, and at each end as much as bears half
 * of the reaction on a mat of this width. kg, m, m and kPa in, m out.
 */
export function spanM(reactionKg: number, ductM: number, matWidthM: number, kpa: number): number {
  const halfKn = (reactionKg * gravity) / 2000;
  return ductM + 2 * (halfKn / (kpa * matWidthM));
}
