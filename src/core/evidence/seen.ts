import type { InspectionEvent } from "../record/events";
import { type LedgerTouch, lastTouch } from "./touches";

/**
 * Entries of a unit's ledger since an inspection began that touch anything, by position. What the inspection itself
 * found is not among them: its own answers are weighed together, and the worst stands.
 */
export type LedgerView = readonly LedgerTouch[];

/** The entry that ended what an answer proved; undefined while it stands. */
export type EndedBy = (answer: { readonly id: string; readonly check: string }) => LedgerTouch | undefined;

export const neverEnded: EndedBy = () => undefined;

/**
 * Which answers of an inspection no longer prove anything, and what ended each: an answer stands while its device had
 * seen the last entry that touches its check. By ledger position; clocks play no part.
 */
export function endedBy(events: readonly InspectionEvent[], ledger: LedgerView): EndedBy {
  if (ledger.length === 0) return neverEnded;
  const seen = new Map(events.map((event) => [event.id, seenBy(event)]));
  return ({ id, check }) => {
    const last = lastTouch(ledger, check);
    return last !== undefined && last.position > (seen.get(id) ?? 0) ? last : undefined;
  };
}

/** The ledger position an event's device had seen; one from before events said so has seen nothing. */
export const seenBy = (event: Pick<InspectionEvent, "saw">): number => event.saw?.position ?? 0;
