import type { State } from "../vocabulary/state/values";
import type { Observation } from "./action";
import type { Machine } from "./machine";
import type { Movement } from "./movement";

/** The movement that runs now. */
export function movementOf(machine: Machine, state: State): Movement | undefined {
  const { moving } = state;
  if (moving === undefined || moving === "none") return undefined;
  return machine.movements.get(moving.slice(0, moving.lastIndexOf(":")));
}

export const runsOnMain = (state: State): boolean => String(state.moving).endsWith(":main");

/**
 * A gentle ramp down is by design on some machines: a short glide is as right as a dead stop. Worn brakes stop a
 * drive late; without any it rolls on.
 */
export function stops(machine: Machine, movement: Movement): readonly Observation[] {
  const fn = movement.fn.id;
  const driven = movement.fn.group === "drive";
  const metres = driven ? machine.stopsWithinM : undefined;
  if (driven && machine.brakes === "dead") return keeps(movement);
  if (driven && machine.brakes === "weak")
    return [{ see: "stops_late", function: fn, ...(metres === undefined ? {} : { pastM: metres }) }];
  const within = metres === undefined ? {} : { withinM: metres };
  return [
    { see: "stops", function: fn, ...within },
    { see: "glides_then_stops", function: fn, ...within },
  ];
}

export const keeps = (movement: Movement): readonly Observation[] => [
  { see: "keeps_moving", function: movement.fn.id },
];
