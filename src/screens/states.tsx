import type { StandingState } from "@/core/decision/standing";
import type { Outcome } from "@/core/vocabulary/outcomes";
import { localMs } from "@/core/vocabulary/zone";
import type { MarkKind } from "@/kit/mark";

/** The square of each state a unit may stand in. */
export const stateMark: Readonly<Record<StandingState, MarkKind>> = {
  tagged_out: "tag_out",
  held: "tag_out",
  examination_overdue: "tag_out",
  job_overdue: "tag_out",
  repair_overdue: "repair_by",
  inspection_owed: "open",
  expired: "open",
  not_cleared: "skipped",
  stopped_for_conditions: "place",
  survey_due: "open",
  cleared_with_notes: "watch",
  cleared: "fine",
};

/** What keeps a unit from use whatever a walk finds: it is said before anything else, hatched. */
const barred: ReadonlySet<StandingState> = new Set([
  "tagged_out",
  "held",
  "examination_overdue",
  "job_overdue",
]);
export const isBarred = (state: StandingState): boolean => barred.has(state);

/** The square of each outcome of an inspection. */
export const outcomeMark: Readonly<Record<Outcome, MarkKind>> = {
  cleared: "fine",
  cleared_with_notes: "watch",
  not_cleared: "skipped",
  stopped_for_conditions: "place",
  tagged_out: "tag_out",
  retest_passed: "fine",
};

/** Hours and minutes on the site's clock. */
export function clock(ms: number, zone: string): string {
  return new Date(localMs(ms, zone)).toISOString().slice(11, 16);
}

/** Day and time on the site's clock. */
export function dayAndClock(ms: number, zone: string): string {
  const text = new Date(localMs(ms, zone)).toISOString();
  return `${text.slice(0, 10)} ${text.slice(11, 16)}`;
}

/** Day on the site's clock. */
export const day = (ms: number, zone: string): string => dayAndClock(ms, zone).slice(0, 10);

/** The words of a tag's reason: one picked from the list, or the finding that raised it. */
export function tagReason(t: (key: string) => string, reason: string): string {
  const [check, condition] = reason.split("/");
  if (check === undefined || condition === undefined)
    return reasonKeys.has(reason) ? t(`tagging.reasons.${reason}`) : reason;
  const move = /^move\.(\w+)\.(\w+)\.(\w+)$/.exec(check);
  const title = move
    ? `${t(`function.${move[2]}`)} ${t(`direction.${move[3]}`)}, ${t(`station.${move[1]}`)}`
    : t(`check.${check}.title`);
  return `${title}: ${t(`condition.${condition}`).toLowerCase()}`;
}

const reasonKeys = new Set([
  "does_not_stop",
  "does_not_work",
  "damage",
  "leak",
  "collision",
  "unsure",
  "unreadable",
  "unmatched",
]);
