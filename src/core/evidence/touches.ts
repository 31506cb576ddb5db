import type { CheckKey } from "../catalogue/catalogue";

/** The checks whose evidence an entry of a unit's ledger ends: every one, or those named. */
export type Touches = "all" | readonly CheckKey[];

const nothing = "nothing";
const everything = "everything";

/**
 * What each kind of ledger entry touches (field guide, sections 2 and 13). `by_content`: the entry names the checks.
 * A tag touches nothing by itself: it holds the unit until its release, and a release touches everything.
 */
export const entryKinds = {
  /** A check for the road or of a unit come back from hire says that it has been away. */
  started: "by_content",
  inspection: nothing,
  addendum: nothing,
  tag: nothing,
  repaired: nothing,
  retested: nothing,
  reported: nothing,
  looked: nothing,
  matter_gone: nothing,
  /** The owner signs for a fault in the log-book. */
  countersigned: nothing,
  finding: "by_content",
  finding_repaired: "by_content",
  examination: "by_content",
  programme: nothing,
  /** Of a place and a job, not of the machine; one ended by the wind; who heard of it; a drill of the rescue; work stopped there, and taken up again. */
  surveyed: nothing,
  survey_ended: nothing,
  talk_signed: nothing,
  drilled: nothing,
  /** Two walks held against each other: what a hire left on it. */
  damage_stated: nothing,
  stopped: nothing,
  stop_lifted: nothing,
  added: nothing,
  retired: nothing,
  /** It comes to another site, or back into the pool. */
  moved: everything,
  back: everything,
  /** Every check, where parts the walk covers were opened for it. */
  job_done: "by_content",
  /** Under a trigger that asks for it, by the policy of the day. */
  taken_into_use: "by_content",
  handed_over: "by_content",
  released: everything,
  sheet: everything,
  unit_figure: everything,
  policy: everything,
  catalogue: everything,
  transported: everything,
  hired_out: everything,
  returned: everything,
  contact: everything,
  overload: everything,
  meter_replaced: everything,
} as const satisfies Record<string, "nothing" | "everything" | "by_content">;

export type EntryKind = keyof typeof entryKinds;

/** What an entry of this kind touches; `named` are the checks of a kind that names them. */
export function touchesOf(kind: EntryKind, named: Touches = []): Touches {
  const rule = entryKinds[kind];
  if (rule === everything) return "all";
  return rule === nothing ? [] : named;
}

/** An entry of a unit's ledger, as far as evidence asks. */
export interface LedgerTouch {
  readonly position: number;
  readonly kind: EntryKind;
  readonly touches: Touches;
}

export const touchesCheck = (touches: Touches, check: CheckKey): boolean =>
  touches === "all" || touches.includes(check);

/** The last of these entries that touches a check, by ledger position; undefined where none does. */
export function lastTouch(entries: readonly LedgerTouch[], check: CheckKey): LedgerTouch | undefined {
  let last: LedgerTouch | undefined;
  for (const entry of entries) {
    if (touchesCheck(entry.touches, check) && (last === undefined || entry.position > last.position))
      last = entry;
  }
  return last;
}
