import type { Quantity } from "../vocabulary/believable";

/**
 * The quantities that are followed over the months, each with one standard deviation of reading it twice on the same machine, in
 * the unit of its check: a paced tape, a kerb-side gauge, a meter's last digit. What a day's work uses up (fuel) or the driver
 * chooses (speed) shows nothing of the machine.
 */
export const readingNoise: Partial<Readonly<Record<Quantity, number>>> = {
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
