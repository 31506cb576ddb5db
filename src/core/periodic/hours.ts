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
  /** Readings that one machine can have shown, by time of observation. */
  readonly counted: readonly Counted[];
  readonly questioned: readonly (Counted & { readonly why: Question })[];
}

const hourMs = 3_600_000;

/** A meter is read to the hour, and a tablet's clock may be a few minutes off. */
const readToHours = 1;

/** Further back than this many readings nothing is compared: a slip of long ago bears on nothing. */
const compared = 400;

/** So many hours can have run between two readings: none at the least, and no more than have passed. */
const canFollow = (earlier: Counted, later: Counted): boolean => {
  const ran = later.machineHours - earlier.machineHours;
  return ran >= 0 && ran <= (later.atMs - earlier.atMs) / hourMs + readToHours;
};

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
  return { counted, questioned };
}

/** How far the machine is ahead of the meter that was on it at a moment. */
const ahead = (replaced: readonly MeterReplaced[], atMs: number): number =>
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
