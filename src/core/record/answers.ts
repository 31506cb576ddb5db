import type { InspectionEvent } from "./events";
import { inOrder } from "./reduce";

/** What was last given for each check, in the order of the walk; what it superseded stays in the events. */
export function lastGiven(
  events: readonly InspectionEvent[],
): readonly Exclude<InspectionEvent, { type: "changed" }>[] {
  const last = new Map<string, Exclude<InspectionEvent, { type: "changed" }>>();
  for (const event of inOrder(events)) {
    if (event.type !== "changed") last.set(event.check, event);
  }
  return [...last.values()];
}
