import { sinceOf, weigh } from "./onset";

/** A walk on which something may have had to be filled up. */
export interface Occasion {
  readonly id: string;
  readonly atMs: number;
  readonly happened: boolean;
}

/** Something has to be done more often than it was. */
export interface MoreOften {
  /** How likely, 0 to 1. */
  readonly sure: number;
  readonly since: { readonly firstMs: number; readonly likelyMs: number; readonly lastMs: number };
  /** How often on how many walks since then, and before. */
  readonly after: { readonly times: number; readonly walks: number };
  readonly before: { readonly times: number; readonly walks: number };
}

/** How often a sound machine is filled up, a walk, and one that loses something: Beta distributions by their two counts. */
const sound = { times: 0.5, without: 50 };
const losing = { times: 2, without: 6 };
/** Once in how many walks something begins to leak, chosen as for a level. */
const walksPerLeak = 150;
const mostOccasions = 400;

/**
 * Whether something happens more often than on a sound machine, since when and how surely: counts before under the one beta prior,
 * counts since under the other, against all under the first (beta-binomial marginal likelihoods). Three times in eight shifts after a
 * year without is told; once in a while is not. Undefined where nothing speaks for it.
 */
export function rateChange(all: readonly Occasion[]): MoreOften | undefined {
  const occasions = all.slice(-mostOccasions);
  const n = occasions.length;
  const times = runningSum(occasions.map(({ happened }) => (happened ? 1 : 0)));
  const total = times[n] ?? 0;
  if (total < 2) return undefined;
  const none = logMarginal(sound, total, n);
  const logs = occasions.map(({ happened }, k) => {
    const since = total - (times[k] ?? 0);
    // It began with the first that happened, and once alone is chance.
    if (!happened || since < 2) return Number.NEGATIVE_INFINITY;
    return logMarginal(sound, times[k] ?? 0, k) + logMarginal(losing, since, n - k) - none;
  });
  const onsets = weigh(logs, walksPerLeak);
  const since = sinceOf(onsets);
  if (since === undefined) return undefined;
  const when = (i: number) => occasions[i]?.atMs ?? 0;
  const early = times[since.likely] ?? 0;
  return {
    sure: 1 - onsets.none,
    since: { firstMs: when(since.first), likelyMs: when(since.likely), lastMs: when(since.last) },
    after: { times: total - early, walks: n - since.likely },
    before: { times: early, walks: since.likely },
  };
}

const runningSum = (values: readonly number[]): readonly number[] => {
  const sums = [0];
  for (const value of values) sums.push((sums.at(-1) ?? 0) + value);
  return sums;
};

const logMarginal = (prior: typeof sound, times: number, of: number): number =>
  logBeta(prior.times + times, prior.without + of - times) - logBeta(prior.times, prior.without);

const logBeta = (a: number, b: number): number => logGamma(a) + logGamma(b) - logGamma(a + b);

/** Stirling's series after shifting above 8; good to 1e-10 for what is asked here. */
function logGamma(x: number): number {
  let shift = 0;
  let z = x;
  for (; z < 8; z++) shift -= Math.log(z);
  const inverse = 1 / z;
  const series = inverse * (1 / 12 - inverse ** 2 * (1 / 360 - inverse ** 2 / 1260));
  return shift + (z - 0.5) * Math.log(z) - z + 0.5 * Math.log(2 * Math.PI) + series;
}
