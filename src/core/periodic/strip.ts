import type { Due } from "./due";

const dayMs = 86_400_000;
const weekMs = 7 * dayMs;

/** What a week holds of a job: it is overdue, falls due, may fall due by its hours, has a day planned, or nothing. */
export type WeekMark = "overdue" | "due" | "may" | "planned" | "open";

/** So many weeks are three months. */
export const stripWeeks = 13;

/**
 * The next three months of a job, week by week, the present one first. A day that is planned shows in its week, unless the job is
 * overdue then: a plan is no job done.
 */
export function stripOf(
  { state, met }: Pick<Due, "state" | "met">,
  dueMs: number | undefined,
  plannedMs: number | undefined,
  nowMs: number,
): readonly WeekMark[] {
  const weekOf = (ms: number) => Math.floor((ms - nowMs) / weekMs);
  const due = [dueMs, met?.likelyMs].filter((ms) => ms !== undefined).map(weekOf);
  const first = due.length === 0 ? undefined : Math.max(0, Math.min(...due));
  const from = met === undefined ? undefined : weekOf(met.earliestMs);
  const to = met === undefined ? undefined : weekOf(met.latestMs ?? Number.POSITIVE_INFINITY);
  const slot = plannedMs === undefined ? undefined : weekOf(plannedMs);
  return Array.from({ length: stripWeeks }, (_, week): WeekMark => {
    if (state === "overdue" && week === 0) return "overdue";
    if (week === slot) return "planned";
    if (week === first) return "due";
    return from !== undefined && to !== undefined && week >= from && week <= to ? "may" : "open";
  });
}

/** What matters most first. */
const weight: readonly WeekMark[] = ["overdue", "due", "planned", "may", "open"];

/** Several jobs on one strip: of each week what matters most. */
export const together = (strips: readonly (readonly WeekMark[])[]): readonly WeekMark[] =>
  Array.from(
    { length: stripWeeks },
    (_, week) => weight.find((mark) => strips.some((strip) => strip[week] === mark)) ?? "open",
  );
