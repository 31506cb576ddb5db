import { median } from "../vocabulary/median";
import { sinceOf, weigh } from "./onset";

/** A reading as it was taken. */
export interface Reading {
  /** Leads to its record. */
  readonly id: string;
  readonly atMs: number;
  /** In the unit of its check. */
  readonly value: number;
}

/** How a quantity goes wrong, and how finely it can be read. */
export interface Nature {
  /** The limit it must keep: what gets worse rises towards the one and falls towards the other; what has none may do either. */
  readonly sense: "at_most" | "at_least" | "either";
  /** One standard deviation of reading it twice on the same machine: nothing finer is believed, however alike readings are. */
  readonly noise: number;
}

type Shape = "step" | "ramp";

/** Something began to get worse. */
export interface Change {
  readonly shape: Shape;
  /** How likely something has changed at all, 0 to 1. */
  readonly sure: number;
  /** The first reading after it began: likeliest, and the first and last it may have been (nine in ten). */
  readonly since: { readonly firstMs: number; readonly likelyMs: number; readonly lastMs: number };
  /** What it read before, and what it reads now by the line through the readings since. */
  readonly before: number;
  readonly now: number;
  /** How fast it goes on, in its unit a day; 0 for a step. */
  readonly perDay: number;
}

/** A change is told by no fewer readings since it began: one long stop is a wet floor. */
const fewestAfter = 3;
const fewestBefore = 4;
/** Older readings say little of today. */
const mostReadings = 400;
/**
 * Once in how many readings something begins to get worse. Chosen by simulation (`npm run bench -- trends`): it sets how often a sound
 * machine is called changed against how long a change stays unseen.
 */
const readingsPerChange = 1_000;
/** What explains less of the scatter than this explains nothing. */
const rounding = 1e-12;
const dayMs = 86_400_000;

/**
 * Whether readings have begun to get worse, since when and how surely. Every moment is tried, as a step and as a ramp, against
 * readings that scatter about one level. Bayes factors by Zellner's g-prior with unit information (g = n; Liang, Paulo, Molina, Clyde
 * and Berger 2008, eq. 6): B = (1 + g)^((n - 2) / 2) / (1 + g (1 - R^2))^((n - 1) / 2), with the scatter no smaller than the reading is
 * fine. A reading far from its neighbours is first drawn back to them (Hampel 1974), so that one slip of the tape is no change.
 * Undefined with too few readings, or where nothing speaks for one.
 */
export function levelChange(all: readonly Reading[], { sense, noise }: Nature): Change | undefined {
  const readings = all.slice(-mostReadings);
  const n = readings.length;
  if (n < fewestBefore + fewestAfter) return undefined;
  const worse = sense === "at_least" ? -1 : 1;
  const days = readings.map(({ atMs }) => (atMs - (readings[0]?.atMs ?? 0)) / dayMs);
  const values = drawnIn(
    readings.map(({ value }) => value * worse),
    noise,
  );
  const mean = sumOf(values) / n;
  const from = linesFrom(
    days,
    values.map((v) => v - mean),
  );
  const spread = sumOf(values.map((v) => (v - mean) ** 2)) + n * noise ** 2;
  const logs = (shape: Shape) =>
    values.map((_, k) => {
      if (k < fewestBefore || n - k < fewestAfter) return Number.NEGATIVE_INFINITY;
      const { slope, explained } = from(k, shape);
      // Both shapes share one chance that something begins here, and so do both ways it may go.
      const shared = sense === "either" ? 2 : 1;
      // Of a level line the sign is a matter of rounding.
      const goes = explained > rounding * spread && (slope > 0 || sense === "either");
      return goes ? logFactor(n, explained / spread) - shared * Math.LN2 : Number.NEGATIVE_INFINITY;
    });
  const steps = logs("step");
  const ramps = logs("ramp");
  const onsets = weigh(
    steps.map((step, k) => logSum(step, ramps[k] ?? Number.NEGATIVE_INFINITY)),
    readingsPerChange,
  );
  const since = sinceOf(onsets);
  if (since === undefined) return undefined;
  const shape =
    steps.reduce((sum, step, k) => sum + (onsets.at[k] ?? 0) * tilt(step, ramps[k] ?? step), 0) >= 0
      ? "step"
      : "ramp";
  const { slope, meanX, lastX } = from(since.likely, shape);
  const before = mean - slope * meanX;
  const when = (i: number) => readings[i]?.atMs ?? 0;
  return {
    shape,
    sure: 1 - onsets.none,
    since: { firstMs: when(since.first), likelyMs: when(since.likely), lastMs: when(since.last) },
    before: before * worse,
    now: (before + slope * lastX) * worse,
    perDay: shape === "step" ? 0 : slope * worse,
  };
}

/** The day a ramp meets a limit; undefined for a step, or where it is met already or not within two years. */
export function meetsMs(
  { now, perDay }: Change,
  { sense }: Nature,
  limit: number,
  lastMs: number,
): number | undefined {
  const left = sense === "at_least" ? now - limit : limit - now;
  const days = left / Math.abs(perDay);
  return perDay === 0 || left <= 0 || days > 730 ? undefined : lastMs + days * dayMs;
}

const sumOf = (all: readonly number[]): number => all.reduce((a, b) => a + b, 0);

/** The logarithm of a sum, by the logarithms of its parts. */
function logSum(a: number, b: number): number {
  const most = Math.max(a, b);
  return most === Number.NEGATIVE_INFINITY ? most : most + Math.log(Math.exp(a - most) + Math.exp(b - most));
}

/** How much more the one shape explains than the other, -1 to 1. */
const tilt = (step: number, ramp: number): number => (step === ramp ? 0 : Math.tanh((step - ramp) / 2));

const logFactor = (n: number, rSquared: number): number =>
  ((n - 2) / 2) * Math.log(1 + n) - ((n - 1) / 2) * Math.log(1 + n * (1 - rSquared));

/**
 * The least-squares lines of readings on a column that is 0 before the k-th and from there 1, or the days since the one before it.
 * `ys` have mean 0. By running sums, so that trying every moment takes no longer than reading them once.
 */
function linesFrom(days: readonly number[], ys: readonly number[]) {
  const n = days.length;
  const after = (of: (i: number) => number): readonly number[] => {
    const sums = new Array<number>(n + 1).fill(0);
    for (let i = n - 1; i >= 0; i--) sums[i] = (sums[i + 1] ?? 0) + of(i);
    return sums;
  };
  const y = after((i) => ys[i] ?? 0);
  const d = after((i) => days[i] ?? 0);
  const dd = after((i) => (days[i] ?? 0) ** 2);
  const dy = after((i) => (days[i] ?? 0) * (ys[i] ?? 0));
  return (k: number, shape: Shape) => {
    const at = (sums: readonly number[]) => sums[k] ?? 0;
    const many = n - k;
    const zero = days[k - 1] ?? 0;
    const [x, xx, xy] =
      shape === "step"
        ? [many, many, at(y)]
        : [at(d) - many * zero, at(dd) - 2 * zero * at(d) + many * zero ** 2, at(dy) - zero * at(y)];
    const meanX = x / n;
    const square = xx - n * meanX ** 2;
    const lastX = shape === "step" ? 1 : (days[n - 1] ?? 0) - zero;
    return square <= 0
      ? { slope: 0, explained: 0, meanX, lastX }
      : { slope: xy / square, explained: xy ** 2 / square, meanX, lastX };
  };
}

/** Readings, each no further from the middle of its neighbours than three times their scatter. */
function drawnIn(values: readonly number[], noise: number): readonly number[] {
  return values.map((value, i) => {
    const near = values.slice(Math.max(0, i - 4), i + 5);
    const middle = median(near);
    const reach = 3 * Math.max(noise, 1.4826 * median(near.map((v) => Math.abs(v - middle))));
    return Math.min(middle + reach, Math.max(middle - reach, value));
  });
}
