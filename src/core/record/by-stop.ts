import type { Given } from "./reduce";

/** A stretch of a walk at one stop: what was last given for its checks, in the order they were come to. */
export interface Stretch {
  readonly stop: string;
  readonly given: readonly Given[];
  /** From its first answer to its last, ms since 1970 by the device's clock. */
  readonly fromMs: number;
  readonly toMs: number;
}

/** The stop a check is made at, by its key. */
export const stopOfKey = (key: string): string => (key.split("@")[1] ?? "").replace(/\.v\d+$/, "");

/** Answers in the order of the walk as stretches, each at one stop; a stop that was come back to has more than one. */
export function byStop(given: readonly Given[]): readonly Stretch[] {
  const stretches: Stretch[] = [];
  for (const one of given) {
    const stop = stopOfKey(one.check);
    const ms = Date.parse(one.at);
    const last = stretches.at(-1);
    if (last?.stop !== stop) stretches.push({ stop, given: [one], fromMs: ms, toMs: ms });
    else {
      const { fromMs, toMs } = last;
      stretches[stretches.length - 1] = {
        ...{ stop, given: [...last.given, one] },
        ...{ fromMs: Math.min(fromMs, ms), toMs: Math.max(toMs, ms) },
      };
    }
  }
  return stretches;
}
