import type { Station } from "../vocabulary/stations";
import type { MachineFunction } from "./functions";
import type { BoundInterlock } from "./interlock";

/** One function in one direction from one station. */
export interface Movement {
  readonly key: string;
  readonly station: Station;
  readonly fn: MachineFunction;
  readonly direction: string;
  /** +1 where the axis grows. */
  readonly sign: 1 | -1;
  readonly bearing: readonly BoundInterlock[];
  /** Those that may come to hold while it moves: it then stops by itself. */
  readonly stopsOnTheWay: readonly BoundInterlock[];
  /** What the faults planted in this machine make of it. */
  readonly fault: MovementFault;
  /** The way it runs: its own, or the other where its switch is connected the wrong way round. */
  readonly runs: Pick<Movement, "fn" | "direction" | "sign" | "stopsOnTheWay">;
  /** Text of `moving` while it runs on main and on auxiliary power. */
  readonly running: { readonly main: string; readonly auxiliary: string };
}

export interface MovementFault {
  /** Does not come on main power, on auxiliary power. `maybe` is intermittent. */
  readonly main: "good" | "dead" | "maybe";
  readonly auxiliary: "good" | "dead" | "maybe";
  readonly weak: boolean;
  /** Goes on when let go. */
  readonly sticks: boolean;
  /** Runs with its switch alone, without its enable. */
  readonly enableStuck: boolean;
}

export const movementKey = (station: Station, functionId: string, direction: string): string =>
  `${station}:${functionId}:${direction}`;
