import type { FigureUnit } from "./figures";

type Range = readonly [least: number, most: number];

/** What is measured on a walk. */
export const quantities = [
  "drive_speed",
  "speed_ratio",
  "drift",
  "oil_height",
  "stopping_distance",
  "rest_voltage",
  "coolant_height",
  "fuel",
  "tyre_pressure",
  "tread",
  "hours",
  "ground_clearance",
] as const;
export type Quantity = (typeof quantities)[number];

/**
 * What a reading and a limit of each quantity can be on any aerial lift, in the stored unit of its check. Beyond it
 * the reading is asked again: it is a slip of the finger, or not that quantity. Wide on purpose: what differs from
 * machine to machine is the sheet's limit, never this.
 */
const ranges: Readonly<Record<Quantity, { readonly reading: Range; readonly limit: Range }>> = {
  drive_speed: { reading: [0, 10], limit: [0.05, 10] },
  speed_ratio: { reading: [0, 2], limit: [0.01, 1] },
  drift: { reading: [0, 3_000], limit: [1, 300] },
  oil_height: { reading: [0, 1_500], limit: [1, 1_500] },
  stopping_distance: { reading: [0, 30], limit: [0.1, 10] },
  rest_voltage: { reading: [0, 120], limit: [1, 120] },
  coolant_height: { reading: [0, 1_000], limit: [1, 1_000] },
  fuel: { reading: [0, 100], limit: [1, 100] },
  tyre_pressure: { reading: [0, 1_200], limit: [20, 1_200] },
  tread: { reading: [0, 100], limit: [0.5, 100] },
  hours: { reading: [0, 100_000], limit: [0, 100_000] },
  ground_clearance: { reading: [0, 300], limit: [1, 150] },
};

const within = (value: number, [least, most]: Range) =>
  Number.isFinite(value) && value >= least && value <= most;

/** Whether a reading of this quantity can be one at all. */
export const isBelievable = (quantity: Quantity, value: number): boolean =>
  within(value, ranges[quantity].reading);

/** Whether a limit of this quantity, read off a plate or typed into a sheet, can be one at all. */
export const isBelievableLimit = (quantity: Quantity, value: number): boolean =>
  within(value, ranges[quantity].limit);

/** The same for any figure of a sheet, by its stored unit. */
export const figureRange: Readonly<Record<FigureUnit, Range>> = {
  kg: [0, 80_000],
  count: [0, 1_000],
  N: [0, 500_000],
  "m/s": [0, 60],
  "%": [0, 100],
  deg: [0, 180],
  s: [0, 3_600],
  min: [0, 1_440],
  h: [0, 50_000],
  months: [0, 600],
  m: [0, 120],
  mm: [0, 5_000],
  kPa: [0, 5_000],
  degC: [-60, 150],
  V: [0, 1_000],
  ratio: [0, 2],
};

export const isBelievableFigure = (unit: FigureUnit, value: number): boolean =>
  within(value, figureRange[unit]);
