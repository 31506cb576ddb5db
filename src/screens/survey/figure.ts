import type { SumUnit } from "@/core/survey/sums";
import type { FigureUnit } from "@/core/vocabulary/figures";
import { fromStored, imperialOf } from "@/core/vocabulary/units";

export type Measures = "metric" | "imperial";

/** Decimals a figure of a survey is told to: what can be read or held to beside a machine. */
const decimals: Readonly<Record<string, number>> = {
  m: 2,
  ft: 1,
  deg: 1,
  "m/s": 1,
  mph: 0,
  m2: 1,
  kV: 1,
};

/** A limit is told on its stricter side: what must be at most so much is cut short, what must be at least so much rounded up. */
export type Rounded = "near" | "down" | "up";

const rounding: Readonly<Record<Rounded, (value: number) => number>> = {
  near: Math.round,
  // A float's last digit moves nothing by a whole step.
  down: (value) => Math.floor(value + 1e-6),
  up: (value) => Math.ceil(value - 1e-6),
};

/** A figure of a survey with its unit, in the measures of the device. */
export function figureWords(
  value: number,
  unit: SumUnit,
  measures: Measures,
  mark: string,
  rounded: Rounded = "near",
): string {
  const own =
    unit === "kV" || unit === "m2" ? unit : measures === "metric" ? unit : imperialOf(unit as FigureUnit);
  const shown = own === unit ? value : fromStored(value, own);
  const places = 10 ** (decimals[own] ?? 0);
  const number = `${rounding[rounded](shown * places) / places}`.replace(".", mark);
  if (own === "count") return number;
  return own === "deg" ? `${number}°` : `${number} ${own === "m2" ? "m²" : own}`;
}
