import type { CheckStation, StopId } from "../catalogue/types";
import { type PlanState, withValue } from "../vocabulary/state/values";
import type { PlanStep, Visit } from "./types";

/** The stops of a sequence of steps that begins with the machine in `found`. */
export function visitsOf(steps: readonly PlanStep[], found: PlanState): readonly Visit[] {
  const visits: { stop: StopId; station: CheckStation; steps: PlanStep[]; state: PlanState }[] = [];
  let state = found;
  for (const step of steps) {
    const stop = standsAt(step.stop);
    let visit = visits.at(-1);
    if (visit?.stop !== stop) {
      visit = { stop, station: step.station, steps: [], state };
      visits.push(visit);
    }
    const begun = visit.steps.some((s) => s.kind === "check");
    visit.steps.push(step);
    if (step.kind === "check") state = { ...state, ...step.check.definition.leaves };
    else state = withValue(state, step.change.variable, step.change.to);
    if (!begun && step.kind !== "check") visit.state = state;
  }
  return visits;
}

/** The lowering is tried from the ground station: for whoever walks, it is the same stop. */
const standsAt = (stop: StopId): StopId => (stop === "ground_lowering" ? "ground_tests" : stop);
