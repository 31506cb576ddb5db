import type { Scope } from "../plan/scope";
import type { Assessment } from "../record/assess";

export type Outcome =
  | "cleared"
  | "cleared_with_notes"
  | "not_cleared"
  | "stopped_for_conditions"
  | "tagged_out"
  | "retest_passed";

/** What besides this inspection bears on the decision, read when it is signed. */
export interface DecisionFacts {
  readonly scope: Scope["kind"];
  /** Numbers of tags standing on the unit, other than the one a re-test serves. */
  readonly standingTags: readonly string[];
  /** Earlier findings nobody has signed for (log-book school). */
  readonly unsignedFaults: number;
  /** Repair-by findings whose day has come. */
  readonly repairsDue: number;
  readonly examinationOverdue: boolean;
  readonly operatorAuthorised: boolean;
  readonly unread: number;
  readonly gaps: number;
}

export interface Reason {
  readonly reason:
    | "tag_standing"
    | "finding_tags_out"
    | "examination_overdue"
    | "open_checks"
    | "skipped_checks"
    | "ungradable_checks"
    | "repair_due"
    | "fault_unsigned"
    | "not_authorised"
    | "events_missing"
    | "partial_scope"
    | "place"
    | "notes";
  /** How many, or which. */
  readonly detail: string;
}

export interface Decision {
  readonly outcome: Outcome;
  readonly reasons: readonly Reason[];
}

/** Worst first: when device and server differ the one that comes first here stands. */
const severity: readonly Outcome[] = [
  "tagged_out",
  "not_cleared",
  "stopped_for_conditions",
  "cleared_with_notes",
  "retest_passed",
  "cleared",
];

export const worseOutcome = (a: Outcome, b: Outcome): Outcome =>
  severity.indexOf(a) <= severity.indexOf(b) ? a : b;

export const clears = (outcome: Outcome): boolean =>
  outcome === "cleared" || outcome === "cleared_with_notes";

/**
 * Weighs the whole: what was found, what is missing, and what stands besides. "Incomplete" is never a pass,
 * and a tag-out always wins.
 */
export function decide(assessment: Assessment, facts: DecisionFacts): Decision {
  const stops: Reason[] = [];
  const incomplete: Reason[] = [];
  const conditions: Reason[] = [];
  const notes: Reason[] = [];
  const note = (list: Reason[], reason: Reason["reason"], count: number, detail = `${count}`) => {
    if (count > 0) list.push({ reason, detail });
  };
  const machine = assessment.findings.filter((f) => !f.place);
  note(stops, "tag_standing", facts.standingTags.length, facts.standingTags.join(", "));
  note(stops, "finding_tags_out", machine.filter((f) => f.grade === "tag_out").length);
  note(stops, "examination_overdue", facts.examinationOverdue ? 1 : 0);

  note(incomplete, "open_checks", assessment.open.length);
  note(incomplete, "skipped_checks", assessment.skipped.length);
  note(incomplete, "ungradable_checks", assessment.ungradable.length);
  note(incomplete, "events_missing", facts.unread + facts.gaps);
  note(incomplete, "repair_due", facts.repairsDue);
  note(incomplete, "fault_unsigned", facts.unsignedFaults);
  note(incomplete, "not_authorised", facts.operatorAuthorised ? 0 : 1);
  note(incomplete, "partial_scope", facts.scope === "full" || facts.scope === "retest" ? 0 : 1);

  note(conditions, "place", assessment.findings.filter((f) => f.place).length);
  note(notes, "notes", machine.filter((f) => f.grade !== "tag_out").length);

  const reasons = [...stops, ...incomplete, ...conditions, ...notes];
  if (stops.length > 0) return { outcome: "tagged_out", reasons };
  if (incomplete.length > 0) return { outcome: "not_cleared", reasons };
  if (facts.scope === "retest") return { outcome: "retest_passed", reasons };
  if (conditions.length > 0) return { outcome: "stopped_for_conditions", reasons };
  return { outcome: notes.length > 0 ? "cleared_with_notes" : "cleared", reasons };
}
