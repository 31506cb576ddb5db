import type { Due } from "./due";

const dayMs = 86_400_000;
const weekMs = 7 * dayMs;

/** What a week holds of a job: it is overdue, falls due, may fall due by its hours, has a day planned, or nothing. */
export type WeekMark = "overdue" | "due" | "may" | "planned" | "open";

/** The coming weeks of one job, the present one first; `planned` too where its due date lies within the same week. */
export interface Strip {
  readonly weeks: readonly WeekMark[];
  /** Whether a day is given within these weeks. */
  readonly planned: boolean;
}

/** So many weeks are three months. */
export const stripWeeks = 13;

/**
 * The next three months of a job, week by week from `nowMs`. A day that is planned shows in its week, unless the job is
 * overdue then: a plan is no job done.
 */
export function stripOf(
  { state, met }: Pick<Due, "state" | "met">,
  dueMs: number | undefined,
  plannedMs: number | undefined,
  nowMs: number,
): Strip {
  const weekOf = (ms: number) => Math.floor((ms - nowMs) / weekMs);
  const due = [dueMs, met?.likelyMs].filter((ms) => ms !== undefined).map(weekOf);
  const first = due.length === 0 ? undefined : Math.max(0, Math.min(...due));
  const from = met === undefined ? undefined : weekOf(met.earliestMs);
  const to = met === undefined ? undefined : weekOf(met.latestMs ?? Number.POSITIVE_INFINITY);
  const slot = plannedMs === undefined ? undefined : weekOf(plannedMs);
  const weeks = Array.from({ length: stripWeeks }, (_, week): WeekMark => {
    if (state === "overdue" && week === 0) return "overdue";
    if (week === slot) return "planned";
    if (week === first) return "due";
    return from !== undefined && to !== undefined && week >= from && week <= to ? "may" : "open";
  });
  return { weeks, planned: slot !== undefined && slot >= 0 && slot < stripWeeks };
}
