import { mustBe, read, type Uncertain, workedOut } from "./uncertain";

/** How far a platform sank in a time, against the sheet's distance for its own time. Millimetres and minutes. */
export interface Drift {
  readonly heightBeforeMm: number;
  readonly heightAfterMm: number;
  readonly minutes: number;
}

const tapeMm = 3;

/** Distance dropped: height before less height after. Millimetres. */
export const dropped = ({ heightBeforeMm, heightAfterMm }: Omit<Drift, "minutes">): Uncertain =>
  workedOut((before, after) => before - after, [read(heightBeforeMm, tapeMm), read(heightAfterMm, tapeMm)]);

/** Millimetres a minute. */
export function driftRate(drift: Drift): Uncertain {
  mustBe(drift.minutes > 0, "a wait of more than 0 min", drift.minutes);
  const { value, plusMinus } = dropped(drift);
  return { value: value / drift.minutes, plusMinus: plusMinus / drift.minutes };
}

/**
 * What it would have sunk in the sheet's own time, by the rate seen: a leak past a seal goes on evenly while the load
 * stays. Never from a shorter wait than half the sheet's, where a tape's error would be the larger part.
 */
export function driftInSheetTime(drift: Drift, sheetMinutes: number): Uncertain {
  mustBe(drift.minutes >= sheetMinutes / 2, `a wait of at least ${sheetMinutes / 2} min`, drift.minutes);
  const { value, plusMinus } = driftRate(drift);
  return { value: value * sheetMinutes, plusMinus: plusMinus * sheetMinutes };
}

/** Seconds for the whole way, by those that a part of it took, from 0 to 1: what meters the oil does so evenly. */
export function wholeWayS(tookS: number, part: number): number {
  mustBe(tookS > 0, "a time of more than 0 s", tookS);
  mustBe(part > 0 && part <= 1, "a part of the travel from 0 to 1", part);
  return tookS / part;
}

/** A way down on the emergency pump, in one run or several. */
export interface PumpDuty {
  /** Seconds from the first hold to fully down, rests included. */
  readonly seconds: number;
  readonly runs: number;
  readonly fitsOneRun: boolean;
}

/**
 * How long the emergency pump needs to bring it down from full height, with its rests: the time it took over a part of
 * the travel, for all of it, cut into its longest runs. Seconds; `part` of full travel that was lowered, from 0 to 1.
 */
export function pumpDown({
  tookS,
  part,
  longestRunS,
  restS,
}: {
  readonly tookS: number;
  readonly part: number;
  readonly longestRunS: number;
  readonly restS: number;
}): PumpDuty {
  const wholeS = wholeWayS(tookS, part);
  mustBe(longestRunS > 0, "a longest run of more than 0 s", longestRunS);
  const runs = Math.ceil(wholeS / longestRunS - 1e-9);
  return { seconds: wholeS + (runs - 1) * restS, runs, fitsOneRun: runs === 1 };
}
