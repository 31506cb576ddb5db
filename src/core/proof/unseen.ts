import type { Machine } from "../machine/machine";
import { shadowedOn } from "../machine/shadowed";
import { mayHave } from "../sheet/read";
import type { Failed } from "./faults";

/**
 * Why no walk shows a fault: only the maker's procedure does, or only what nobody does on purpose, or something else
 * refuses at the same time, so that only both failed would show.
 */
export type UnseenWhy = "maker_procedure" | "never_used" | "redundant_with";

/** Heard or seen only when the machine is already where nobody brings it on purpose. */
const onlyInTrouble: readonly string[] = ["alarm.tilt", "alarm.engine_condition"];

/**
 * Why a walk cannot show this fault, from the machine alone; undefined where a walk can. An interlock argued never to
 * be tried says so in its own entry (`untried`); one that acts at the wrong height or length between two states that
 * people use is no different in either; and a boom on its legs is not put out of level to see whether it swings.
 */
export function unseenWhy(machine: Machine, { fault, component }: Failed): UnseenWhy | undefined {
  const { component: id, mode } = fault;
  if (id === "sensor.overload" || id === "alarm.overload") return "maker_procedure";
  if (onlyInTrouble.includes(id)) return "never_used";
  const senses = machine.interlocks.find((interlock) => interlock.id === component.senses);
  if (senses !== undefined && (senses.untried !== undefined || mode === "mis_set")) return "never_used";
  if (senses !== undefined && shadowedOn(machine.sheet).has(senses.id)) return "redundant_with";
  if (senses?.id === "self_check_running" && machine.selfCheckS === 0) return "never_used";
  if (senses?.id === "enable_timed_out" && machine.enableTimeOutS === undefined) return "never_used";
  // As power comes on an engine is off: without an auxiliary nothing could move then anyway.
  if (senses?.id === "self_check_running" && machine.engine && !mayHave(machine.sheet, "auxiliary_pump"))
    return "redundant_with";
  const drives = machine.functions.some(({ group }) => group === "drive");
  return id === "swing_brake" && !drives ? "never_used" : undefined;
}
