/** A walk somebody has made: what it was planned to take, and what it took. Minutes. */
export interface WalkTaken {
  readonly plannedMin: number;
  readonly tookMin: number;
}

/** Quicker than this share of the plan a walk was not walked; slower, it was left and taken up again. */
const believable = { least: 0.4, most: 2.5 } as const;
/** How many walks weigh as much as the belief that somebody is as quick as the plan. */
const priorWalks = 4;

/**
 * How somebody's time for a walk compares with its plan: 1 as planned, more is slower. The geometric mean of what they took, drawn
 * towards 1 while there is little to go by; walks nobody can believe are left out.
 */
export function paceOf(walks: readonly WalkTaken[]): number {
  const ratios = walks
    .map(({ plannedMin, tookMin }) => tookMin / plannedMin)
    .filter((ratio) => ratio >= believable.least && ratio <= believable.most);
  const sum = ratios.reduce((total, ratio) => total + Math.log(ratio), 0);
  return Math.exp(sum / (ratios.length + priorWalks));
}

/** Whole minutes a walk takes somebody of this pace, or what is left of it once so many of its checks are answered: at least one. */
export const walkMin = (plannedMin: number, pace: number, done = 0, checks = 1): number =>
  Math.max(1, Math.ceil(plannedMin * pace * Math.max(0, 1 - done / Math.max(1, checks))));
