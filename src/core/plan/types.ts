import type { Check } from "../catalogue/catalogue";
import type { CheckStation, StopId } from "../catalogue/types";
import type { Sheet } from "../sheet/sheet";
import type { FullEnding } from "../vocabulary/endings";
import type { Practice } from "../vocabulary/practice";
import type { Scope } from "../vocabulary/scope";
import type { PlanState } from "../vocabulary/state/values";
import type { Change } from "./changes";
import type { AtHand, Incomplete } from "./possible";

export interface PlanInput {
  readonly sheet: Sheet;
  readonly scope: Scope;
  readonly practice: Practice;
  /** How the machine was found; stowed where not given. */
  readonly found?: PlanState;
  /** Who and what is there; everything, and two people, where not given. */
  readonly atHand?: AtHand;
  /** What a machine inspected in full is left for; ready to work where not given. */
  readonly ending?: FullEnding;
  /** Minutes a check has taken here, by its id; the catalogue's estimate for the others. */
  readonly minutes?: Readonly<Record<string, number>>;
  /** Checks an earlier walk has proven and that are still in date: due, and not made this time. */
  readonly lent?: readonly string[];
  /** What has been done already: the rest is planned from there. */
  readonly progress?: Progress;
}

/** Where an inspection under way stands. */
export interface Progress {
  readonly done: readonly string[];
  /** The machine now. */
  readonly state: PlanState;
  /** The stop the person stands at. */
  readonly stop?: StopId;
  /** A finding that stops the machine stands: it may be looked at, and no longer operated. */
  readonly held: boolean;
  /** Goes before the numbers of the changes planned from here, so that no two plans of one inspection share an id. */
  readonly run?: string;
}

interface StepPlace {
  readonly id: string;
  readonly stop: StopId;
  readonly station: CheckStation;
  readonly minutes: number;
  /** Metres walked to it. */
  readonly walkM: number;
}

export type PlanStep =
  | (StepPlace & { readonly kind: "check"; readonly check: Check })
  | (StepPlace & { readonly kind: "change" | "close"; readonly change: Change });

/** One stop on the way: consecutive steps at the same place. */
export interface Visit {
  readonly stop: StopId;
  readonly station: CheckStation;
  readonly steps: readonly PlanStep[];
  /** The state the visit's first check is made in. */
  readonly state: PlanState;
}

export interface Cost {
  /** Walked, round the outline of the machine. */
  readonly metres: number;
  /** Climbs into the platform and out of it. */
  readonly climbs: number;
  /** Changes of the machine's state, climbs not counted. */
  readonly changes: number;
  /** All of it: checks, changes, climbing, walking. */
  readonly minutes: number;
}

export interface Plan {
  readonly steps: readonly PlanStep[];
  readonly visits: readonly Visit[];
  readonly checks: readonly Check[];
  /** Everything that is inspected, those that cannot be checked this time among it. */
  readonly due: readonly Check[];
  /** What this time cannot be checked, and why: said before the walk starts. */
  readonly incomplete: readonly Incomplete[];
  readonly carry: readonly string[];
  readonly needsAssistant: boolean;
  readonly minutes: number;
  readonly cost: Cost;
  /** No order costs less, with changes made one at a time as each needs. */
  readonly exact: boolean;
  readonly final: PlanState;
}

/** How far a plan may be from the cheapest. */
export interface Bound {
  /** Minutes no plan of these checks can do without. */
  readonly lowerBound: number;
  /** (minutes - lower bound) / minutes. */
  readonly gap: number;
}
