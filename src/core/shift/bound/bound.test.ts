import fc from "fast-check";
import load from "highs";
import { describe, expect, it } from "vitest";
import { randomMorning, smallYard } from "@/demo/random-mornings";
import { solveBy } from "@/device/shift/highs-solver";
import { checkTimetable } from "../check-plan";
import { planShift } from "../search";
import { timetableOf } from "../timetable";
import { mostBoundable, shiftBound } from "./bound";

const solve = solveBy(await load());

describe("the proven bound", () => {
  it("is never above what a plan costs, and its own plan keeps the rules", () => {
    fc.assert(
      fc.property(fc.integer({ min: 1, max: 100_000 }), (seed) => {
        const morning = randomMorning(seed, smallYard);
        const bound = shiftBound(morning, solve);
        expect(bound?.crewMin).toBeLessThanOrEqual(planShift(morning).timetable.cost.crewMin);
        const own = timetableOf(morning, bound?.plan ?? { given: {}, orders: {} });
        expect(checkTimetable(morning, own)).toEqual([]);
      }),
      { numRuns: 8 },
    );
  });
  it("counts a crew nobody can serve as late to the end, and one that needs nobody as served", () => {
    const crew = { id: "a", startMin: 60, canUse: {} };
    const nobody = { ...randomMorning(1, smallYard), jobs: [], people: [], endMin: 180 };
    // An hour for being late at all, two until it is given up.
    expect(shiftBound({ ...nobody, crews: [crew] }, solve)?.crewMin).toBe(60 + 120);
    const unit = { ...{ id: "u", place: "yard", assisted: false, failShare: 0 }, ready: true, minutesBy: {} };
    const ready = { ...nobody, nowMin: 50, units: [unit], crews: [{ ...crew, canUse: { u: 15 } }] };
    // Ready, but five minutes too far away.
    expect(shiftBound(ready, solve)?.crewMin).toBe(60 + 5);
  });
  it("is not given for more than it can tell apart", () => {
    const morning = randomMorning(1, { ...smallYard, crews: mostBoundable + 1 });
    expect(shiftBound(morning, solve)).toBeUndefined();
  });
});
