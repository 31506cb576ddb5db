import type { InspectionEvent } from "../record/events";
import { inOrder } from "../record/reduce";
import { type LedgerTouch, lastTouch } from "./touches";

/** What is known of a unit's ledger around one inspection. */
export interface LedgerView {
  /** Entries since the inspection began that touch anything, by position. */
  readonly touches: readonly LedgerTouch[];
  /** Ledger positions of the findings that events of this inspection made, by event id. */
  readonly made: Readonly<Record<string, number>>;
}

export const emptyLedger: LedgerView = { touches: [], made: {} };

/**
 * The ledger position each event had seen. What a device had seen of the ledger it says; what it had made itself it
 * knew, whether it had heard of its acceptance or not: so a correction sent in one batch with the slip it corrects
 * has seen it. By the device's own sequence; clocks play no part.
 */
export function seenBy(
  events: readonly InspectionEvent[],
  made: LedgerView["made"],
): ReadonlyMap<string, number> {
  const seen = new Map<string, number>();
  const ownOf = new Map<string, number>();
  for (const event of inOrder(events)) {
    const own = Math.max(ownOf.get(event.deviceId) ?? 0, made[event.id] ?? 0);
    ownOf.set(event.deviceId, own);
    seen.set(event.id, Math.max(event.saw?.position ?? 0, own));
  }
  return seen;
}

/** The entry that ended what an answer proved; undefined while it stands. */
export type EndedBy = (answer: { readonly id: string; readonly check: string }) => LedgerTouch | undefined;

export const neverEnded: EndedBy = () => undefined;

/** Which answers of an inspection no longer prove anything, and what ended each. */
export function endedBy(events: readonly InspectionEvent[], ledger: LedgerView): EndedBy {
  if (ledger.touches.length === 0) return neverEnded;
  const seen = seenBy(events, ledger.made);
  return ({ id, check }) => {
    const last = lastTouch(ledger.touches, check);
    return last !== undefined && last.position > (seen.get(id) ?? 0) ? last : undefined;
  };
}
