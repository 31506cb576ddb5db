import { type FigureId, figures } from "../vocabulary/figures";
import { mustBe, read, type Uncertain, workedOut } from "./uncertain";

/** The ways a slope is told: degrees, per cent, one in so many, or rise over run or over the ramp's own length. */
export type SlopeGiven =
  | { readonly by: "degrees"; readonly degrees: number }
  | { readonly by: "percent"; readonly percent: number }
  | { readonly by: "one_in"; readonly n: number }
  /** Run is level, as a level and a tape give it. */
  | { readonly by: "rise_over_run"; readonly riseMm: number; readonly runMm: number }
  /** The tape lies on the ramp. */
  | { readonly by: "rise_over_length"; readonly riseMm: number; readonly lengthMm: number };

/** How closely each is read: a phone or level to a fifth of a degree, a tape to 5 mm. */
export const readTo = { degrees: 0.2, percent: 0.4, mm: 5 } as const;

const degreesOf = (radians: number): number => (radians * 180) / Math.PI;
const radiansOf = (degrees: number): number => (degrees * Math.PI) / 180;

/** tan(angle) = rise / run; per cent is a hundred times that. Per cent in, degrees out. */
export const degreesOfPercent = (percent: number): number => degreesOf(Math.atan(percent / 100));
export const percentOfDegrees = (degrees: number): number => 100 * Math.tan(radiansOf(degrees));
/** One in n: n along for one up, so a hundred over n per cent. */
export const oneIn = (percent: number): number => 100 / percent;

/** Figures of a sheet that are slopes, some told in per cent and some in degrees. */
const slopes: ReadonlySet<FigureId> = new Set([
  "climbable_grade",
  "brake_hold_grade",
  "side_slope",
  "push_slope",
  "legs_level_slope",
  "tilt_trip_along",
  "tilt_trip_across",
]);

/** A slope of a sheet in the other of the two units it is told in; undefined for any other figure. */
export function otherWay(
  id: FigureId,
  value: number,
): { readonly value: number; readonly unit: "%" | "deg" } | undefined {
  if (!slopes.has(id)) return undefined;
  return figures[id] === "%"
    ? { value: degreesOfPercent(value), unit: "deg" }
    : { value: percentOfDegrees(value), unit: "%" };
}

/**
 * A slope in degrees, however it was told. tan(angle) = rise / run over a level run, sin(angle) = rise / length over the
 * ramp itself (the right-angled triangle). Throws a RangeError for a length of nothing, or a rise longer than its ramp.
 */
export function slopeDegrees(given: SlopeGiven): Uncertain {
  switch (given.by) {
    case "degrees":
      mustBe(Math.abs(given.degrees) < 45, "a slope of less than 45°", given.degrees);
      return read(given.degrees, readTo.degrees);
    case "percent":
      mustBe(Math.abs(given.percent) < 100, "a slope of less than 100 %", given.percent);
      return workedOut(degreesOfPercent, [read(given.percent, readTo.percent)]);
    case "one_in":
      mustBe(given.n > 1, "one in more than 1", given.n);
      // Told to a whole number it is read to half of one, told to a tenth to half of that.
      return workedOut(
        (n) => degreesOfPercent(100 / n),
        [read(given.n, Number.isInteger(given.n) ? 0.5 : 0.05)],
      );
    case "rise_over_run":
      mustBe(given.runMm > 0, "a run of more than 0 mm", given.runMm);
      return workedOut(
        (rise, run) => degreesOf(Math.atan2(rise, run)),
        [read(given.riseMm, readTo.mm), read(given.runMm, readTo.mm)],
      );
    case "rise_over_length":
      mustBe(given.lengthMm > Math.abs(given.riseMm), "a ramp longer than its rise", given.lengthMm);
      return workedOut(
        (rise, length) => degreesOf(Math.asin(Math.max(-1, Math.min(1, rise / length)))),
        [read(given.riseMm, readTo.mm), read(given.lengthMm, readTo.mm)],
      );
  }
}

/**
 * Two readings of a level, the second with the level turned end for end: half their difference is the slope, since what
 * the level itself is off counts once for and once against. Degrees.
 */
export const turnedAround = (first: number, second: number): Uncertain =>
  workedOut((a, b) => (a - b) / 2, [read(first, readTo.degrees), read(second, readTo.degrees)]);

/** What is wrong with a ramp for a test, or nothing. */
export type RampFit = "fits" | "not_steep_enough" | "too_steep" | "too_close_to_tell";

/** Whether a ramp is at least so steep and at most so steep, both in degrees; a side that is not known is not asked. */
export function rampFit(
  slope: Uncertain,
  { least, most }: { readonly least?: number | undefined; readonly most?: number | undefined },
): RampFit {
  const { value, plusMinus } = slope;
  if (least !== undefined && value + plusMinus < least) return "not_steep_enough";
  if (most !== undefined && value - plusMinus > most) return "too_steep";
  const certain =
    (least === undefined || value - plusMinus >= least) && (most === undefined || value + plusMinus <= most);
  return certain ? "fits" : "too_close_to_tell";
}

/**
 * Which slopes serve the brake and the tilt lamp in one visit: steep enough for both, and no steeper than the machine
 * climbs. Degrees; undefined where no one ramp does.
 */
export function oneRampFor({
  brakeHoldPercent,
  climbablePercent,
  tiltTripDegrees,
}: {
  readonly brakeHoldPercent: number;
  readonly climbablePercent: number;
  readonly tiltTripDegrees: number;
}): { readonly least: number; readonly most: number } | undefined {
  const least = Math.max(degreesOfPercent(brakeHoldPercent), tiltTripDegrees);
  const most = degreesOfPercent(climbablePercent);
  return least < most ? { least, most } : undefined;
}
