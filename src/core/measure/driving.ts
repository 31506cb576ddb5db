import { mustBe, read, type Uncertain, workedOut } from "./uncertain";

/** A hand on a stopwatch, starting and stopping together; a tape over some metres; a pace of somebody who paces. */
export const watchS = 0.3;
export const tapeM = 0.02;
const pacePart = 0.1;

/** Speed over a measured length: length over time. Metres a second. */
export function speedOver(lengthM: number, timeS: number): Uncertain {
  mustBe(lengthM > 0, "a length of more than 0 m", lengthM);
  mustBe(timeS > 0, "a time of more than 0 s", timeS);
  return workedOut((length, time) => length / time, [read(lengthM, tapeM), read(timeS, watchS)]);
}

/** One timed run. */
export interface Run {
  readonly lengthM: number;
  readonly timeS: number;
}

/**
 * Raised speed as a part of lowered speed: each its length over its time. Over one and the same length that is time
 * lowered over time raised, and the length falls out with its error.
 */
export function speedRatio(lowered: Run, raised: Run): Uncertain {
  for (const { lengthM, timeS } of [lowered, raised]) {
    mustBe(lengthM > 0, "a length of more than 0 m", lengthM);
    mustBe(timeS > 0, "a time of more than 0 s", timeS);
  }
  const times = [read(lowered.timeS, watchS), read(raised.timeS, watchS)];
  if (lowered.lengthM === raised.lengthM) return workedOut((low, high) => low / high, times);
  return workedOut(
    (low, high, lengthLow, lengthHigh) => lengthHigh / high / (lengthLow / low),
    [...times, read(lowered.lengthM, tapeM), read(raised.lengthM, tapeM)],
  );
}

/** The shortest length over which a ratio is told to within so much of itself, at these speeds: metres. */
export function lengthForRatio(speedLoweredMs: number, ratio: number, part: number): number {
  mustBe(speedLoweredMs > 0 && ratio > 0 && part > 0, "speeds and a part of more than 0", ratio);
  // (watch/t1)² + (watch/t2)² = part², with t1 = L/v and t2 = L/(ratio v).
  return (watchS * speedLoweredMs * Math.hypot(1, ratio)) / part;
}

/** How a stopping distance was told. */
export type Stopped =
  | { readonly by: "tape"; readonly metres: number }
  | { readonly by: "paces"; readonly paces: number; readonly paceM: number }
  /** A chalk mark on the tyre: turns and parts of one. */
  | { readonly by: "wheel_turns"; readonly turns: number; readonly wheelDiameterM: number };

/** Metres it ran on after it was let go: taped, paced, or turns times the circumference (pi times the diameter). */
export function stoppingDistance(stopped: Stopped): Uncertain {
  switch (stopped.by) {
    case "tape":
      mustBe(stopped.metres >= 0, "0 m or more", stopped.metres);
      return read(stopped.metres, 0.05);
    case "paces":
      mustBe(stopped.paces >= 0 && stopped.paceM > 0, "0 paces or more", stopped.paces);
      return workedOut(
        (paces, pace) => paces * pace,
        [read(stopped.paces, 0.5), read(stopped.paceM, stopped.paceM * pacePart)],
      );
    case "wheel_turns":
      mustBe(stopped.turns >= 0 && stopped.wheelDiameterM > 0, "0 turns or more", stopped.turns);
      return workedOut(
        (turns, diameter) => turns * Math.PI * diameter,
        [read(stopped.turns, 0.1), read(stopped.wheelDiameterM, 0.01)],
      );
  }
}
