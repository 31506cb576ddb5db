import { levelChange, type Nature, type Reading } from "../../src/core/trend/level";
import { tellsFrom } from "../../src/core/trend/onset";
import { type Occasion, rateChange } from "../../src/core/trend/rate";
import { type Random, seeded } from "../../src/core/vocabulary/seeded";

// `npm run bench -- trends`: a year of simulated readings, each judged as it comes in, as the app does: how often a sound machine is
// called changed, and how long a real change stays unseen or is missed. One JSON line last.

const dayMs = 86_400_000;
const years = Number(process.argv[2] ?? 300);
const sigma = 0.04;
const nature: Nature = { sense: "at_most", noise: 0.02 };
/** What has no limit, and may go wrong either way. */
const either: Nature = { sense: "either", noise: 0.02 };

const normal = (random: Random): number =>
  Math.sqrt(-2 * Math.log(1 - random())) * Math.cos(2 * Math.PI * random());

/** What it reads on a day: its level, who reads it, now and then a slip; `drift` is what has changed by then. */
function series(
  random: Random,
  everyDays: number,
  days: number,
  drift: (day: number) => number,
): readonly Reading[] {
  const people = [0, 0, 0].map(() => normal(random) * sigma * 0.5);
  return Array.from({ length: Math.floor(days / everyDays) }, (_, i) => {
    const day = i * everyDays;
    const who = people[Math.floor(random() * people.length)] ?? 0;
    const slip = random() < 0.02 ? (random() - 0.3) * 0.5 : 0;
    const value = 0.7 + who + slip + normal(random) * sigma + drift(day);
    return { id: `${i}`, atMs: day * dayMs, value: Math.round(value * 100) / 100 };
  });
}

/** The first day on which a change is told, reading by reading. */
function toldOn<T extends { readonly atMs: number }>(
  all: readonly T[],
  judge: (so: readonly T[]) => { readonly sure: number } | undefined,
): number | undefined {
  for (let n = 1; n <= all.length; n++)
    if ((judge(all.slice(0, n))?.sure ?? 0) >= tellsFrom) return (all[n - 1]?.atMs ?? 0) / dayMs;
  return undefined;
}

const median = (all: readonly number[]) => [...all].sort((a, b) => a - b)[all.length >> 1] ?? null;
const nineTenths = (all: readonly number[]) =>
  [...all].sort((a, b) => a - b)[Math.floor(all.length * 0.9)] ?? null;
const level = (so: readonly Reading[]) => levelChange(so, nature);
const levelEither = (so: readonly Reading[]) => levelChange(so, either);

/** Half a year as it was, then half a year with the change. */
function trial(everyDays: number, drift: (daysSince: number) => number, seed: number) {
  const random = seeded(seed);
  const delays: number[] = [];
  let missed = 0;
  let early = 0;
  for (let i = 0; i < years / 3; i++) {
    const told = toldOn(
      series(random, everyDays, 365, (day) => drift(Math.max(0, day - 182))),
      level,
    );
    if (told === undefined) missed += 1;
    else if (told < 182) early += 1;
    else delays.push(told - 182);
  }
  return {
    missed: missed / (years / 3),
    early,
    medianDays: median(delays),
    nineInTenDays: nineTenths(delays),
  };
}

function falseAlarms(everyDays: number, seed: number, judge = level): number {
  const random = seeded(seed);
  let told = 0;
  for (let i = 0; i < years; i++)
    if (
      toldOn(
        series(random, everyDays, 365, () => 0),
        judge,
      ) !== undefined
    )
      told += 1;
  return told / years;
}

function fillUps(rate: (day: number) => number, seed: number) {
  const random = seeded(seed);
  let told = 0;
  const delays: number[] = [];
  for (let i = 0; i < years; i++) {
    const walks: Occasion[] = Array.from({ length: 250 }, (_, day) => ({
      ...{ id: `${day}`, atMs: day * dayMs },
      happened: random() < rate(day),
    }));
    const on = toldOn(walks, rateChange);
    if (on === undefined) continue;
    told += 1;
    if (on >= 125) delays.push(on - 125);
  }
  return { told: told / years, medianShifts: median(delays), nineInTenShifts: nineTenths(delays) };
}

const per = (sigmas: number, days: number) => (since: number) => (since * sigmas * sigma) / days;
console.log(
  JSON.stringify({
    bench: "trends",
    seriesYears: years,
    falseAlarmsPerSeriesYear: {
      weekly: falseAlarms(7, 1),
      daily: falseAlarms(1.4, 2),
      eitherWayWeekly: falseAlarms(7, 12, levelEither),
      eitherWayDaily: falseAlarms(1.4, 13, levelEither),
    },
    weekly: {
      ramp1SigmaAMonth: trial(7, per(1, 30), 3),
      ramp2SigmaAMonth: trial(7, per(2, 30), 4),
      step2Sigma: trial(7, (since) => (since > 0 ? 2 * sigma : 0), 5),
      step4Sigma: trial(7, (since) => (since > 0 ? 4 * sigma : 0), 6),
    },
    daily: {
      ramp1SigmaAMonth: trial(1.4, per(1, 30), 7),
      step2Sigma: trial(1.4, (since) => (since > 0 ? 2 * sigma : 0), 8),
    },
    fillUps: {
      soundOnceInAHundredWalks: fillUps(() => 0.01, 9),
      losingEveryThird: fillUps((day) => (day < 125 ? 0.01 : 0.375), 10),
      losingEverySixth: fillUps((day) => (day < 125 ? 0.01 : 1 / 6), 11),
    },
  }),
);
