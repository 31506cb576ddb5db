import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { randomMorning, smallYard } from "@/demo/random-mornings";
import { checkTimetable } from "./check-plan";
import { listOrder } from "./list-order";
import type { Morning, ShiftPlan } from "./morning";
import { planShift } from "./search";
import { timetableOf } from "./timetable";

const tiny = { units: 6, people: 2, crews: 3 };
/** Rules are kept however long is searched. */
const part = 0.2;
const seeds = fc.integer({ min: 1, max: 100_000 });

/** The least crew-minutes of every plan there is: each way to give units, each way to share the work out, each order. */
function leastByTrying(morning: Morning): number {
  const units = new Map(morning.units.map((unit) => [unit.id, unit]));
  const underWay = morning.people.flatMap((person) => person.underWay?.workId ?? []);
  let least = Number.POSITIVE_INFINITY;
  const share = (
    given: Record<string, string>,
    left: readonly string[],
    orders: ShiftPlan["orders"],
  ): void => {
    const [first, ...rest] = left;
    if (first === undefined) {
      least = Math.min(least, timetableOf(morning, { given, orders }).cost.crewMin);
      return;
    }
    for (const { id } of morning.people) {
      const order = orders[id] ?? [];
      for (let at = 0; at <= order.length; at += 1)
        share(given, rest, { ...orders, [id]: [...order.slice(0, at), first, ...order.slice(at)] });
    }
  };
  const give = (index: number, given: Record<string, string>): void => {
    const crew = morning.crews[index];
    if (crew === undefined) {
      const work = Object.values(given).filter((id) => !units.get(id)?.ready && !underWay.includes(id));
      share(given, work, {});
      return;
    }
    give(index + 1, given);
    for (const unit of Object.keys(crew.canUse))
      if (!Object.values(given).includes(unit)) give(index + 1, { ...given, [crew.id]: unit });
  };
  give(0, {});
  return least;
}

describe("a shift's plan", () => {
  it("is the best there is in a yard small enough to try every plan", () => {
    fc.assert(
      fc.property(seeds, (seed) => {
        const morning = { ...randomMorning(seed, tiny), jobs: [] };
        expect(planShift(morning).timetable.cost.crewMin).toBe(leastByTrying(morning));
      }),
      { numRuns: 12 },
    );
  });
  it("keeps every rule, is never worse than the list's order, and is the same each time", () => {
    fc.assert(
      fc.property(seeds, (seed) => {
        const morning = randomMorning(seed, smallYard);
        const { plan, timetable } = planShift(morning, undefined, part);
        expect(checkTimetable(morning, timetable)).toEqual([]);
        expect(timetable.cost.crewMin).toBeLessThanOrEqual(
          timetableOf(morning, listOrder(morning)).cost.crewMin,
        );
        expect(planShift(morning, undefined, part).plan).toEqual(plan);
      }),
      { numRuns: 8 },
    );
  });
  it("any plan at all has a timetable that keeps the rules", () => {
    fc.assert(
      fc.property(seeds, seeds, (seed, other) => {
        const morning = randomMorning(seed, smallYard);
        // A plan of another morning: people who are not there, units that are tagged, work they may not do.
        const foreign = listOrder(randomMorning(other, smallYard));
        // And one of its own that nothing has weighed: work put in whatever comes first, jobs on units crews have.
        for (const plan of [foreign, listOrder(morning)])
          expect(checkTimetable(morning, timetableOf(morning, plan))).toEqual([]);
      }),
      { numRuns: 60 },
    );
  });
  it("changes nothing of the plan in force where nothing is better", () => {
    fc.assert(
      fc.property(seeds, (seed) => {
        const morning = randomMorning(seed, smallYard);
        const { plan, timetable } = planShift(morning, undefined, part);
        const again = planShift(morning, plan, part).timetable;
        if (again.cost.crewMin === timetable.cost.crewMin) expect(again.cost.changes).toBe(0);
      }),
      { numRuns: 6 },
    );
  });
  describe("with a job on a unit that crews may want", () => {
    const unit = (id: string) => ({
      ...{ id, place: "yard", ready: false, assisted: false, failShare: 0 },
      minutesBy: { p: 10 },
    });
    const job = (crews: "wait" | "none", minutes: number): Morning["jobs"][number] => ({
      ...{ id: "service", place: "yard", assisted: false, dueMin: 400, minutesBy: { q: minutes } },
      on: { unitId: "ua", crews },
    });
    const people = ["p", "q"].map((id) => ({ id, place: "yard", fromMin: 0, untilMin: 500 }));
    const morning = (canUse: readonly string[], jobs: Morning["jobs"]): Morning => ({
      ...{ nowMin: 0, endMin: 180, units: [unit("ua"), unit("ub")], jobs, people },
      crews: [{ id: "a", startMin: 60, canUse: Object.fromEntries(canUse.map((id) => [id, 0])) }],
      ...{ walkingMin: {}, elsewhereMin: 0, assistants: 0 },
    });
    const done = ({ timetable }: ReturnType<typeof planShift>) =>
      timetable.slots.find(({ workId }) => workId === "service");

    it("keeps that unit for the job where the crew can have another, and leaves the job where it cannot", () => {
      const both = planShift(morning(["ua", "ub"], [job("none", 90)]));
      expect(both.plan.given).toEqual({ a: "ub" });
      expect(done(both)).toMatchObject({ personId: "q" });
      const only = planShift(morning(["ua"], [job("none", 90)]));
      expect(only.plan.given).toEqual({ a: "ua" });
      expect(done(only)).toBeUndefined();
    });

    it("does a short one before the crew has it, never while somebody else is at it; one too long not at all", () => {
      const greased = planShift(morning(["ua"], [job("wait", 15)]));
      expect(greased.timetable.crews[0]?.readyMin).toBe(25);
      expect(checkTimetable(morning(["ua"], [job("wait", 15)]), greased.timetable)).toEqual([]);
      const tooLong = planShift(morning(["ua"], [job("wait", 55)]));
      expect(tooLong.timetable.crews[0]?.lateMin).toBe(0);
      expect(done(tooLong)).toBeUndefined();
    });
  });

  it("begins with what the supervisor put first, whatever waits for something else", () => {
    fc.assert(
      fc.property(seeds, (seed) => {
        const morning = randomMorning(seed, smallYard);
        const { timetable } = planShift(morning, undefined, part);
        const [slot] = timetable.slots.filter(
          ({ workId, personId }) =>
            morning.people.find(({ id }) => id === personId)?.underWay?.workId !== workId &&
            morning.people.find(({ id }) => id === personId)?.first !== workId,
        );
        if (slot === undefined) return;
        const people = morning.people.map((one) =>
          one.id === slot.personId ? { ...one, first: slot.workId } : one,
        );
        const asked = { ...morning, people };
        const after = planShift(asked, undefined, part).timetable;
        const theirs = after.slots
          .filter(({ personId }) => personId === slot.personId)
          .map(({ workId }) => workId)
          .filter((id) => people.find((one) => one.id === slot.personId)?.underWay?.workId !== id);
        if (theirs.includes(slot.workId)) expect(theirs[0]).toBe(slot.workId);
        expect(checkTimetable(asked, after)).toEqual([]);
      }),
      { numRuns: 6 },
    );
  });

  it("does what fails often first where the crews do not mind", () => {
    const unit = (id: string, failShare: number) => ({
      ...{ id, place: "yard", ready: false, assisted: false, failShare },
      minutesBy: { p: 10 },
    });
    const morning: Morning = {
      nowMin: 0,
      endMin: 180,
      crews: ["a", "b"].map((id) => ({ id, startMin: 60, canUse: { [`u${id}`]: 0 } })),
      units: [unit("ua", 0.01), unit("ub", 0.4)],
      jobs: [{ id: "j", place: "yard", assisted: false, dueMin: 400, minutesBy: { p: 45 } }],
      people: [{ id: "p", place: "yard", fromMin: 0, untilMin: 240 }],
      walkingMin: {},
      elsewhereMin: 0,
      assistants: 0,
    };
    // The job comes after the crews, though it is the longest.
    expect(planShift(morning).plan.orders).toEqual({ p: ["ub", "ua", "j"] });
  });
});

describe("the checker", () => {
  const morning = randomMorning(3, smallYard);
  const { timetable } = planShift(morning);
  const rules = (changed: Partial<typeof timetable>, of = morning) => [
    ...new Set(checkTimetable(of, { ...timetable, ...changed }).map(({ rule }) => rule)),
  ];
  const [first] = timetable.slots.filter(
    ({ workId }) => !morning.people.some(({ underWay }) => underWay?.workId === workId),
  );
  it("finds every rule that is broken", () => {
    if (first === undefined) throw new Error("expected work in the plan");
    const others = timetable.slots.filter((slot) => slot !== first);
    const put = (slot: Partial<typeof first>) => ({ slots: [...others, { ...first, ...slot }] });
    expect(rules({})).toEqual([]);
    expect(rules(put({ personId: "nobody" }))).toContain("nobody_such");
    expect(rules(put({ endMin: first.startMin }))).toContain("too_short");
    expect(rules(put({ startMin: -5, endMin: 5 + first.endMin }))).toContain("outside_hours");
    expect(rules(put({ endMin: 10_000 }))).toContain("outside_hours");
    expect(rules({ slots: [...timetable.slots, first] })).toEqual(
      expect.arrayContaining(["twice", "two_places"]),
    );
    expect(
      rules({}, { ...morning, units: morning.units.map((unit) => ({ ...unit, minutesBy: {} })) }),
    ).toContain("may_not");
    expect(
      rules(
        {},
        { ...morning, assistants: 0, units: morning.units.map((unit) => ({ ...unit, assisted: true })) },
      ),
    ).toContain("no_helper");
    expect(
      rules(
        {},
        {
          ...morning,
          people: morning.people.map((one) => ({ ...one, underWay: { workId: "u000", doneMin: 1 } })),
        },
      ),
    ).toContain("taken_away");
    expect(
      rules({}, { ...morning, crews: morning.crews.map((crew) => ({ ...crew, canUse: {} })) }),
    ).toContain("unfit");
    const [one, two] = timetable.crews.filter(({ unitId }) => unitId !== undefined);
    if (one === undefined || two === undefined) throw new Error("expected two crews with a unit");
    expect(rules({ crews: [one, { ...two, unitId: one.unitId }] })).toContain("given_twice");
    expect(
      rules({
        slots: others.filter(({ workId }) => workId !== one.unitId),
        crews: [{ ...one, readyMin: -9 }],
      }),
    ).toContain("not_ready");
    expect(rules({ crews: [{ ...one, lateMin: one.lateMin + 1 }] })).toContain("lateness");
    const later = timetable.slots.find(
      ({ personId, startMin, workId }) =>
        timetable.slots.some((other) => other.personId === personId && other.startMin < startMin) &&
        !morning.people.some(({ underWay }) => underWay?.workId === workId),
    );
    if (later === undefined) throw new Error("expected somebody with a second piece of work");
    const people = morning.people.map((person) =>
      person.id === later.personId ? { ...person, first: later.workId, underWay: undefined } : person,
    );
    expect(rules({}, { ...morning, people: people as Morning["people"] })).toContain("not_first");
    const onIt = (crews: "wait" | "none") => ({
      ...morning,
      jobs: [
        { id: "job", place: first.workId, assisted: false, dueMin: 99, minutesBy: { [first.personId]: 1 } },
      ].map((job) => ({ ...job, on: { unitId: one.unitId ?? "", crews } })),
    });
    const atOne = timetable.slots.find(({ workId }) => workId === one.unitId);
    const job = {
      ...first,
      workId: "job",
      startMin: atOne?.startMin ?? 0,
      endMin: 1 + (atOne?.startMin ?? 0),
    };
    expect(rules({ slots: [...timetable.slots, job] }, onIt("none"))).toContain("job_on_given");
    if (atOne !== undefined)
      expect(rules({ slots: [...timetable.slots, job] }, onIt("wait"))).toContain("two_at_one");
    const after = { ...job, startMin: 5_000, endMin: 5_001 };
    expect(rules({ slots: [...timetable.slots, after] }, onIt("wait"))).toContain("not_ready");
  });
});
