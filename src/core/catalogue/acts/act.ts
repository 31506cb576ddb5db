import type { Action } from "../../machine/action";
import type { ComponentId, Fault, FaultMode } from "../../machine/faults";
import type { FunctionGroup } from "../../machine/functions";
import type { Machine } from "../../machine/machine";
import type { LampId, SoundId } from "../../vocabulary/signs";
import type { State } from "../../vocabulary/state/values";
import type { Station } from "../../vocabulary/stations";

/** What a person must see of one deed on a machine that has nothing wrong with it. Written by hand, never computed. */
export type Must =
  | { readonly must: "move" | "move_slowly" }
  /** Held back by this interlock. */
  | { readonly must: "stay"; readonly because: string }
  /** Moves, then stops by itself where this interlock comes to hold. */
  | { readonly must: "stop_itself"; readonly because: string }
  /** Slowed by this interlock. */
  | { readonly must: "slow_down"; readonly because: string }
  /** What ran stops when it is let go, or struck. */
  | { readonly must: "stop" }
  /** Comes down without power. */
  | { readonly must: "lower" }
  /** Nothing rolls, sinks or drifts while one waits. */
  | { readonly must: "hold" }
  | { readonly must: "start" | "not_start" }
  /** The panel's lamps die, or flash and settle. */
  | { readonly must: "die" | "light" }
  | { readonly must: "show"; readonly lamp: LampId; readonly as: "steady" | "flashing" }
  /** Every bulb of the panel, as power comes on. */
  | { readonly must: "show_all" }
  | { readonly must: "sound"; readonly sound: SoundId }
  /** Pushed by hand. */
  | { readonly must: "roll" }
  /** The brake pins of a mast engage as it clears its chassis, and let go as it comes down. */
  | { readonly must: "engage" | "disengage" };

/** One thing a person does, for so many seconds, and what must be seen of it. */
export interface Deed {
  readonly action: Action;
  readonly seconds: number;
  readonly must?: Must;
}

/**
 * One act of a check: what is done on the machine as the walk has brought it, in order, with what must be seen.
 * `given` is what whoever tests holds, presses or chooses for this act alone.
 */
export interface Act {
  readonly station: Station;
  readonly group: FunctionGroup;
  readonly given?: State;
  readonly deeds: readonly Deed[];
  /** What it is made to prove: that these do not fail so. */
  readonly claims: readonly Fault[];
  /** The sheet does not say which of two devices this machine has: what is seen completes the sheet, and proves nothing. */
  readonly unsure?: true;
}

/** What an act is written for: a machine, and where it stands at a station with nothing else in the way. */
export interface Setting {
  readonly machine: Machine;
  readonly stands: (station: Station, group: FunctionGroup, given?: State) => State;
}

export const fault = (component: ComponentId, mode: FaultMode): Fault => ({ component, mode });
