// `npm run bench -- clocks`: how far the projected day of an hours limit is from the day it was met, on simulated machines by
// kind of use, and how often that day lies in the band. One JSON line last.
import { type HourReading, hourLog } from "@/core/periodic/hours";
import { mayBeDead, metOn, usageOf } from "@/core/periodic/usage";
import type { Random } from "@/core/vocabulary/seeded";

const dayMs = 86_400_000;
const startMs = Date.parse("2026-01-05T06:00:00Z");
const machines = 400;
/** Projected on this day, from what was read before it. */
const askedOn = 120;
const length = 420;

/** A seeded generator (the usual linear congruential one). */
const randomOf = (seed: number) => {
  let state = seed >>> 0;
  return () => {
    state = (state * 1_664_525 + 1_013_904_223) >>> 0;
    return state / 2 ** 32;
  };
};

/** Hours a machine runs on a day, by how it is used. */
const uses: Readonly<Record<string, (random: Random) => (day: number) => number>> = {
  /** Five days a week, much alike. */
  yard: (random) => {
    const mean = 2 + 3 * random();
    return (day) => (day % 7 < 5 ? mean * (0.7 + 0.6 * random()) : 0);
  },
  /** The same, with two weeks off in summer and one in winter, and days off. */
  holidays: (random) => {
    const mean = 2 + 3 * random();
    const off = [
      100, 101, 102, 103, 104, 105, 106, 190, 191, 192, 193, 194, 195, 196, 197, 198, 199, 200, 201, 202, 203,
    ];
    return (day) =>
      day % 7 < 5 && !off.includes(day) && random() > 0.06 ? mean * (0.6 + 0.8 * random()) : 0;
  },
  /** Out on hire for weeks, then standing. */
  hires: (random) => {
    let out = random() < 0.5;
    let left = 0;
    let mean = 0;
    return (day) => {
      if (left-- <= 0) {
        out = !out;
        left = Math.floor((out ? 10 : 5) + 25 * random());
        mean = 2 + 5 * random();
      }
      return out && day % 7 < 6 ? mean * (0.5 + random()) : 0;
    };
  },
  /** The season picks up: half as much again from one month to the next. */
  season: (random) => {
    const mean = 1.5 + 2 * random();
    return (day) =>
      day % 7 < 5 ? mean * (1 + 0.5 * Math.sin((day / 365) * 2 * Math.PI)) * (0.7 + 0.6 * random()) : 0;
  },
};

interface Result {
  readonly errorDays: number;
  readonly inBand: boolean;
}

function tryOne(use: (random: Random) => (day: number) => number, seed: number): Result | undefined {
  const random = randomOf(seed * 7_919);
  const runs = use(random);
  const truth = [500 + 2_000 * random()];
  const readings: HourReading[] = [];
  for (let day = 0; day < length; day++) {
    const now = truth.at(-1) ?? 0;
    if (day % 7 < 5 && random() < 0.85)
      readings.push({
        id: `${day}`,
        atMs: startMs + day * dayMs,
        // One in forty is a slip of a digit.
        hours: Math.round((random() < 0.025 ? now + 400 : now) * 10) / 10,
      });
    truth.push(now + runs(day));
  }
  const { counted } = hourLog(readings.filter(({ atMs }) => atMs < startMs + askedOn * dayMs));
  const usage = usageOf(counted);
  const last = counted.at(-1);
  if (usage === undefined || last === undefined) return undefined;
  const limit = last.machineHours + 60 + 140 * random();
  const met = metOn(usage, limit - last.machineHours, last.atMs);
  const day = truth.findIndex((hours) => hours >= limit);
  if (met === undefined || day < 0) return undefined;
  const trueMs = startMs + day * dayMs;
  return {
    errorDays: Math.abs(met.likelyMs - trueMs) / dayMs,
    inBand: trueMs >= met.earliestMs - dayMs && trueMs <= (met.latestMs ?? Number.POSITIVE_INFINITY) + dayMs,
  };
}

const rounded = (value: number) => Math.round(value * 10) / 10;
const byUse = Object.fromEntries(
  Object.entries(uses).map(([name, use]) => {
    const results = Array.from({ length: machines }, (_, i) => tryOne(use, i + 1)).filter(
      (one) => one !== undefined,
    );
    const errors = results.map(({ errorDays }) => errorDays).sort((a, b) => a - b);
    return [
      name,
      {
        machines: results.length,
        medianDays: rounded(errors[Math.floor(errors.length / 2)] ?? Number.NaN),
        worstDays: rounded(errors.at(-1) ?? Number.NaN),
        inBand: rounded((100 * results.filter(({ inBand }) => inBand).length) / results.length) / 100,
      },
    ];
  }),
);

/** A meter that dies is said to after so many days of inspections. */
function daysUntilSaid(): number {
  for (let day = 1; day < 100; day++) {
    const still = Array.from({ length: day + 1 }, (_, i) => i)
      .filter((i) => i % 7 < 5)
      .map((i) => ({ id: `${i}`, atMs: startMs + i * dayMs, hours: 812.4 }));
    if (mayBeDead(hourLog(still).counted)) return day;
  }
  return Number.POSITIVE_INFINITY;
}

console.log(JSON.stringify({ bench: "clocks", byUse, deadSaidAfterDays: daysUntilSaid() }));
