import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { type HourReading, hourLog, type MeterReplaced } from "./hours";
import { dueOf, monthsOn, nextDateMs, type Programme } from "./programme";
import { mayBeDead, metOn, usageOf } from "./usage";

const dayMs = 86_400_000;
const startMs = Date.parse("2026-01-05T06:00:00Z");
const days = (count: number) => startMs + count * dayMs;

interface Simulated {
  /** True hours at each midnight from the start, by day. */
  readonly hours: readonly number[];
  readonly readings: readonly HourReading[];
}

/** A machine read on most of its working days: how long it runs differs by day, and some weeks it is not used or on hire. */
const machine = (random: () => number, length: number): Simulated => {
  const hours = [Math.floor(random() * 4_000)];
  const readings: HourReading[] = [];
  let weekly = 1;
  for (let day = 0; day < length; day++) {
    if (day % 7 === 0) weekly = random() < 0.08 ? 0 : 0.8 + 0.4 * random();
    const before = hours.at(-1) ?? 0;
    const works = day % 7 < 5;
    if (works && random() < 0.85)
      readings.push({ id: `${day}`, atMs: days(day), hours: Math.round(before * 10) / 10 });
    hours.push(before + (works ? weekly * (2 + 4 * random()) : 0));
  }
  return { hours, readings };
};

/** A generator of numbers from 0 to 1, the same for the same seed (the field's usual linear congruential one). */
const randomOf = (seed: number) => {
  let state = seed >>> 0;
  return () => {
    state = (state * 1_664_525 + 1_013_904_223) >>> 0;
    return state / 2 ** 32;
  };
};
const seeds = fc.integer({ min: 1, max: 1_000_000 });

describe("an hour meter's readings", () => {
  it("all count where nobody slipped, in whatever order they came", () => {
    fc.assert(
      fc.property(seeds, fc.infiniteStream(fc.nat()), (seed, picks) => {
        const { readings } = machine(randomOf(seed), 120);
        const shuffled = [...readings].sort(() => ((picks.next().value ?? 0) % 2 === 0 ? -1 : 1));
        const { counted, questioned } = hourLog(shuffled);
        expect(questioned).toEqual([]);
        expect(counted.map(({ id }) => id)).toEqual(readings.map(({ id }) => id));
      }),
      { numRuns: 40 },
    );
  });

  it("one slip of a digit is questioned, whichever way it went, and nothing else", () => {
    fc.assert(
      fc.property(seeds, fc.nat(), fc.constantFrom(-3_000, -400, 400, 3_000, 20_000), (seed, pick, slip) => {
        const { readings } = machine(randomOf(seed), 90);
        const at = pick % readings.length;
        const odd = readings[at] as HourReading;
        const slipped = readings.map((one) => (one === odd ? { ...one, hours: one.hours + slip } : one));
        const { questioned } = hourLog(slipped);
        expect(questioned.map(({ id }) => id)).toEqual([odd.id]);
        if (at > 0) expect(questioned[0]?.why).toBe(slip < 0 ? "lower" : "jump");
      }),
      { numRuns: 60 },
    );
  });

  it("go on over an exchanged meter, counted in the machine's own hours", () => {
    const replaced: readonly MeterReplaced[] = [{ atMs: days(10), oldHours: 1_050, newHours: 3 }];
    const readings = [
      { id: "a", atMs: days(0), hours: 1_000 },
      { id: "b", atMs: days(9), hours: 1_049 },
      { id: "c", atMs: days(11), hours: 8 },
      // Read before the exchange, sent after it.
      { id: "d", atMs: days(8), hours: 1_040 },
    ];
    const { counted, questioned } = hourLog(readings, replaced);
    expect(questioned).toEqual([]);
    expect(counted.map(({ id, machineHours }) => [id, machineHours])).toEqual([
      ["a", 1_000],
      ["d", 1_040],
      ["b", 1_049],
      ["c", 1_055],
    ]);
    // Nobody said it was exchanged: it is questioned, and holds nothing up.
    expect(hourLog(readings).questioned).toMatchObject([{ id: "c", why: "lower" }]);
  });

  it("standing still for weeks of inspections may mean a dead meter; a machine that is not read does not", () => {
    const still = Array.from({ length: 25 }, (_, day) => ({ id: `${day}`, atMs: days(day), hours: 812.4 }));
    expect(mayBeDead(hourLog(still).counted)).toBe(true);
    expect(mayBeDead(hourLog(still.slice(0, 12)).counted)).toBe(false);
    const { readings } = machine(randomOf(7), 60);
    expect(mayBeDead(hourLog(readings).counted)).toBe(false);
  });
});

describe("the day a limit of hours is met", () => {
  it("lies between the days that were said, nine times in ten, over many machines", () => {
    let within = 0;
    let asked = 0;
    for (let seed = 1; seed <= 300; seed++) {
      const { hours, readings } = machine(randomOf(seed * 7_919), 400);
      const known = hourLog(readings.filter(({ atMs }) => atMs < days(120))).counted;
      const usage = usageOf(known);
      const last = known.at(-1);
      if (usage === undefined || last === undefined) continue;
      const limit = last.machineHours + 120 + (seed % 5) * 40;
      const met = metOn(usage, limit - last.machineHours, last.atMs);
      const day = hours.findIndex((one) => one >= limit);
      if (met === undefined || day < 0) continue;
      asked += 1;
      if (
        days(day) >= met.earliestMs - dayMs &&
        days(day) <= (met.latestMs ?? Number.POSITIVE_INFINITY) + dayMs
      )
        within += 1;
    }
    expect(asked).toBeGreaterThan(250);
    expect(within / asked).toBeGreaterThan(0.85);
    expect(within / asked).toBeLessThan(0.995);
  });

  it("is worked out as on paper: 20 h a week, give or take 4, 100 h left", () => {
    // 100 / 20 = 5 weeks. 20w + 6.58 √(w + w²/12) is 100 at w = 4.215 (84.3 + 15.7), 20w less the same at 5.986 (119.7 - 19.7).
    const met = metOn({ hoursPerWeek: 20, spread: 4, weeks: 12 }, 100, 0);
    const weeks = (ms: number | undefined) => (ms ?? 0) / (7 * dayMs);
    expect(weeks(met?.likelyMs)).toBeCloseTo(5, 6);
    expect(weeks(met?.earliestMs)).toBeCloseTo(4.215, 1);
    expect(weeks(met?.latestMs)).toBeCloseTo(5.986, 1);
  });

  it("is not said of a machine that stands, or of too few weeks", () => {
    expect(metOn({ hoursPerWeek: 0, spread: 0, weeks: 12 }, 50, 0)).toBeUndefined();
    expect(usageOf(hourLog(machine(randomOf(3), 14).readings).counted)).toBeUndefined();
  });
});

describe("a job that comes round", () => {
  const at = (text: string) => Date.parse(text);
  const annual: Programme = { months: 12, earlyDays: 28, noticeDays: 14 };

  it.each([
    ["2026-01-31T10:00:00Z", 1, "UTC", "2026-02-28T00:00:00Z"],
    ["2024-02-29T10:00:00Z", 12, "UTC", "2025-02-28T00:00:00Z"],
    ["2026-03-10T23:30:00Z", 6, "+01:00", "2026-09-10T23:00:00Z"],
  ])("%s and %i months by the clocks of %s is %s", (from, months, zone, then) => {
    expect(monthsOn(at(from), months, zone)).toBe(at(then));
  });

  it("keeps its cycle where it is done within its window, and begins a new one where it is done sooner or late", () => {
    const dueMs = at("2026-06-15T00:00:00Z");
    const next = (done: string) =>
      nextDateMs(annual, { atMs: at(done), machineHours: undefined, dueMs }, "UTC");
    expect(next("2026-05-20T09:00:00Z")).toBe(at("2027-06-15T00:00:00Z"));
    expect(next("2026-04-20T09:00:00Z")).toBe(at("2027-04-20T00:00:00Z"));
    expect(next("2026-07-01T09:00:00Z")).toBe(at("2027-07-01T00:00:00Z"));
  });

  it("is due by whichever comes first, and is never taken on trust", () => {
    const service: Programme = { months: 3, hours: 250, earlyDays: 7, noticeDays: 14 };
    const done = { atMs: at("2026-01-01T00:00:00Z"), machineHours: 1_000 };
    const state = (nowMs: number, machineHours: number | undefined) =>
      dueOf(service, done, {
        nowMs,
        zone: "UTC",
        machineHours,
        met: (left) => metOn({ hoursPerWeek: 25, spread: 2, weeks: 12 }, left, nowMs),
      });
    const february = at("2026-02-01T00:00:00Z");
    expect(state(february, 1_020).state).toBe("not_yet");
    expect(state(february, 1_220)).toMatchObject({ state: "due_soon", byHours: 1_250 });
    expect(state(february, 1_250).state).toBe("overdue");
    expect(state(at("2026-03-25T00:00:00Z"), 1_020).state).toBe("due_soon");
    expect(state(at("2026-04-01T00:00:00Z"), 1_020).state).toBe("overdue");
    // Nobody knows its hours.
    expect(state(february, undefined).state).toBe("overdue");
  });

  it("never comes later for more hours run, or for more time gone", () => {
    const order = ["not_yet", "due_soon", "overdue"];
    const service: Programme = { months: 6, hours: 300, earlyDays: 7, noticeDays: 14 };
    const done = { atMs: startMs, machineHours: 500 };
    const when = fc.record({ day: fc.nat(300), ran: fc.nat(400), more: fc.nat(60), later: fc.nat(60) });
    fc.assert(
      fc.property(when, ({ day, ran, more, later }) => {
        const rank = (atDay: number, hours: number) =>
          order.indexOf(
            dueOf(service, done, {
              nowMs: days(atDay),
              zone: "UTC",
              machineHours: 500 + hours,
              met: (left) => metOn({ hoursPerWeek: 20, spread: 3, weeks: 12 }, left, days(atDay)),
            }).state,
          );
        expect(rank(day + later, ran + more)).toBeGreaterThanOrEqual(rank(day, ran));
      }),
    );
  });
});
