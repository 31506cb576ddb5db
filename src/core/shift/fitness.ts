import type { Standing, StandingState } from "../decision/standing";

/** What no inspection mends: a plan gives such a unit to nobody. */
const outOfUse: ReadonlySet<StandingState> = new Set<StandingState>([
  "tagged_out",
  "held",
  "stopped_for_conditions",
  "examination_overdue",
  "job_overdue",
  "repair_overdue",
]);
export const isOutOfUse = (state: StandingState): boolean => outOfUse.has(state);

/** Whether a unit needs no inspection for work that starts at `startMs`: what clears it lasts beyond that. Its crew surveys the place. */
export const isReadyFor = (
  { state, usable, untilMs }: Pick<Standing, "state" | "usable" | "untilMs">,
  startMs: number,
): boolean => state === "survey_due" || (usable && (untilMs ?? 0) > startMs);
