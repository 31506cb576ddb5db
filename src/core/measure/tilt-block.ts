import { mustBe, read, type Uncertain, workedOut } from "./uncertain";

const radians = Math.PI / 180;

/** Room on either side: a sensor trips within so much of its figure, a tyre gives, a block is sawn to a few millimetres. */
export const sensorPlusMinusDegrees = 0.3;
const tyreGivesMm = 5;

/** Which wheels go on the block: those of one side for a tilt across, of one end for a tilt along. */
export type Under = "one_side" | "one_end";

export interface BlockFor {
  readonly under: Under;
  /** Distance between the wheels that stay down and those on the block, millimetres: track or wheelbase. */
  readonly baseMm: number;
  /** Lowest block that surely trips the sensor; highest that stays below the stability figure, where there is one. */
  readonly leastMm: number;
  readonly mostMm: number | undefined;
}

/**
 * Height of block that tilts a rigid chassis by an angle: the wheels on it rise by h while their distance b to the wheels
 * that stay down does not change, so sin(angle) = h / b. Millimetres for millimetres and degrees.
 */
export const blockHeightMm = (baseMm: number, degrees: number): number =>
  baseMm * Math.sin(degrees * radians);

/**
 * Which block trips the tilt sensor for sure and stays below what the machine may stand on. Throws a RangeError where
 * the base is nothing. `mostMm` below `leastMm`: no block does both.
 */
export function blockFor({
  under,
  baseM,
  tripDegrees,
  stableDegrees,
}: {
  readonly under: Under;
  readonly baseM: number;
  readonly tripDegrees: number;
  readonly stableDegrees?: number | undefined;
}): BlockFor {
  mustBe(baseM > 0, "a track or wheelbase of more than 0 m", baseM);
  const baseMm = baseM * 1000;
  return {
    under,
    baseMm,
    leastMm: Math.ceil(blockHeightMm(baseMm, tripDegrees + sensorPlusMinusDegrees) + tyreGivesMm),
    mostMm: stableDegrees === undefined ? undefined : Math.floor(blockHeightMm(baseMm, stableDegrees)),
  };
}

/** The tilt a block gives: the angle whose sine is block over base. Degrees. */
export function tiltOnBlock(blockMm: number, baseM: number): Uncertain {
  mustBe(baseM * 1000 > blockMm && blockMm >= 0, "a block lower than the base is long", blockMm);
  return workedOut(
    (block, base) => Math.asin(block / base) / radians,
    [read(blockMm, tyreGivesMm), read(baseM * 1000, 10)],
  );
}
