import { type Counted, hoursAt } from "./hours";

const dayMs = 86_400_000;
const weekMs = 7 * dayMs;

/** Weeks of use that are looked back on: a season, so that last winter does not date this spring's service. */
const weeksBack = 12;
const fewestWeeks = 3;

/** How a machine is used, by whole weeks: shifts, weekends and days off are then in each of them. */
export interface Usage {
  readonly hoursPerWeek: number;
  /** Standard deviation from week to week, hours. */
  readonly spread: number;
  /** How fast use grows or falls, hours a week more each week: the slope of the line through the weeks, whichever way it goes. */
  readonly drift: number;
  readonly weeks: number;
}

/** Use over the last weeks before the last reading; undefined before there are enough of them. */
export function usageOf(counted: readonly Counted[]): Usage | undefined {
  const [first, last] = [counted[0], counted.at(-1)];
  if (first === undefined || last === undefined) return undefined;
  const weeks = Math.min(weeksBack, Math.floor((last.atMs - first.atMs) / weekMs));
  if (weeks < fewestWeeks) return undefined;
  const ran = Array.from({ length: weeks }, (_, i) => {
    const end = last.atMs - i * weekMs;
    return (hoursAt(counted, end) ?? 0) - (hoursAt(counted, end - weekMs) ?? 0);
  });
  const mean = ran.reduce((sum, one) => sum + one, 0) / weeks;
  const variance = ran.reduce((sum, one) => sum + (one - mean) ** 2, 0) / (weeks - 1);
  const middle = (weeks - 1) / 2;
  const slope =
    ran.reduce((sum, one, i) => sum + (i - middle) * (one - mean), 0) /
    ran.reduce((sum, _, i) => sum + (i - middle) ** 2, 0);
  return { hoursPerWeek: mean, spread: Math.sqrt(variance), drift: Math.abs(slope), weeks };
}

/** When a limit of hours will be met: most likely, and between which days nine times in ten. */
export interface Projection {
  readonly earliestMs: number;
  readonly likelyMs: number;
  /** None where it may never be met at this use. */
  readonly latestMs: number | undefined;
}

/** Of a normal distribution, five in a hundred lie beyond so many standard deviations on one side. */
const oneInTwenty = 1.645;

/**
 * The days on which a limit will be met by the use there was. After w weeks a machine used h hours a week, give or take s,
 * has run hw, give or take s√w and, since h is itself known only to s/√n from n weeks, sw/√n. Use may also go on changing as it
 * has, or turn: a drift of d a week is n/2 weeks old where h is from, and has come to d(nw/2 + w²/2) after w weeks. The earliest
 * and the latest week solve hw ± (1.645 √(s²w + s²w²/n) + d(nw + w²)/2) = hours left. Undefined where it is not used.
 */
export function metOn(
  { hoursPerWeek, spread, drift, weeks }: Usage,
  hoursLeft: number,
  fromMs: number,
): Projection | undefined {
  if (hoursLeft <= 0) return { earliestMs: fromMs, likelyMs: fromMs, latestMs: fromMs };
  if (hoursPerWeek <= 0) return undefined;
  const off = (w: number) =>
    oneInTwenty * spread * Math.sqrt(w + (w * w) / weeks) + (drift * (weeks * w + w * w)) / 2;
  const earliest = weekWhen((w) => hoursPerWeek * w + off(w) >= hoursLeft);
  const latest = weekWhen((w) => hoursPerWeek * w - off(w) >= hoursLeft);
  return {
    earliestMs: fromMs + (earliest ?? 0) * weekMs,
    likelyMs: fromMs + (hoursLeft / hoursPerWeek) * weekMs,
    latestMs: latest === undefined ? undefined : fromMs + latest * weekMs,
  };
}

/** Ten years: further ahead nobody plans. */
const furthestWeeks = 520;

/** The first week, to a tenth of a day, in which something holds that goes on holding; undefined where it never does. */
function weekWhen(holds: (week: number) => boolean): number | undefined {
  let [low, high] = [0, furthestWeeks];
  if (!holds(high)) return undefined;
  while (high - low > 0.014) {
    const middle = (low + high) / 2;
    if (holds(middle)) high = middle;
    else low = middle;
  }
  return high;
}

/** A meter that stands still while the machine is inspected day after day wants looking at. */
const stillForMs = 21 * dayMs;
const stillReadings = 10;

/** Whether the meter has stood still for so long, over so many readings, that it may be dead. */
export function mayBeDead(counted: readonly Counted[]): boolean {
  const last = counted.at(-1);
  if (last === undefined) return false;
  const same = counted.filter((one) => one.machineHours >= last.machineHours - 0.5);
  const [first] = same;
  return first !== undefined && same.length >= stillReadings && last.atMs - first.atMs >= stillForMs;
}
