import type { CheckKey } from "../catalogue/catalogue";
import type { LedgerView } from "./seen";
import { lastTouch } from "./touches";

/**
 * What a walk that cleared the unit has proven for longer than its clearance, because the manual has the check made less
 * often: as it stood when the walk that may borrow it began.
 */
export interface Lasting {
  readonly check: CheckKey;
  /** The answer, and the inspection it was given on. */
  readonly eventId: string;
  readonly inspectionId: string;
  /** Who gave it, by name, and when their walk began: its age counts from there. */
  readonly by: string;
  readonly atMs: number;
  readonly untilMs?: number;
  readonly untilHours?: number;
}

/** How the step of a `changed` event begins that says a check is made although it is in date; the check follows. */
export const again = "again";
export const madeAgain = (check: CheckKey): string => `${again}:${check}`;

/** When a check that was left out came back into a walk: with the entry of the ledger, or the event, that ended it. */
export type Recalled = { readonly check: CheckKey } & (
  | { readonly position: number }
  | { readonly event: string }
);

/** What of a walk itself bears on what it borrows. */
export interface Borrower {
  /** Steps of its `changed` events. */
  readonly changed: ReadonlySet<string>;
  /** What is open on the unit: it is answered at its check, which is therefore made. */
  readonly matters: readonly { readonly check: CheckKey }[];
  /** What has come into the unit's ledger since it began. */
  readonly ledger: LedgerView;
  /** When it can be signed at the latest and still clear: what is not in date until then is not lent. */
  readonly clearsBeforeMs: number;
  /** What the machine has run by all that is known, h; undefined where nobody knows. */
  readonly machineHours: number | undefined;
}

/** What a walk may borrow, by check: in date until it can be signed, and touched by nothing since. */
export function lent(lasting: readonly Lasting[], borrower: Borrower): ReadonlyMap<CheckKey, Lasting> {
  return new Map(lasting.filter((one) => stands(one, borrower)).map((one) => [one.check, one]));
}

function stands({ check, untilMs, untilHours }: Lasting, borrower: Borrower): boolean {
  const { changed, matters, ledger, clearsBeforeMs, machineHours } = borrower;
  if (untilMs !== undefined && untilMs < clearsBeforeMs) return false;
  if (untilHours !== undefined && (machineHours === undefined || machineHours >= untilHours)) return false;
  if (matters.some((open) => open.check === check)) return false;
  return !changed.has(madeAgain(check)) && lastTouch(ledger, check) === undefined;
}
