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
  const doubted: MachineState = Object.fromEntries(
    Object.entries(believed).map(([id, value]) => [id, isDoubtful(id) ? unknown : value]),
  );
  const found = whatHoldsBack(machine, doubted, movement.station, movement.function, movement.direction)
    .filter((held) => held.effect === "refuse")
    .map((held) => held.interlock);
  return machine.interlocks.map((i) => i.id).filter((id) => found.includes(id));
}

/** Things a plan believes but a person gets wrong: a button left in, a key left over, a valve left open. */
const isDoubtful = (variable: string): boolean => doubtful.test(variable) && !measured.has(variable);

const doubtful =
  /^(stop\.|enable|chosenFirst|valve\.|axis\.leg_|axis\.axles$|key$|keypad$|disconnect$|engine$|selfCheckLeftS$|collar$|speedKey$|selector$|mode$|range$|gate$|load$|tiltTripped$|guard\.|prop$|turntableLock$|directionConfirmed$|crushGuard$|bumper$|battery$|fuel$|charger$|warmUp$|rescueStored$|levelFault$|chassisLevel$|ground$|cradle$|parkBrake$|takeOff$|casters$|crankLock$|brakes$|brakePins$|coupled$)/;

/** Amounts the model counts by itself: nobody doubts them. */
const measured = new Set(["enableIdleS.ground", "enableIdleS.platform", "enableIdleS.remote"]);
