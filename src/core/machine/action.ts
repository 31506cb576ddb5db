import type { LampId } from "../vocabulary/signs";
import type { AxisId, NamedValues, State, Value } from "../vocabulary/state/values";
import type { Station } from "../vocabulary/stations";
import type { Interlock } from "./interlock";

/** What a person does. `operate` holds a function for the elapsed time and leaves it held. */
export type Action =
  | { readonly do: "set"; readonly variable: string; readonly to: Value }
  | { readonly do: "hold_enable"; readonly station: Station }
  | { readonly do: "release_enable"; readonly station: Station }
  | {
      readonly do: "operate";
      readonly station: Station;
      readonly function: string;
      readonly direction: string;
      /** Which power drives it. Auxiliary means its switch is held as well. */
      readonly source?: "main" | "auxiliary";
    }
  | { readonly do: "release_function"; readonly station: Station }
  | { readonly do: "crank" }
  | { readonly do: "confirm_direction" }
  | { readonly do: "reach_self_test" }
  /** By hand, on wheels or casters: a vehicle is pulled gently against its brake. */
  | { readonly do: "push" }
  | { readonly do: "wait" };

/** What a person may see or hear. Lamps and sounds of a state as a whole: `signsOf` (see `signs.ts`). */
export type Observation =
  | {
      readonly see: "moves";
      readonly function: string;
      readonly direction: string;
      readonly band: "full" | "creep";
    }
  | { readonly see: "moves_then_stops"; readonly function: string; readonly direction: string }
  | { readonly see: "stays"; readonly function: string }
  /** A drive stops within so many metres; worn brakes let it run on past them. */
  | { readonly see: "stops" | "glides_then_stops"; readonly function: string; readonly withinM?: number }
  | { readonly see: "stops_late"; readonly function: string; readonly pastM?: number }
  | { readonly see: "keeps_moving"; readonly function: string }
  | { readonly see: "lowers"; readonly axis: AxisId; readonly by: string }
  | { readonly see: "sinks"; readonly axis: AxisId }
  | { readonly see: "drifts"; readonly axis: AxisId }
  | { readonly see: "rolls" }
  | { readonly see: "tips" }
  | { readonly see: "engine"; readonly as: "runs" | "stops" | "refuses" }
  | { readonly see: "panel_lamps"; readonly station: Station; readonly as: "flash_then_settle" | "dark" }
  | { readonly see: "lamp"; readonly lamp: LampId; readonly as: "steady" | "flashing" | "dark" }
  | { readonly see: "nothing" };

export const harms = ["moves_unbidden", "does_not_stop", "drops", "rolls", "tips", "falls"] as const;
export const inTheWay = ["aboard", "beside", "beneath", "in_stack", "nobody"] as const;

/** What a step does to people: motion nobody asked for, or that does not end; and with whom in its way. */
export interface Harm {
  readonly harm: (typeof harms)[number];
  readonly who: (typeof inTheWay)[number];
}

export interface BlockedBy {
  readonly interlock: string;
  readonly effect: Interlock["effect"];
  /** The unknown variables that decide it; empty where it certainly holds. */
  readonly depends: readonly string[];
}

export interface StepResult {
  readonly state: State;
  /** Any of these is right; a machine may glide, pause or differ. */
  readonly acceptable: readonly Observation[];
  /** What happens by itself besides, all of it: a platform that lowers by its valve, a machine that rolls. */
  readonly besides: readonly Observation[];
  readonly harm: readonly Harm[];
  readonly blockedBy: readonly BlockedBy[];
}

/** A state while a step works on it. */
export type Draft = { -readonly [Id in keyof State]: State[Id] };

/** An amount as it stands; one that is unknown, or that the machine lacks, counts as none. */
export function amount(state: NamedValues, variable: string): number {
  const value = state[variable];
  return typeof value === "number" ? value : 0;
}
