import { fitOf, mayHave } from "../sheet/read";
import type { Sheet } from "../sheet/sheet";
import type { FeatureId } from "../vocabulary/features";

/** One attempt to bring somebody down: who makes it and by what; `maybe` where the sheet does not say whether it is fitted. */
export interface Attempt {
  readonly step:
    | "from_above"
    | "ground_checks"
    | "ground_panel"
    | "ground_auxiliary"
    | "by_hand"
    | "technician"
    | "override";
  readonly by?: FeatureId;
  readonly maybe?: boolean;
}

/** What lowers without the engine or the motor, from above and from the ground. */
const fromAbove: readonly FeatureId[] = ["auxiliary_pump", "electric_descent"];
const byHand: readonly FeatureId[] = ["manual_descent", "bleed_down_valve", "cable_descent", "hook_tool"];

/**
 * The attempts to bring somebody down from this very unit, in order (field guide, section 15): they lower themselves by what
 * needs no engine; on the ground the stops, the disconnect and the selector are looked at and the lower panel tried; then
 * lowering by hand, shut after; then a technician. The rescue override comes last, where one is fitted, and for somebody
 * pinned, overloaded or locked out alone: its use tags the unit out. What the sheet does not say is tried too, and said to be so.
 */
export function rescueLadder(sheet: Sheet): readonly Attempt[] {
  const tried = (step: Attempt["step"], ids: readonly FeatureId[]): readonly Attempt[] =>
    ids
      .filter((id) => mayHave(sheet, id))
      .map((by) => ({ step, by, ...(fitOf(sheet, by) === "unknown" ? { maybe: true } : {}) }));
  return [
    ...tried("from_above", fromAbove),
    { step: "ground_checks" },
    { step: "ground_panel" },
    ...tried("ground_auxiliary", fromAbove),
    ...tried("by_hand", byHand),
    { step: "technician" },
    ...tried("override", ["rescue_override"]),
  ];
}
