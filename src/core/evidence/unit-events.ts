import type { Policy } from "../vocabulary/policy";
import type { Touches } from "./touches";

/** What happens to a unit between its inspections and bears on what the last one proved (field guide, section 2). */
export const unitEventKinds = [
  "taken_into_use",
  "handed_over",
  "transported",
  "hired_out",
  "returned",
  "contact",
  "overload",
  "meter_replaced",
] as const;
export type UnitEventKind = (typeof unitEventKinds)[number];

/**
 * What taking a unit into use touches. Where the trigger is each use, the clearance is good for the one use that now
 * begins; where it is a change of operator, for the person who signed it.
 */
export function touchedByUse(trigger: Policy["trigger"], use: { readonly bySigner: boolean }): Touches {
  if (trigger === "each_use") return "all";
  return trigger === "operator_change" && !use.bySigner ? "all" : [];
}

/** What handing a unit over to another operator touches. */
export const touchedByHandOver = (trigger: Policy["trigger"]): Touches =>
  trigger === "each_use" || trigger === "operator_change" ? "all" : [];
