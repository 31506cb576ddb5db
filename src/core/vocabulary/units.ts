import type { FigureUnit } from "./figures";

/** Units people type and manuals print, with what turns one into the stored unit: stored = value * factor + offset. */
const conversions: Readonly<
  Record<string, { readonly to: FigureUnit; readonly factor: number; readonly offset?: number }>
> = {
  ft: { to: "m", factor: 0.3048 },
  in: { to: "mm", factor: 25.4 },
  cm: { to: "mm", factor: 10 },
  lb: { to: "kg", factor: 0.45359237 },
  t: { to: "kg", factor: 1000 },
  mph: { to: "m/s", factor: 0.44704 },
  "km/h": { to: "m/s", factor: 1 / 3.6 },
  kn: { to: "m/s", factor: 1852 / 3600 },
  psi: { to: "kPa", factor: 6.894757 },
  bar: { to: "kPa", factor: 100 },
  lbf: { to: "N", factor: 4.448222 },
  degF: { to: "degC", factor: 5 / 9, offset: -160 / 9 },
};

/** The units in which a figure of this stored unit may be given, the stored one first. */
export const unitsFor = (stored: FigureUnit): readonly string[] => [
  stored,
  ...Object.keys(conversions).filter((unit) => conversions[unit]?.to === stored),
];

/** A value in its stored unit, rounded to what a manual can mean; undefined where the unit is none of its kind. */
export function toStored(value: number, unit: string, stored: FigureUnit): number | undefined {
  if (unit === stored) return value;
  const conversion = conversions[unit];
  if (conversion?.to !== stored) return undefined;
  return Math.round((value * conversion.factor + (conversion.offset ?? 0)) * 10_000) / 10_000;
}

/** A stored value in another of its units. */
export function fromStored(value: number, unit: string): number {
  const conversion = conversions[unit];
  if (conversion === undefined) return value;
  return Math.round(((value - (conversion.offset ?? 0)) / conversion.factor) * 1000) / 1000;
}

/** The imperial unit a figure is usually printed in, or the stored one. */
export function imperialOf(stored: FigureUnit): string {
  const usual: Partial<Record<FigureUnit, string>> = {
    m: "ft",
    mm: "in",
    kg: "lb",
    "m/s": "mph",
    kPa: "psi",
    N: "lbf",
    degC: "degF",
  };
  return usual[stored] ?? stored;
}
