import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { asksLess, type Clock, clocksOf, meterOf, overdueJobs, ranBy, ranNow } from "./clocks";
import { dueOf } from "./due";
import { fits, type HourReading, hourLog, type MeterReplaced } from "./hours";
import { monthsOn, nextDateMs, type Programme } from "./programme";
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
    const met = metOn({ hoursPerWeek: 20, spread: 4, drift: 0, weeks: 12 }, 100, 0);
    const weeks = (ms: number | undefined) => (ms ?? 0) / (7 * dayMs);
    expect(weeks(met?.likelyMs)).toBeCloseTo(5, 6);
    expect(weeks(met?.earliestMs)).toBeCloseTo(4.215, 1);
    expect(weeks(met?.latestMs)).toBeCloseTo(5.986, 1);
  });

  it("may come sooner, or never, where use grows or falls: 20 h a week, an hour more or less each week", () => {
    // 20w + (12w + w²)/2 is 100 at w = 3.594; 20w less the same is never more than 98.
    const met = metOn({ hoursPerWeek: 20, spread: 0, drift: 1, weeks: 12 }, 100, 0);
    expect((met?.earliestMs ?? 0) / (7 * dayMs)).toBeCloseTo(3.594, 1);
    expect(met?.latestMs).toBeUndefined();
    // Twelve weeks that each ran an hour more than the one before.
    let hours = 0;
    const growing = Array.from({ length: 13 }, (_, week) => {
      const reading = { id: `${week}`, atMs: days(week * 7), hours };
      hours += 10 + week;
      return reading;
    });
    expect(usageOf(hourLog(growing).counted)).toMatchObject({ hoursPerWeek: 15.5, drift: 1, weeks: 12 });
  });

  it("is not said of a machine that stands, or of too few weeks", () => {
    expect(metOn({ hoursPerWeek: 0, spread: 0, drift: 0, weeks: 12 }, 50, 0)).toBeUndefined();
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
    const next = (done: string) => nextDateMs(annual, { atMs: at(done), dueMs }, "UTC");
    expect(next("2026-05-20T09:00:00Z")).toBe(at("2027-06-15T00:00:00Z"));
    expect(next("2026-04-20T09:00:00Z")).toBe(at("2027-04-20T00:00:00Z"));
    expect(next("2026-07-01T09:00:00Z")).toBe(at("2027-07-01T00:00:00Z"));
  });

  const service: Programme = { months: 3, hours: 250, earlyDays: 7, noticeDays: 14 };
  /** Done on the first of January at 1,000 h. */
  const clock: Clock = { job: "service", dueMs: at("2026-04-01T00:00:00Z"), dueHours: 1_250 };
  const stateOf = (nowMs: number, machineHours: number | undefined, spread = 2) =>
    dueOf(clock, service.noticeDays, {
      ...{ nowMs, machineHours, readMs: nowMs },
      usage: { hoursPerWeek: 25, spread, drift: 0, weeks: 12 },
    });

  it("is due by whichever comes first, and is never taken on trust", () => {
    const february = at("2026-02-01T00:00:00Z");
    expect(stateOf(february, 1_020).state).toBe("not_yet");
    expect(stateOf(february, 1_220).state).toBe("due_soon");
    expect(stateOf(february, 1_250).state).toBe("overdue");
    expect(stateOf(at("2026-03-25T00:00:00Z"), 1_020).state).toBe("due_soon");
    expect(stateOf(at("2026-04-01T00:00:00Z"), 1_020).state).toBe("overdue");
    // Nobody knows its hours.
    expect(stateOf(february, undefined).state).toBe("overdue");
    // 100 h left at 25 h a week are four weeks.
    expect(stateOf(february, 1_150).firstMs).toBe(at("2026-03-01T00:00:00Z"));
  });

  it("never comes later for more hours run, or for more time gone", () => {
    const order = ["not_yet", "due_soon", "overdue"];
    const when = fc.record({ day: fc.nat(300), ran: fc.nat(400), more: fc.nat(60), later: fc.nat(60) });
    fc.assert(
      fc.property(when, ({ day, ran, more, later }) => {
        const rank = (atDay: number, hours: number) =>
          order.indexOf(stateOf(days(atDay), 1_000 + hours).state);
        expect(rank(day + later, ran + more)).toBeGreaterThanOrEqual(rank(day, ran));
      }),
    );
  });
});

describe("the clocks of a unit", () => {
  const set = { earlyDays: 14, noticeDays: 14, setMs: days(0) };
  const readings: readonly HourReading[] = Array.from({ length: 30 }, (_, week) => ({
    id: `${week}`,
    atMs: days(week * 7),
    hours: 1_000 + week * 20,
  }));
  const log = hourLog(readings);

  it("are due since their programme was set where nothing is recorded, and by hours where nobody knows them", () => {
    const programmes = [
      { job: "service" as const, months: 3, hours: 250, ...set },
      { job: "grease" as const, hours: 50, ...set },
    ];
    const none = clocksOf(programmes, [], log, "UTC");
    expect(none).toEqual([
      { job: "service", dueMs: days(0) },
      { job: "grease", dueMs: days(0) },
    ]);
    expect(overdueJobs(none, 1_000, days(0))).toEqual(["service", "grease"]);
    const noMeter = clocksOf(
      programmes,
      [{ job: "grease", atMs: days(70), readingId: undefined }],
      hourLog([]),
      "UTC",
    );
    expect(overdueJobs(noMeter, undefined, days(70))).toContain("grease");
  });

  it("take the hours of a job from the reading taken with it, and keep the cycle of one done within its window", () => {
    const done = [0, 11, 25].map((week) => ({
      job: "service" as const,
      atMs: days(week * 7),
      readingId: `${week}`,
    }));
    const by = (some: readonly HourReading[]) =>
      clocksOf([{ job: "service", months: 3, hours: 250, ...set }], done, hourLog(some), "UTC")[0];
    // Due 5 April from 5 January; done 23 March, within its 14 days: next 5 July; done 29 June: next 5 October.
    expect(by(readings)).toEqual({
      job: "service",
      dueMs: Date.parse("2026-10-05T00:00:00Z"),
      dueHours: 1_750,
    });
    // A reading that does not count any more says nothing of when it was done.
    const slipped = readings.map((one) => (one.id === "25" ? { ...one, hours: 9_500 } : one));
    expect(by(slipped)).toEqual({ job: "service", dueMs: days(175) });
  });

  it("hours that have run out stay so until the job is done, whatever is read after", () => {
    const done = [{ job: "grease" as const, atMs: days(0), readingId: "0" }];
    const grease = { job: "grease" as const, hours: 100, ...set };
    const due = (some: readonly HourReading[], nowMs: number) => {
      const known = hourLog(some);
      const { counted, believed } = known;
      const ran = believed ? counted.at(-1)?.machineHours : undefined;
      return overdueJobs(clocksOf([grease], done, known, "UTC"), ran, nowMs).length > 0;
    };
    expect(due(readings.slice(0, 5), days(30))).toBe(false);
    expect(due(readings.slice(0, 6), days(36))).toBe(true);
    // Less is read on the days after: two of them outweigh the one that was right.
    const less = [36, 37].map((day) => ({ id: `less ${day}`, atMs: days(day), hours: 1_085 + day - 36 }));
    const after = [...readings.slice(0, 6), ...less];
    expect(hourLog(after).counted.at(-1)?.machineHours).toBe(1_086);
    expect(due(after, days(38))).toBe(true);
    // A slip past the limit that no machine can have run holds nothing.
    const slip = { id: "slip", atMs: days(30), hours: 1_900 };
    expect(due([...readings.slice(0, 5), slip], days(30))).toBe(false);
  });

  it("a reading that is entered at a desk must fit between those that count", () => {
    const at = (week: number, hours: number) => fits(log, { id: "n", atMs: days(week * 7 + 1), hours });
    expect(at(10, 1_201)).toBeUndefined();
    expect(at(10, 1_199)).toBe("lower");
    expect(at(10, 1_226)).toBe("jump");
    expect(at(10, 1_215)).toBeUndefined();
    expect(at(40, 9_000)).toBe("jump");
    expect(fits(hourLog([]), { id: "n", atMs: 0, hours: 7 })).toBeUndefined();
  });

  it("a machine is not used for more than a week on what its meter showed before", () => {
    const meter = { machineHours: 1_200, aheadHours: 0, atMs: days(1) };
    expect(ranNow(meter, undefined, days(7))).toBe(1_200);
    expect(ranNow(meter, undefined, days(8))).toBeUndefined();
    expect(ranNow(meter, 1_203, days(30))).toBe(1_203);
    expect(ranNow(meter, 9_999, days(2))).toBe(1_200);
    expect(ranNow(undefined, undefined, days(2))).toBeUndefined();
  });

  it("a reading of the walk counts only where it can follow the last", () => {
    const meter = { machineHours: 1_200, aheadHours: 1_000, atMs: days(1) };
    expect(ranBy(meter, { hours: 206, atMs: days(2) })).toBe(1_206);
    expect(ranBy(meter, { hours: 199, atMs: days(2) })).toBeUndefined();
    expect(ranBy(meter, { hours: 2_060, atMs: days(2) })).toBeUndefined();
    expect(ranBy(undefined, { hours: 12, atMs: days(2) })).toBe(12);
    expect(ranBy({ ...meter, machineHours: undefined }, { hours: 206, atMs: days(2) })).toBeUndefined();
  });

  it("a meter is not believed once three readings in a row cannot be; one slip changes nothing", () => {
    const odd = (count: number) =>
      hourLog([
        ...log.counted,
        ...Array.from({ length: count }, (_, i) => ({ id: `odd${i}`, atMs: days(210 + i), hours: 40 + i })),
      ]);
    for (const count of [0, 1, 2]) expect(meterOf(odd(count))?.machineHours).toBe(1_580);
    expect(meterOf(odd(3))).toEqual({ machineHours: undefined, aheadHours: 0, atMs: days(203) });
    const hours: Clock = { job: "grease", dueHours: 1_900 };
    expect(overdueJobs([hours], meterOf(odd(3))?.machineHours, days(220))).toEqual(["grease"]);
    expect(meterOf(hourLog([]))).toBeUndefined();
  });

  it("asks less where it comes round later, by fewer clocks, or not at all: and only then is anything due later", () => {
    const programme = fc.record({
      months: fc.option(fc.integer({ min: 1, max: 24 }), { nil: undefined }),
      hours: fc.option(fc.integer({ min: 10, max: 600 }), { nil: undefined }),
      earlyDays: fc.constantFrom(0, 14),
      noticeDays: fc.constant(14),
    });
    const done = [days(0), days(80), days(140)].map((atMs) => ({
      job: "service" as const,
      atMs,
      readingId: undefined,
    }));
    const due = (one: Programme, nowMs: number, hours: number) =>
      overdueJobs(clocksOf([{ job: "service", ...one, setMs: days(0) }], done, log, "UTC"), hours, nowMs);
    fc.assert(
      fc.property(programme, programme, fc.nat(900), (before, after, day) => {
        if (asksLess(before, after).length > 0) return;
        const hours = 1_000 + (day / 7) * 20;
        // Months that were asked for are asked for still, and so are hours.
        if (due(before, days(day), hours).length > 0)
          expect(due(after, days(day), hours)).toEqual(["service"]);
      }),
    );
    expect(asksLess(undefined, { earlyDays: 0, noticeDays: 0 })).toEqual([]);
    expect(asksLess({ months: 3, earlyDays: 0, noticeDays: 0 }, undefined)).toEqual(["ended"]);
  });
});
