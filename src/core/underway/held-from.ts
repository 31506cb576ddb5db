import type { DecisionFacts } from "../decision/decide";
import type { Finding } from "../grade/assess";
import type { InspectionEvent } from "../record/events";

/**
 * The event from which a machine may be looked at and no longer operated: the first whose finding tags it out, or
 * `start` where it was held before. A re-test is made under its tag: what hangs on the unit does not stop it.
 */
export function heldFromOf(
  findings: readonly Finding[],
  events: readonly InspectionEvent[],
  { scope, holds }: Pick<DecisionFacts, "scope" | "holds">,
): string | undefined {
  const stops = new Set(findings.filter((f) => f.grade === "tag_out" && !f.place).map((f) => f.eventId));
  const found = events.find(({ id }) => stops.has(id))?.id;
  return found ?? (scope !== "retest" && holds.length > 0 ? "start" : undefined);
}
