/** How likely a change began just before each reading; together with `none` they make 1. */
export interface Onsets {
  /** By the index of the first reading after it. */
  readonly at: readonly number[];
  /** How likely nothing has changed. */
  readonly none: number;
}

/** From this on a change is told. */
export const tellsFrom = 0.95;
/** From this on it is told without "probably". */
export const sureFrom = 0.99;

/**
 * Weighs every moment a change may have begun against there being none, each by how well it explains the readings: `logFactors`
 * are the natural logarithms of their Bayes factors against no change (minus infinity where there cannot be one), `perChange` once in how
 * many readings something begins, where nothing else is known.
 */
export function weigh(logFactors: readonly number[], perChange: number): Onsets {
  const most = Math.max(0, ...logFactors);
  const weights = logFactors.map((log) => Math.exp(log - most) / perChange);
  const none = Math.exp(-most);
  const all = weights.reduce((a, b) => a + b, none);
  return { at: weights.map((w) => w / all), none: none / all };
}

/**
 * The shortest run of readings that holds nine tenths of what speaks for a change, and the reading in the middle of it: since when,
 * and how well that is known. Undefined where nothing speaks for one.
 */
export function sinceOf({
  at,
}: Onsets): { readonly first: number; readonly likely: number; readonly last: number } | undefined {
  const all = at.reduce((a, b) => a + b, 0);
  if (all === 0) return undefined;
  let best: { first: number; last: number } | undefined;
  let sum = 0;
  for (let first = 0, end = 0; first < at.length; first++) {
    while (end < at.length && sum < 0.9 * all) sum += at[end++] ?? 0;
    if (sum < 0.9 * all) break;
    if (best === undefined || end - 1 - first < best.last - best.first) best = { first, last: end - 1 };
    sum -= at[first] ?? 0;
  }
  if (best === undefined) return undefined;
  let half = 0;
  let likely = best.first;
  for (; likely < best.last; likely++) {
    half += at[likely] ?? 0;
    if (half >= 0.45 * all) break;
  }
  return { ...best, likely };
}
