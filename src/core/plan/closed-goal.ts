import type { Ending } from "../vocabulary/endings";
import { type PlanState, withValue } from "../vocabulary/state/values";
import type { PlanVariable } from "./variables";

/** Which state everything must be left in for this ending, or as it was found where that is the rule. */
export function closedGoal(
  variables: readonly PlanVariable[],
  found: PlanState,
  ending: Ending = "parked",
): PlanState {
  let goal: PlanState = {};
  for (const variable of variables) {
    const left = variable.left(ending);
    if (left === "as_left") continue;
    const value = left === "as_found" ? found[variable.id] : left;
    // Nobody knew how it stood: it may stay as it is.
    if (value !== undefined && value !== "unknown") goal = withValue(goal, variable.id, value);
  }
  return goal;
}
