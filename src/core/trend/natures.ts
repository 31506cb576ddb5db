import { type CheckKey, measureOf } from "../catalogue/catalogue";
import type { Measure } from "../catalogue/types";
import { isWayDown } from "../measure/way-down";
import type { Quantity } from "../vocabulary/believable";
import type { FigureUnit } from "../vocabulary/figures";
import type { Nature } from "./level";

/**
 * The quantities that are followed over the months, each with one standard deviation of reading it twice on the same machine, in
 * the unit of its check: a paced tape, a kerb-side gauge, a meter's last digit. What a day's work uses up (fuel) or the driver
 * chooses (speed) shows nothing of the machine.
 */
const readingNoise: Partial<Readonly<Record<Quantity, number>>> = {
  stopping_distance: 0.03,
  speed_ratio: 0.01,
  drift: 2,
  oil_height: 3,
  rest_voltage: 0.1,
  coolant_height: 3,
  tyre_pressure: 8,
  tread: 0.5,
  ground_clearance: 2,
};

/** One standard deviation of timing the same way down twice: a watch in the hand, and a part of the way told by eye. */
const loweringNoiseS = 2;

/** What is followed of a check over the months. */
export interface FollowedNature extends Nature {
  readonly unit: FigureUnit;
  /** Undefined for what is timed beside a test, which has no limit. */
  readonly measure: Measure | undefined;
}

/** What is followed of a check; undefined for one that reads nothing, or nothing of the machine. */
export function natureOf(check: CheckKey): FollowedNature | undefined {
  const measure = measureOf(check);
  const noise = measure && readingNoise[measure.quantity];
  if (measure !== undefined && noise !== undefined)
    return { unit: measure.unit, sense: measure.sense, noise, measure };
  // Slower, the pump is weak or the valve clogged; faster, what meters the oil is worn or gone.
  return isWayDown(check.split("@")[0] ?? "")
    ? { unit: "s", sense: "either", noise: loweringNoiseS, measure: undefined }
    : undefined;
}
