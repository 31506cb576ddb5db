import type { Lasting } from "../evidence/lasting";
import type { LedgerView } from "../evidence/seen";
import type { Assessment } from "../grade/assess";
import type { MatterKind, MatterStanding, OpenMatter } from "../grade/matters";
import { type Clock, type Meter, overdueJobs, ranNow } from "../periodic/clocks";
import type { Outcome } from "../vocabulary/outcomes";
import type { PartId } from "../vocabulary/parts";
import type { Scope } from "../vocabulary/scope";

/** What besides this inspection bears on the decision, read when it is signed. */
export interface DecisionFacts {
  readonly scope: Scope["kind"];
  /** Numbers of tags standing on the unit, and of reports nobody has looked at. None of them bear on a re-test. */
  readonly holds: readonly string[];
  /** What is open on the unit that this walk inherits. */
  readonly matters: readonly OpenMatter[];
  /** Which matters the signer may say are gone. */
  readonly maySayGone: Readonly<Record<MatterKind, boolean>>;
  /** Whether the signer may take a repair as one that waits until its day. */
  readonly mayAcceptRepair: boolean;
  /** In a yard that goes by its log-book: earlier faults of the unit, of any grade, the owner has not signed for. */
  readonly unsigned: number;
  /** What earlier walks have proven for longer than their clearance, where the yard's policy borrows it. */
  readonly lasting: readonly Lasting[];
  readonly examinationOverdue: boolean;
  /** Jobs that come round, and what the machine has run as far as it is known before this walk. */
  readonly clocks: readonly Clock[];
  readonly meter?: Meter;
  readonly operatorAuthorised: boolean;
  /** How many of those who answered or sign were never made familiar with this model, where the yard's policy asks for it. */
  readonly unfamiliar: number;
  readonly gaps: number;
  /** What has come into the unit's ledger since this inspection began, its own findings apart. */
  readonly ledger: LedgerView;
  /** When this inspection is too old to clear: its longest age, or its trigger's boundary. */
  readonly clearsBeforeMs: number;
  readonly nowMs: number;
  /** Of a re-test: the parts it is made for. A new finding on one of them means it is not passed. */
  readonly retestParts: readonly PartId[];
}

export interface Reason {
  readonly reason:
    | "tag_standing"
    | "finding_tags_out"
    | "examination_overdue"
    | "job_overdue"
    | "open_checks"
    | "skipped_checks"
    | "ungradable_checks"
    | "repair_due"
    | "repair_not_accepted"
    | "fault_unsigned"
    | "matters_unanswered"
    | "answers_ended"
    | "too_old"
    | "retest_found_more"
    | "not_authorised"
    | "not_familiar"
    | "events_missing"
    | "partial_scope"
    | "place"
    | "notes"
    | "borrowed";
  /** How many, or which. */
  readonly detail: string;
}

export interface Decision {
  readonly outcome: Outcome;
  readonly reasons: readonly Reason[];
}

/**
 * Weighs the whole: what was found, what is missing, and what stands besides. "Incomplete" is never a pass, and a
 * tag-out always wins. A re-test is judged on its own checks: what else hangs on the unit holds it all the same.
 * `machineHours`: what the machine has run by the walk's own reading of its meter, where that counts.
 */
export function decide(
  assessment: Assessment,
  facts: DecisionFacts,
  matters: readonly MatterStanding[] = [],
  machineHours = ranNow(facts.meter, undefined, facts.nowMs),
): Decision {
  const stops: Reason[] = [];
  const incomplete: Reason[] = [];
  const conditions: Reason[] = [];
  const notes: Reason[] = [];
  const note = (list: Reason[], reason: Reason["reason"], count: number, detail = `${count}`) => {
    if (count > 0) list.push({ reason, detail });
  };
  const retest = facts.scope === "retest";
  const machine = assessment.findings.filter((f) => !f.place);
  const left = retest ? [] : matters.filter((m) => m.said !== "gone");
  if (!retest) note(stops, "tag_standing", facts.holds.length, facts.holds.join(", "));
  note(stops, "finding_tags_out", machine.filter((f) => f.grade === "tag_out").length);
  if (!retest) note(stops, "examination_overdue", facts.examinationOverdue ? 1 : 0);
  const jobs = retest ? [] : overdueJobs(facts.clocks, machineHours, facts.nowMs);
  for (const job of jobs) note(stops, "job_overdue", 1, job);

  const ended = [...assessment.byCheck.values()].filter((c) => c.endedBy !== undefined).length;
  note(incomplete, "open_checks", assessment.open.length - ended);
  note(incomplete, "answers_ended", ended);
  note(incomplete, "skipped_checks", assessment.skipped.length);
  note(incomplete, "ungradable_checks", assessment.ungradable.length);
  note(incomplete, "events_missing", facts.gaps + assessment.withdrawn);
  note(incomplete, "matters_unanswered", left.filter((m) => m.said === "nothing").length);
  note(incomplete, "repair_due", left.filter((m) => isDue(m, facts.nowMs)).length);
  const waiting = [...machine, ...left.filter((m) => !m.place && !m.accepted)];
  const unaccepted = waiting.filter(({ grade }) => grade === "repair_by").length;
  note(incomplete, "repair_not_accepted", retest || facts.mayAcceptRepair ? 0 : unaccepted);
  note(incomplete, "fault_unsigned", retest ? 0 : facts.unsigned);
  note(incomplete, "not_authorised", facts.operatorAuthorised ? 0 : 1);
  note(incomplete, "not_familiar", facts.unfamiliar);
  note(incomplete, "partial_scope", facts.scope === "full" || retest ? 0 : 1);
  note(incomplete, "too_old", facts.scope === "full" && facts.nowMs >= facts.clearsBeforeMs ? 1 : 0);
  note(
    incomplete,
    "retest_found_more",
    retest ? machine.filter((f) => f.grade !== "put_right" && facts.retestParts.includes(f.part)).length : 0,
  );

  const found = (key: string, condition: string) =>
    assessment.findings.some((f) => f.check === key && f.condition === condition);
  const inherited = left.filter((m) => !found(m.check, m.condition));
  note(
    conditions,
    "place",
    assessment.findings.filter((f) => f.place).length + inherited.filter((m) => m.place).length,
  );
  note(
    notes,
    "notes",
    machine.filter((f) => f.grade !== "tag_out").length + inherited.filter((m) => !m.place).length,
  );

  const said: Reason[] = [];
  note(said, "borrowed", assessment.borrowed.size);
  const reasons = [...stops, ...incomplete, ...conditions, ...notes, ...said];
  if (stops.length > 0) return { outcome: "tagged_out", reasons };
  if (incomplete.length > 0) return { outcome: "not_cleared", reasons };
  if (retest) return { outcome: "retest_passed", reasons };
  if (conditions.length > 0) return { outcome: "stopped_for_conditions", reasons };
  return { outcome: notes.length > 0 ? "cleared_with_notes" : "cleared", reasons };
}

const isDue = (matter: OpenMatter, nowMs: number) =>
  matter.repairByMs !== undefined && matter.repairByMs <= nowMs;
