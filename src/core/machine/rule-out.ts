import { interlocks } from "./interlocks";
import type { Machine } from "./machine";
import { type MachineState, type Station, unknown } from "./state";
import { whatHoldsBack } from "./step";

/**
 * What to rule out before calling a missing response a fault: the interlocks possible on this machine that
 * hold the movement back in this state. What the operator cannot know from the plan is unknown, so an
 * interlock over it is listed too. In the list's own order, which is the order of how often they are the cause.
 */
export function ruleOuts(
  machine: Machine,
  believed: MachineState,
  movement: { readonly station: Station; readonly function: string; readonly direction: string },
): readonly string[] {
  const doubted: MachineState = { ...believed, ...Object.fromEntries(doubtful.map((id) => [id, unknown])) };
  const found = whatHoldsBack(machine, doubted, movement.station, movement.function, movement.direction)
    .filter((held) => held.effect === "refuse")
    .map((held) => held.interlock);
  return interlocks.map((i) => i.id).filter((id) => found.includes(id));
}

/** Things a plan believes but a person gets wrong: a button left in, a key left over, a valve left open. */
const doubtful = [
  "stop.ground",
  "stop.platform",
  "key",
  "disconnect",
  "enable.ground",
  "enable.platform",
  "enableTimedOut.ground",
  "enableTimedOut.platform",
  "chosenFirst.ground",
  "chosenFirst.platform",
  "selector",
  "selfCheckLeftS",
  "gate",
  "load",
  "tiltTripped",
  "battery",
  "engine",
  "prop",
  "valve.descent",
  "valve.brake_release",
  "valve.freewheel",
  "turntableLock",
  "directionConfirmed",
  "crushGuard",
];
