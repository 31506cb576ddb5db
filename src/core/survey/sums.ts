import type { FigureUnit } from "../vocabulary/figures";

/** What a survey works out, in the order a person is told of it. */
export const topics = [
  "lines",
  "overhead",
  "wind",
  "sail",
  "slope",
  "load",
  "extension",
  "persons",
  "side_force",
  "floor",
  "pads",
  "legs",
  "reach",
  "sweep",
  "access",
  "push",
  "edges",
  "people_near",
  "air",
  "hazards",
  "rescue",
] as const;
export type Topic = (typeof topics)[number];

/** Where a figure of a sum comes from. */
const sources = ["sheet", "plan", "rule", "job", "read", "meter", "assumed", "worked_out"] as const;
export type Source = (typeof sources)[number];

export type SumUnit = FigureUnit | "kV" | "m2";

/** One figure of a sum: what it is, how much, and where it comes from. */
export interface Term {
  readonly term: string;
  readonly value: number;
  readonly unit: SumUnit;
  readonly from: Source;
}

/**
 * What follows from a sum. `within`: what was found keeps to the limit. `limited`: it does as long as the limit that is given
 * with it is kept to. `beyond`: it does not. `not_known`: a figure is missing, so it counts as if it did not.
 */
export const verdicts = ["beyond", "not_known", "limited", "within"] as const;
export type Verdict = (typeof verdicts)[number];

/** What was compared with what. `margin` is what is left, below 0 where nothing is; undefined where a figure is missing. */
export interface Compared {
  readonly found?: number;
  readonly limit?: number;
  readonly unit: SumUnit;
  /** Whether what was found must be at most, or at least, the limit. */
  readonly must: "at_most" | "at_least";
}

/** What may be done only so, where a danger is left: told on the card the operator carries. */
export interface Limit {
  readonly limit:
    | "floor_at_most"
    | "out_at_most"
    | "spotter"
    | "wind_at_most"
    | "next_item_at_most"
    | "pads"
    | "sunk"
    | "legs_down"
    | "helpers"
    | "not_over"
    | "span"
    | "stand_facing"
    | "isolated_until"
    | "keep_off"
    | "ventilate";
  readonly value?: number;
  readonly unit?: SumUnit;
  /** Of a wind: the height above the ground it is read at, in metres. */
  readonly readAtM?: number;
  /** What it is about: the id of a mark or an item; and the piece of work, where it is about one. */
  readonly about?: string;
  readonly position?: string;
}

/** One thing worked out: its figures, what was compared, and what follows. */
export interface Sum {
  readonly topic: Topic;
  /** Which of the survey's spots, from 0; and the piece of work: none where it is about all. */
  readonly stand?: number;
  readonly position?: string;
  /** The mark or item it is about; none where it is about the whole. */
  readonly about?: string;
  readonly terms: readonly Term[];
  readonly compared?: Compared;
  readonly verdict: Verdict;
  /** Figures that are missing, by their names. */
  readonly missing?: readonly string[];
  readonly limits?: readonly Limit[];
  /** What it could not be done for: the id of what stands in the way. */
  readonly because?: string;
}

export const term = (name: string, value: number, unit: SumUnit, from: Source): Term => ({
  term: name,
  value,
  unit,
  from,
});

/** What is left between what was found and its limit; undefined where one of them is missing. */
export function marginOf({ found, limit, must }: Compared): number | undefined {
  if (found === undefined || limit === undefined) return undefined;
  return must === "at_most" ? limit - found : found - limit;
}

/** What follows from a comparison: a figure that is missing is never within. */
export function verdictOf(compared: Compared): Verdict {
  const margin = marginOf(compared);
  if (margin === undefined) return "not_known";
  return margin >= -1e-9 ? "within" : "beyond";
}

/** The worse of two, as in the order of `verdicts`. */
export const worse = (a: Verdict, b: Verdict): Verdict =>
  verdicts.indexOf(a) <= verdicts.indexOf(b) ? a : b;

/** The worst of several; within where there are none. */
export const worst = (all: readonly { readonly verdict: Verdict }[]): Verdict =>
  all.reduce<Verdict>((found, { verdict }) => worse(found, verdict), "within");

/** Whether the work may go on: kept to what is limited, and nothing beyond or not known. */
export const allows = (verdict: Verdict): boolean => verdict === "within" || verdict === "limited";
