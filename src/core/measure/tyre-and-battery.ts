import { mustBe, read, type Uncertain, workedOut } from "./uncertain";

/** Atmosphere at sea level, kPa: gauges show the pressure above it. */
const atmosphereKpa = 101.325;
const zeroCelsiusK = 273.15;

/** The temperature tyre figures are meant for, °C. */
export const coldTyreC = 20;

/**
 * What a tyre would show cold, by the gas law at constant volume: absolute pressure is in proportion to absolute
 * temperature. kPa on the gauge, °C of the tyre.
 */
export function coldPressureKpa(gaugeKpa: number, tyreC: number): Uncertain {
  mustBe(gaugeKpa >= 0, "0 kPa or more", gaugeKpa);
  mustBe(tyreC > -60 && tyreC < 120, "a tyre from -60 to 120 °C", tyreC);
  return workedOut(
    (gauge, celsius) =>
      ((gauge + atmosphereKpa) * (coldTyreC + zeroCelsiusK)) / (celsius + zeroCelsiusK) - atmosphereKpa,
    [read(gaugeKpa, 10), read(tyreC, 5)],
  );
}

/** Specific gravity is told for a cell at 25 °C; warmer acid is thinner by this much a degree. */
const referenceC = 25;
const gravityPerC = 0.0007;

/** Specific gravity of a flooded cell at 25 °C: as read, and 0.0007 more for each degree above. */
export const gravityAt25 = (gravity: number, cellC: number): Uncertain => {
  mustBe(gravity >= 1 && gravity <= 1.4, "a specific gravity from 1.000 to 1.400", gravity);
  return workedOut(
    (shown, celsius) => shown + gravityPerC * (celsius - referenceC),
    [read(gravity, 0.005), read(cellC, 2)],
  );
};

type Point = readonly [reading: number, percent: number];

/** State of charge of flooded lead-acid by specific gravity at 25 °C, and by rest voltage of a cell: the usual tables. */
const byGravity: readonly Point[] = [
  [1.12, 0],
  [1.155, 25],
  [1.19, 50],
  [1.225, 75],
  [1.265, 100],
];
const byCellVolts: readonly Point[] = [
  [1.982, 0],
  [2.01, 25],
  [2.04, 50],
  [2.075, 75],
  [2.108, 100],
];

/** On the straight line between the two nearest points; at their ends beyond them. */
function between(table: readonly Point[], reading: number): number {
  const above = table.findIndex(([at]) => at >= reading);
  if (above === 0) return table[0]?.[1] ?? 0;
  const [low, high] = [table[above - 1], table[above]];
  if (low === undefined || high === undefined) return table.at(-1)?.[1] ?? 0;
  return low[1] + ((reading - low[0]) / (high[0] - low[0])) * (high[1] - low[1]);
}

/** State of charge, per cent, from a hydrometer and the temperature of the cell. */
export function chargeByGravity(gravity: number, cellC: number): Uncertain {
  const corrected = gravityAt25(gravity, cellC);
  return workedOut((at) => between(byGravity, at), [corrected]);
}

/** Volts of a lead-acid cell, by which a battery's cells are counted. */
const voltsPerCell = 2;

/**
 * State of charge, per cent, from the voltage of a battery that has rested: shared among its cells. `nominalV` is what
 * the battery is called by, two volts a cell.
 */
export function chargeByVoltage(volts: number, nominalV: number): Uncertain {
  mustBe(nominalV >= voltsPerCell, "a battery of 2 V or more", nominalV);
  const cells = Math.round(nominalV / voltsPerCell);
  mustBe(
    volts / cells > 1 && volts / cells < 3,
    `from ${cells} to ${cells * 3} V across ${cells} cells`,
    volts,
  );
  return workedOut((v) => between(byCellVolts, v / cells), [read(volts, 0.05)]);
}

/** The other way on a table: the reading that stands for a state of charge. */
const readingAt = (table: readonly Point[], percent: number): number =>
  between(
    table.map(([reading, of]): Point => [of, reading]),
    percent,
  );

/** How many cells a battery has, by the least voltage its sheet allows rested: two and a bit a cell, in blocks of three. */
export const cellsOf = (restVoltageMin: number): number => 3 * Math.round(restVoltageMin / 2.05 / 3);

/**
 * The rest voltage a battery would show whose weakest cell reads this specific gravity: both stand for one state of charge
 * by the two tables. Volts, across `cells`.
 */
export function restVoltageByGravity(gravity: number, cellC: number, cells: number): Uncertain {
  mustBe(cells >= 3, "a battery of 3 cells or more", cells);
  const charge = chargeByGravity(gravity, cellC);
  return workedOut((percent) => cells * readingAt(byCellVolts, percent), [charge]);
}

/** Cells further apart than this are not alike: one is failing, or only some have been topped up. */
export const cellsApart = 0.05;

/** The best cell less the worst, of specific gravities read at one temperature; and which cell is the worst, from 1. */
export function cellSpread(gravities: readonly number[]): {
  readonly spread: number;
  readonly worst: number;
  readonly apart: boolean;
} {
  mustBe(gravities.length >= 2, "two cells or more", gravities.length);
  const low = Math.min(...gravities);
  const spread = Math.max(...gravities) - low;
  return { spread, worst: gravities.indexOf(low) + 1, apart: spread >= cellsApart };
}
