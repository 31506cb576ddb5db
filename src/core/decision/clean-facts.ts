import type { DecisionFacts } from "./decide";

/** What bears on a full inspection of a unit of which nothing is known: no tag, nothing open, nobody barred. */
export const cleanFacts = (nowMs: number, clearsBeforeMs = Number.POSITIVE_INFINITY): DecisionFacts => ({
  scope: "full",
  holds: [],
  matters: [],
  maySayGone: { place: false, watch: false, repair_by: false },
  mayAcceptRepair: true,
  unsigned: 0,
  lasting: [],
  examinationOverdue: false,
  clocks: [],
  operatorAuthorised: true,
  unfamiliar: 0,
  gaps: 0,
  ledger: [],
  clearsBeforeMs,
  nowMs,
  retestParts: [],
});
