import { figureOf } from "../sheet/read";
import type { Sheet } from "../sheet/sheet";
import type { FigureId } from "../vocabulary/figures";
import type { How, Input } from "./methods";
import { degreesOfPercent, type RampFit, rampFit, slopeDegrees, turnedAround } from "./slope";
import { type BlockFor, blockFor, tiltOnBlock, type Under } from "./tilt-block";
import type { Uncertain } from "./uncertain";

const mm = (id: string): Input => ({ id, unit: "mm" });

/** The ways to say what a test was made on: a slope as it is told, or a block under the wheels of one side or one end. */
const inputs = {
  percent: [{ id: "percent", unit: "%" }],
  degrees: [{ id: "degrees", unit: "deg" }],
  one_in: [{ id: "n", unit: "count" }],
  rise_over_run: [mm("riseMm"), mm("runMm")],
  rise_over_length: [mm("riseMm"), mm("lengthMm")],
  turned_around: [
    { id: "firstDegrees", unit: "deg" },
    { id: "secondDegrees", unit: "deg" },
  ],
  block_one_side: [mm("blockMm")],
  block_one_end: [mm("blockMm")],
} as const satisfies Record<string, readonly Input[]>;

export type MadeOnWay = keyof typeof inputs;
export const isMadeOnWay = (id: string): id is MadeOnWay => id in inputs;
export const inputsOfWay = (way: MadeOnWay): readonly Input[] => inputs[way];

/** Between which slopes a test shows anything, in degrees. */
export interface Between {
  readonly least?: number | undefined;
  readonly most?: number | undefined;
}

/**
 * Tests that only show something on the right slope: a brake that holds on a ramp too gentle for it, or a tilt alarm on a
 * block too low, has proven nothing. By check and by what it was made on; the figures are the sheet's.
 */
function betweenFor(sheet: Sheet, check: string, way: MadeOnWay): Between | undefined {
  const degrees = (id: FigureId) => figureOf(sheet, id);
  const percent = (id: FigureId) => {
    const value = figureOf(sheet, id);
    return value === undefined ? undefined : degreesOfPercent(value);
  };
  const isBlock = way === "block_one_side" || way === "block_one_end";
  switch (check) {
    case "drive.brake_hold":
      return isBlock ? undefined : { least: percent("brake_hold_grade"), most: percent("climbable_grade") };
    case "tilt.alarm":
      // Driven up a ramp it is tilted along its length.
      return way === "block_one_side"
        ? { least: degrees("tilt_trip_across"), most: percent("side_slope") }
        : { least: degrees("tilt_trip_along"), most: percent("climbable_grade") };
    case "ground.legs_level":
      return isBlock ? undefined : { most: degrees("legs_level_slope") };
    default:
      return undefined;
  }
}

const baseOf: Partial<Record<MadeOnWay, FigureId>> = { block_one_side: "track", block_one_end: "wheelbase" };

/** The ways to say what a check was made on, on a machine whose sheet says what it must be; none for any other check. */
export function waysToSay(sheet: Sheet, check: string): readonly MadeOnWay[] {
  return (Object.keys(inputs) as MadeOnWay[]).filter((way) => {
    const between = betweenFor(sheet, check, way);
    if (between === undefined || (between.least === undefined && between.most === undefined)) return false;
    const base = baseOf[way];
    return base === undefined || figureOf(sheet, base) !== undefined;
  });
}

/** What a test was made on, and how that serves it. Slope in degrees. */
export interface MadeOn {
  readonly slope: Uncertain;
  readonly fit: RampFit;
  /** Too gentle or too steep: whatever the test came to, it has shown nothing. */
  readonly showsNothing: boolean;
}

/** The slope in degrees that was measured. Throws a RangeError for what cannot be one. */
function slopeFrom(sheet: Sheet, way: MadeOnWay, read: Readonly<Record<string, number>>): Uncertain {
  const of = (id: string) => read[id] ?? Number.NaN;
  switch (way) {
    case "percent":
      return slopeDegrees({ by: "percent", percent: of("percent") });
    case "degrees":
      return slopeDegrees({ by: "degrees", degrees: of("degrees") });
    case "one_in":
      return slopeDegrees({ by: "one_in", n: of("n") });
    case "rise_over_run":
      return slopeDegrees({ by: "rise_over_run", riseMm: of("riseMm"), runMm: of("runMm") });
    case "rise_over_length":
      return slopeDegrees({ by: "rise_over_length", riseMm: of("riseMm"), lengthMm: of("lengthMm") });
    case "turned_around":
      return turned(of("firstDegrees"), of("secondDegrees"));
    default:
      return tiltOnBlock(of("blockMm"), figureOf(sheet, baseOf[way] ?? "track") ?? Number.NaN);
  }
}

/** Turned end for end a level leans the other way: people read both without a sign. */
const turned = (first: number, second: number): Uncertain => turnedAround(Math.abs(first), -Math.abs(second));

/** Undefined where it is no such test, or what was read is no slope. */
export function madeOn(sheet: Sheet, check: string, { method, inputs: read }: How): MadeOn | undefined {
  const way = waysToSay(sheet, check).find((one) => one === method);
  const between = way === undefined ? undefined : betweenFor(sheet, check, way);
  if (way === undefined || between === undefined) return undefined;
  try {
    const slope = slopeFrom(sheet, way, read);
    if (!Number.isFinite(slope.value)) return undefined;
    const fit = rampFit(slope, between);
    return { slope, fit, showsNothing: fit === "not_steep_enough" || fit === "too_steep" };
  } catch {
    return undefined;
  }
}

/** Whether a test made on this has shown nothing, whatever it came to. */
export const showsNothing = (sheet: Sheet, check: string, how: How): boolean =>
  madeOn(sheet, check, how)?.showsNothing === true;

/** Whether by another sheet the test would count where by this one it shows nothing: on a gentler or steeper slope, or a lower block. */
export function isGentler(before: Sheet, after: Sheet, check: string): boolean {
  return waysToSay(before, check).some((way) => {
    const [was, is] = [betweenFor(before, check, way), betweenFor(after, check, way)];
    const [base, newBase] = [figureOf(before, baseOf[way]), figureOf(after, baseOf[way])];
    const least = was?.least !== undefined && (is?.least === undefined || is.least < was.least);
    const most = was?.most !== undefined && (is?.most === undefined || is.most > was.most);
    // On a shorter base the same block counts for more.
    const shorter = base !== undefined && newBase !== undefined && newBase < base;
    return least || most || shorter;
  });
}

/** The slopes on which a test shows something, degrees. */
export function slopesFor(sheet: Sheet, check: string): Between | undefined {
  return waysToSay(sheet, check).includes("percent") ? betweenFor(sheet, check, "percent") : undefined;
}

/** Which block under which wheels trips the tilt sensor and leaves the machine standing, by track and by wheelbase. */
export function blocksFor(sheet: Sheet, check: string): readonly BlockFor[] {
  return waysToSay(sheet, check).flatMap((way) => {
    const base = figureOf(sheet, baseOf[way]);
    const between = betweenFor(sheet, check, way);
    if (base === undefined || between?.least === undefined) return [];
    const under: Under = way === "block_one_side" ? "one_side" : "one_end";
    const block = blockFor({ under, baseM: base, tripDegrees: between.least, stableDegrees: between.most });
    return block.mostMm !== undefined && block.mostMm < block.leastMm ? [] : [block];
  });
}
