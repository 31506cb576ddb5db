import { silentMs } from "./fresh";
import type { SurveyInput } from "./input";
import { terrains } from "./place-plan";
import type { Sum } from "./sums";
import { windAtHeight, windForSailMps } from "./wind";

/** What a site's own wind meter showed over ten seconds. Speeds in m/s, where it stands. */
export interface WindSample {
  readonly atMs: number;
  readonly meanMps: number;
  /** The greatest mean of three seconds. */
  readonly gustMps: number;
}

/** A wind meter of a site and what it has shown, the oldest first. */
export interface SiteMeter {
  readonly id: string;
  readonly name: string;
  /** Above the ground, in metres. */
  readonly heightM: number;
  readonly samples: readonly WindSample[];
}

export const sampleMs = 10_000;
/** The span a mean and a gust are told for (World Meteorological Organization, No. 8: ten minutes). */
export const readingSpanMs = 600_000;

/** What a meter reads: the mean and the greatest gust of its last ten minutes, as at its last sample; undefined where it has none. */
export function readOff({ samples, heightM }: SiteMeter) {
  const last = samples.at(-1);
  if (last === undefined) return undefined;
  const counted = samples.filter(({ atMs }) => atMs > last.atMs - readingSpanMs);
  return {
    meanMps: counted.reduce((sum, { meanMps }) => sum + meanMps, 0) / counted.length,
    gustMps: Math.max(...counted.map(({ gustMps }) => gustMps)),
    heightM,
    at: new Date(last.atMs).toISOString(),
  };
}

/** The readings of a site's meters, as a survey takes them. */
export const metersRead = (meters: readonly SiteMeter[]): NonNullable<SurveyInput["meters"]> =>
  meters.flatMap((meter) => {
    const read = readOff(meter);
    return read === undefined ? [] : [{ id: meter.id, name: meter.name, ...read }];
  });

/**
 * The gust a meter at a height may show before a survey's wind or the force on one of its sheets is more than is allowed, in
 * m/s: the strictest of its sums, brought to the meter's height by the profile it was made with. Undefined where the survey
 * asks nothing of the wind: under a roof.
 */
export function windAllowedAt(sums: readonly Sum[], meterM: number): number | undefined {
  const wind = sums.find(({ topic }) => topic === "wind");
  const rated = wind?.compared?.limit;
  const heightM = wind?.terms.find(({ term }) => term === "highest_work")?.value;
  if (wind === undefined || rated === undefined || heightM === undefined) return undefined;
  const terrain = terrains.find((one) => one === wind.because) ?? "not_known";
  const grows = windAtHeight(1, { readAtM: meterM, heightM, terrain });
  const sails = sums.flatMap(({ topic, terms, compared }) => {
    const area = terms.find(({ term }) => term === "sheet_area")?.value;
    return topic !== "sail" || compared?.limit === undefined || area === undefined
      ? []
      : [windForSailMps(compared.limit, area)];
  });
  return Math.min(rated, ...sails) / grows;
}

/** Told before the limit: from this part of it on. */
const nearFrom = 0.8;
/** How far back the rise is read from, and how far ahead it is followed. */
const trendMs = 20 * 60_000;
const aheadMs = 30 * 60_000;
/** A rise is told where its slope is so many times its own uncertainty. */
const sureFrom = 3;

/**
 * How a meter's wind stands to a limit. `silent`: it has shown nothing for a minute, so nothing is known. `over`: its last ten
 * minutes had a gust over it. `near`: over four fifths of it. `rising`: a straight line through the gusts of the last twenty
 * minutes, each the greatest of a minute, reaches it within half an hour; `inMin` says when.
 */
export interface WindWatch {
  readonly state: "silent" | "over" | "near" | "rising" | "under";
  readonly gustMps?: number;
  readonly inMin?: number;
}

export function windWatch(meter: SiteMeter, limitMps: number, nowMs: number): WindWatch {
  const read = readOff(meter);
  if (read === undefined || nowMs - Date.parse(read.at) > silentMs) return { state: "silent" };
  const { gustMps } = read;
  if (gustMps > limitMps) return { state: "over", gustMps };
  const inMin = reachedInMin(meter.samples, limitMps, nowMs);
  const ahead = inMin === undefined ? {} : { inMin };
  if (gustMps >= nearFrom * limitMps) return { state: "near", gustMps, ...ahead };
  return inMin === undefined ? { state: "under", gustMps } : { state: "rising", gustMps, inMin };
}

/** In how many minutes the gusts reach a limit if they go on rising as they have; undefined where no rise is sure, or not within reach. */
function reachedInMin(samples: readonly WindSample[], limitMps: number, nowMs: number): number | undefined {
  const minutes = new Map<number, number>();
  for (const { atMs, gustMps } of samples)
    if (atMs > nowMs - trendMs) {
      const minute = Math.floor((atMs - nowMs) / 60_000);
      minutes.set(minute, Math.max(minutes.get(minute) ?? 0, gustMps));
    }
  const points = [...minutes];
  const n = points.length;
  if (n < 10) return undefined;
  const meanX = points.reduce((sum, [x]) => sum + x, 0) / n;
  const meanY = points.reduce((sum, [, y]) => sum + y, 0) / n;
  const ofX = points.reduce((sum, [x]) => sum + (x - meanX) ** 2, 0);
  const slope = points.reduce((sum, [x, y]) => sum + (x - meanX) * (y - meanY), 0) / ofX;
  const left = points.reduce((sum, [x, y]) => sum + (y - meanY - slope * (x - meanX)) ** 2, 0);
  const uncertain = Math.sqrt(left / (n - 2) / ofX);
  if (slope <= 0 || slope < sureFrom * uncertain) return undefined;
  const minutesAhead = (limitMps - (meanY - slope * meanX)) / slope;
  return minutesAhead * 60_000 > aheadMs ? undefined : Math.max(1, Math.ceil(minutesAhead));
}
