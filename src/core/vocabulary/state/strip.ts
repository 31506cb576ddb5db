import { stateTable } from "./table";
import { type PlanId, type PlanState, planIds } from "./values";

/** What the state strip shows, in its order: everything a person set or looks at, but what is as one expects it. */
export const stripIds: readonly PlanId[] = planIds
  .filter((id) => stateTable[id].strip !== undefined)
  .sort((a, b) => (stateTable[a].strip?.place ?? 0) - (stateTable[b].strip?.place ?? 0));

export const onStrip = (state: PlanState): readonly PlanId[] =>
  stripIds.filter((id) => state[id] !== undefined && state[id] !== stateTable[id].strip?.unless);
