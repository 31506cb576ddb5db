import type { Applies } from "../applies-to";
import type { Ending } from "../endings";
import type { Family, Power } from "../families";
import type { PositionId } from "../positions";
import type { KnownValue, PlanId, PlanState, VariableId } from "./values";

/** What the entries of the table ask of a sheet. */
export interface Built {
  readonly family: Family;
  readonly power: Power;
  readonly choices?: Readonly<Partial<Record<string, string>>>;
}

/** How a variable is left when an inspection ends: at a value, as it was found, or however it stands. */
export type Left<Id extends VariableId> = KnownValue<Id> | "as_found" | "as_left";

/** How a person changes a variable on a walk. Without it a plan neither asks for it nor changes it. */
export interface Walked<Id extends VariableId> {
  /** Where a person on the ground stands for it: the first place the sheet sets. Empty: anywhere. */
  readonly at: readonly PositionId[];
  readonly seconds: number | Readonly<Partial<Record<KnownValue<Id> | "otherwise", number>>>;
  /** Changed by the machine's own power, and so not after a finding that stops the machine. */
  readonly powered?: true;
  /** What must hold first. */
  readonly needs: (to: KnownValue<Id>, state: PlanState, built: Built) => PlanState;
  /** Unmet goals of a lower rank are settled first; within a rank the nearest is. */
  readonly rank: number;
  /** For every ending, and for those that differ. */
  readonly left: Left<Id> | (Readonly<Partial<Record<Ending, Left<Id>>>> & { readonly otherwise: Left<Id> });
}

/**
 * Everything the app knows of one variable of state, told once. The model's states, the plan's, the state strip, what
 * is checked first when nothing moves, and the API's schemas are views of it.
 */
interface Known<Id extends VariableId> {
  /** The machines that have it; every one where not given. */
  readonly to?: Applies;
  /** The model runs it. Those it does not are a plan's summary of several (`posture`), or about the place. */
  readonly modelled: boolean;
  /** On a machine made ready to be tried; as stowed where not given. */
  readonly ready?: KnownValue<Id>;
  /**
   * Whether a person can be wrong about it: anew each time (an enable let go), until something has shown it (a button
   * left in), or never, because the machine counts it by itself.
   */
  readonly doubt: "each_time" | "until_shown" | "never";
  /** Its place on the state strip, and the value at which it is of no interest there. */
  readonly strip?: { readonly place: number; readonly unless?: KnownValue<Id> };
}

/** What a plan changes says how; nothing else does. */
export type StateEntry<Id extends VariableId> = Known<Id> &
  (Id extends PlanId ? { readonly walked: Walked<Id> } : { readonly walked?: undefined });

export type Entries<Id extends VariableId> = { readonly [Each in Id]: StateEntry<Each> };
