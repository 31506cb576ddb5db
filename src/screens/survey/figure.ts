import type { SumUnit } from "@/core/survey/sums";
import type { FigureUnit } from "@/core/vocabulary/figures";
import { fromStored, imperialOf } from "@/core/vocabulary/units";

export type Measures = "metric" | "imperial";

/** Decimals a figure of a survey is told to: what can be read or held to beside a machine. */
const decimals: Readonly<Record<string, number>> = {
  m: 1,
  ft: 1,
  deg: 1,
  "m/s": 1,
  mph: 0,
  m2: 1,
  kV: 1,
};

/** A figure of a survey with its unit, in the measures of the device. */
export function figureWords(value: number, unit: SumUnit, measures: Measures, mark: string): string {
  const own =
    unit === "kV" || unit === "m2" ? unit : measures === "metric" ? unit : imperialOf(unit as FigureUnit);
  const shown = own === unit ? value : fromStored(value, own);
  const rounded = Number(shown.toFixed(decimals[own] ?? 0));
  const number = `${rounded}`.replace(".", mark);
  if (own === "count") return number;
  return own === "deg" ? `${number}°` : `${number} ${own === "m2" ? "m²" : own}`;
}
