import type { InspectionEvent } from "../record/events";
import { inOrder } from "../record/order";
import { type Given, isAnswer } from "../record/reduce";
import type { Grade } from "../vocabulary/grades";
import type { Finding } from "./assess";

/** What was last given for each check, in the order of the walk; what it superseded stays in the events. */
export function lastGiven(events: readonly InspectionEvent[]): readonly Given[] {
  const last = new Map<string, Given>();
  for (const event of inOrder(events)) {
    if (isAnswer(event)) last.set(event.check, event);
  }
  return [...last.values()];
}

/** How an answer reads in a record: its finding's grade, a matter of the place, skipped, or fine. */
export function gradeOfGiven(given: Given, finding: Finding | undefined): Grade | "place" | "skipped" {
  if (finding !== undefined) return finding.place ? "place" : finding.grade;
  return given.type === "skipped" ? "skipped" : "fine";
}
