import type { WindSample } from "@/core/survey/wind-watch";

export interface WindMinute {
  readonly atMs: number;
  readonly meanMps: number | null;
  readonly gustMps: number | null;
}

const minuteMs = 60_000;

/** Samples brought together by the minute, the mean and the greatest gust of each; a minute without any is a gap, not a calm. */
export function byMinute(
  samples: readonly WindSample[],
  fromMs: number,
  toMs: number,
): readonly WindMinute[] {
  const first = Math.floor(fromMs / minuteMs);
  const minutes = new Map<number, WindSample[]>();
  for (const sample of samples) {
    // A sample is of the ten seconds that end with it.
    const minute = Math.floor((sample.atMs - 1) / minuteMs);
    minutes.set(minute, [...(minutes.get(minute) ?? []), sample]);
  }
  return Array.from({ length: Math.max(0, Math.floor(toMs / minuteMs) - first + 1) }, (_, i) => {
    const of = minutes.get(first + i) ?? [];
    return {
      atMs: (first + i) * minuteMs,
      meanMps: of.length === 0 ? null : of.reduce((sum, { meanMps }) => sum + meanMps, 0) / of.length,
      gustMps: of.length === 0 ? null : Math.max(...of.map(({ gustMps }) => gustMps)),
    };
  });
}
