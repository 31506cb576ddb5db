import { type ConditionRule, unnamed } from "../vocabulary/condition-rule";
import type { FloorRule } from "../vocabulary/floor-rules";
import type { Upkeep } from "../vocabulary/upkeep";

/** Short ways to write a condition's rule, so that a catalogue entry reads as a list of what may be found. */
export const floor = (rule: FloorRule): ConditionRule => ({ graded: "tag_out", floor: rule });
export const stop: ConditionRule = { graded: "tag_out" };
export const repair: ConditionRule = { graded: "repair_by" };
export const watch: ConditionRule = { graded: "watch" };
export const putRight = (
  upkeep: Upkeep,
  graded: Exclude<ConditionRule["graded"], undefined> = "repair_by",
): ConditionRule => ({ graded, upkeep });
export const place: ConditionRule = { graded: "watch", conditions: true };

/** Possible on every part of the machine (field guide, section 5). */
export const always: Readonly<Record<string, ConditionRule>> = {
  altered: { graded: "tag_out" },
  defeated: { graded: "tag_out", floor: "device_defeated" },
  [unnamed]: stop,
};
