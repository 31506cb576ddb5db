/**
 * A crew that has no unit at its start counts as an hour of its time besides the minutes it waits: it stands about, and is sent
 * to other work. So of two plans the one that serves more crews at the start is better, unless it lets another wait an hour longer.
 */
export const lateCrewMin = 60;

/** Crew-minutes that a unit ready at `readyMin` costs a crew that starts at `startMin`; no unit is one at the end. */
export function crewCost(startMin: number, readyMin: number | undefined, endMin: number): number {
  const lateMin = Math.max(0, Math.min(readyMin ?? endMin, endMin) - startMin);
  return lateMin > 0 ? lateCrewMin + lateMin : 0;
}

/** Minutes a job done at `doneMin` is late; one that is not done at all is so to the end, and an hour besides. */
export function jobLateMin(dueMin: number, doneMin: number | undefined, endMin: number): number {
  const lateMin = Math.max(0, Math.min(doneMin ?? endMin, endMin) - dueMin);
  return doneMin === undefined ? lateMin + lateCrewMin : lateMin;
}

/**
 * What a plan costs. Crews come first; what else is asked decides between plans that serve the crews alike, as each is weighed
 * far below one minute of a crew.
 */
export interface Cost {
  readonly crewMin: number;
  /** Minutes that jobs are late ({@link jobLateMin}). */
  readonly jobMin: number;
  /** What is otherwise than in the plan before. */
  readonly changes: number;
  /** Minutes until each inspection is over, weighed by how often it fails: what fails should be known early. */
  readonly riskMin: number;
}

const weights = { jobMin: 1e-4, changes: 1e-5, riskMin: 1e-8 } as const;

/** One figure to compare plans by: less is better. */
export const scoreOf = ({ crewMin, jobMin, changes, riskMin }: Cost): number =>
  crewMin + jobMin * weights.jobMin + changes * weights.changes + riskMin * weights.riskMin;
