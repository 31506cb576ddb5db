import type { ComponentId } from "../machine/faults";
import type { Machine } from "../machine/machine";
import { mayHave } from "../sheet/read";
import { platformDriven } from "../vocabulary/families";
import type { Failed } from "./faults";

/**
 * Why no walk shows a fault: only the maker's procedure does, or only what nobody does on purpose, or something else
 * refuses at the same time, so that only both failed would show.
 */
export type UnseenWhy = "maker_procedure" | "never_used" | "redundant_with";

export interface Unseen {
  readonly why: UnseenWhy;
  /** What else would have to be failed. */
  readonly with?: ComponentId;
}

/** Heard or seen only when the machine is already where nobody brings it on purpose. */
const onlyInTrouble: readonly string[] = ["alarm.tilt", "alarm.engine_condition"];

/** What acts at an amount that a walk only ever stands clear of, at rest or well past it. */
const clearOfIt: readonly string[] = [
  "tilt_refuses_lift",
  "tilt_refuses_drive",
  "tilt_creeps",
  "legs_not_set",
  "legs_while_raised",
  "legs_down_no_travel",
  "axles_in_telescope",
  "axles_while_raised",
  "boom_out_no_travel",
  "tower_not_up",
  "brake_pins_not_engaged",
];

/** Driven up a block on its wheels the tilt lamp comes, or does not; what works on legs or is pushed is not driven there. */
export const standsOnBlock = ({ sheet }: Machine): boolean =>
  (platformDriven as readonly string[]).includes(sheet.family);

const neverUsed: Unseen = { why: "never_used" };
const makersOwn: Unseen = { why: "maker_procedure" };

/**
 * Why a walk cannot show this fault, from the machine alone; undefined where a walk can. An interlock argued never to
 * be tried says so in its own entry (`untried`), and one that always acts shows in whatever it holds back. Each is held
 * against the machine worked at random as far as anybody may (`at-random.ts`), and each pair against both failed.
 */
export function unseenWhy(machine: Machine, { fault, component }: Failed): Unseen | undefined {
  const { component: id, mode } = fault;
  if (id === "alarm.overload") return makersOwn;
  if (onlyInTrouble.includes(id)) return neverUsed;
  const drives = machine.functions.some(({ group }) => group === "drive");
  // A boom on its legs is not put out of level to see whether it swings.
  if (id === "swing_brake" && !drives) return neverUsed;
  const senses = machine.interlocks.find((interlock) => interlock.id === component.senses);
  if (senses === undefined || (mode !== "dead" && mode !== "mis_set")) return undefined;
  if (senses.id === "overload") return makersOwn;
  const behind = machine.shadowed.get(senses.id);
  if (mode === "mis_set")
    return clearOfIt.includes(senses.id) || behind !== undefined ? neverUsed : undefined;
  if (senses.id.startsWith("tilt_") && standsOnBlock(machine)) return undefined;
  if (senses.untried !== undefined) return neverUsed;
  // What it sounds comes all the same, where it has a sounder.
  if (behind !== undefined && senses.shows?.sound === undefined)
    return { why: "redundant_with", with: `sensor.${behind}` };
  if (senses.id === "enable_timed_out" && machine.enableTimeOutS === undefined) return neverUsed;
  // Nobody has an engine running before the self-check is over, and without an auxiliary nothing else moves.
  const still = machine.engine && !mayHave(machine.sheet, "auxiliary_pump");
  return senses.id === "self_check_running" && (machine.selfCheckS === 0 || still) ? neverUsed : undefined;
}
