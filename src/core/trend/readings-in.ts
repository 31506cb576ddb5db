import { type CheckKey, measureOf } from "../catalogue/catalogue";
import { loweringTimeS } from "../measure/way-down";
import type { InspectionEvent } from "../record/events";
import { reduce } from "../record/reduce";
import { isBelievable } from "../vocabulary/believable";

/** A reading a walk took, that is followed over the months. */
export interface ReadingTaken {
  readonly check: CheckKey;
  /** In the unit of its check. */
  readonly value: number;
}

/**
 * What a walk read, one for each check: of several the worst, as its grade has it; and how long a way down took that was timed.
 * Hours are read for the clocks and are no trend; what `counts` says no to could not be graded and is no reading.
 */
export function readingsIn(
  events: readonly InspectionEvent[],
  counts: (check: CheckKey) => boolean,
): readonly ReadingTaken[] {
  const { given, madeOn } = reduce(events);
  return [...given].flatMap(([check, answers]) => {
    const on = madeOn.get(check);
    const seconds = on && counts(check) ? loweringTimeS(check.split("@")[0] ?? "", on) : undefined;
    if (seconds !== undefined) return [{ check, value: seconds }];
    const measure = measureOf(check);
    if (measure === undefined || measure.quantity === "hours" || !counts(check)) return [];
    const read = answers
      .flatMap((one) => (one.type === "measured" ? [{ check, value: one.value }] : []))
      .filter(({ value }) => isBelievable(measure.quantity, value))
      .sort((a, b) => (measure.sense === "at_most" ? b.value - a.value : a.value - b.value));
    return read.slice(0, 1);
  });
}
