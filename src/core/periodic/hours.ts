/** What somebody read off an hour meter, and when they stood before it: not when it was sent. */
export interface HourReading {
  readonly id: string;
  readonly atMs: number;
  readonly hours: number;
}

/** A meter exchanged for another: what the old one showed last, and what the new one began with. */
export interface MeterReplaced {
  readonly atMs: number;
  readonly oldHours: number;
  readonly newHours: number;
}

/** A reading in the machine's own hours: those of all its meters together. */
export interface Counted extends HourReading {
  readonly machineHours: number;
}

/** Why a reading is questioned. It is kept, and counts for no clock. */
export type Question = "lower" | "jump";

export interface HourLog {
  /** All that was read, and what was exchanged: what the rest is worked out from. */
  readonly readings: readonly HourReading[];
  readonly replaced: readonly MeterReplaced[];
  /** Readings that one machine can have shown, by time of observation. */
  readonly counted: readonly Counted[];
  readonly questioned: readonly (Counted & { readonly why: Question })[];
  /** False where so many in a row were questioned since the meter was last exchanged that they are no slips. */
  readonly believed: boolean;
}

/** So many readings in a row that cannot be are no slips: nobody knows what the machine has run. */
const notBelieved = 3;

const hourMs = 3_600_000;

/** A meter is read to the hour, and a tablet's clock may be a few minutes off. */
const readToHours = 1;

/** Further back than this many readings nothing is compared: a slip of long ago bears on nothing. */
const compared = 400;

/** What the machine had run at a moment. */
export type Ran = Pick<Counted, "machineHours" | "atMs">;

/** So many hours can have run between two readings: none at the least, and no more than have passed. */
export const canFollow = (earlier: Ran, later: Ran): boolean => {
  const ran = later.machineHours - earlier.machineHours;
  return ran >= 0 && ran <= (later.atMs - earlier.atMs) / hourMs + readToHours;
};

/** Why a reading cannot follow an earlier one; undefined where it can. */
export function oddAfter(earlier: Ran, later: Ran): Question | undefined {
  if (canFollow(earlier, later)) return undefined;
  return later.machineHours < earlier.machineHours ? "lower" : "jump";
}

/**
 * Which readings are of one machine: the largest set of them in which hours never run backwards and never faster than time,
 * the later ones where two sets are as large. One slip of a digit is then questioned and not all that follow it, whichever
 * way it went. Their order of arrival is of no account.
 */
export function hourLog(readings: readonly HourReading[], replaced: readonly MeterReplaced[] = []): HourLog {
  const all = [...readings]
    .sort((a, b) => a.atMs - b.atMs || (a.id < b.id ? -1 : 1))
    .map((one): Counted => ({ ...one, machineHours: one.hours + ahead(replaced, one.atMs) }));
  const recent = all.slice(-compared);
  const chain = new Set(longestChain(recent));
  const counted = [...all.slice(0, -compared), ...recent.filter((one) => chain.has(one))];
  const questioned = recent
    .filter((one) => !chain.has(one))
    .map((one) => {
      const before = counted.findLast(({ atMs }) => atMs <= one.atMs);
      const why: Question = before !== undefined && one.machineHours < before.machineHours ? "lower" : "jump";
      return { ...one, why };
    });
  const sinceMs = Math.max(Number.NEGATIVE_INFINITY, ...replaced.map(({ atMs }) => atMs));
  let inARow = 0;
  let believed = true;
  for (const one of recent) {
    if (one.atMs < sinceMs) continue;
    inARow = chain.has(one) ? 0 : inARow + 1;
    if (inARow >= notBelieved) believed = false;
  }
  return { readings, replaced, counted, questioned, believed };
}

/** Whether a reading can stand between those that count: what somebody at a desk enters must. */
export function fits({ counted, replaced }: HourLog, reading: HourReading): Question | undefined {
  const read: Ran = { machineHours: reading.hours + ahead(replaced, reading.atMs), atMs: reading.atMs };
  const before = counted.findLast(({ atMs }) => atMs <= read.atMs);
  const after = counted.find(({ atMs }) => atMs > read.atMs);
  const odd = before === undefined ? undefined : oddAfter(before, read);
  if (odd !== undefined) return odd;
  if (after === undefined || canFollow(read, after)) return undefined;
  return read.machineHours > after.machineHours ? "jump" : "lower";
}

/** How far the machine is ahead of the meter that was on it at a moment. */
export const ahead = (replaced: readonly MeterReplaced[], atMs: number): number =>
  replaced
    .filter((one) => one.atMs <= atMs)
    .reduce((sum, { oldHours, newHours }) => sum + oldHours - newHours, 0);

function longestChain(readings: readonly Counted[]): readonly Counted[] {
  const length: number[] = [];
  const from: (number | undefined)[] = [];
  let best: number | undefined;
  for (const [i, one] of readings.entries()) {
    let longest = 1;
    let before: number | undefined;
    for (let j = 0; j < i; j++) {
      const earlier = readings[j];
      if (earlier !== undefined && canFollow(earlier, one) && (length[j] ?? 0) + 1 >= longest) {
        longest = (length[j] ?? 0) + 1;
        before = j;
      }
    }
    length[i] = longest;
    from[i] = before;
    if (best === undefined || longest >= (length[best] ?? 0)) best = i;
  }
  const chain: Counted[] = [];
  for (let at = best; at !== undefined; at = from[at]) {
    const one = readings[at];
    if (one !== undefined) chain.unshift(one);
  }
  return chain;
}

/**
 * What the machine had run at a moment, on the straight line between the readings about it; before the first and after the
 * last, what these say. Undefined where there are none.
 */
export function hoursAt(counted: readonly Counted[], atMs: number): number | undefined {
  const after = counted.findIndex((one) => one.atMs >= atMs);
  const [low, high] = [counted[Math.max(0, after - 1)], counted[after]];
  if (high === undefined) return counted.at(-1)?.machineHours;
  if (low === undefined || low.atMs >= atMs) return high.machineHours;
  const part = (atMs - low.atMs) / (high.atMs - low.atMs || 1);
  return low.machineHours + part * (high.machineHours - low.machineHours);
}
