import { describe, expect, it } from "vitest";
import { stripOf, stripWeeks, together } from "./strip";

const week = 7 * 86_400_000;
const met = (earliest: number, likely: number, latest?: number) => ({
  earliestMs: earliest * week,
  likelyMs: likely * week,
  latestMs: latest === undefined ? undefined : latest * week,
});

describe("the next three months of a job", () => {
  it("show the week it falls due, whichever comes first, and the weeks its hours may run out in", () => {
    const weeks = stripOf({ state: "not_yet", met: met(2.2, 4.5, 6.1) }, 9.5 * week, undefined, 0);
    expect(weeks).toHaveLength(stripWeeks);
    expect(weeks.map((mark) => mark[0]).join("")).toBe("oommdmmoooooo");
  });
  it("a day that is given stands in its week; overdue, nothing covers the present one", () => {
    const overdue = stripOf({ state: "overdue", met: undefined }, -3 * week, 0.5 * week, 0);
    expect(overdue[0]).toBe("overdue");
    expect(stripOf({ state: "due_soon", met: undefined }, 1.5 * week, 1.1 * week, 0)[1]).toBe("planned");
    expect(stripOf({ state: "not_yet", met: undefined }, undefined, 20 * week, 0)).not.toContain("planned");
  });
  it("of several jobs shows of each week what matters most", () => {
    const strip = (dueWeek: number, plannedWeek?: number) =>
      stripOf(
        { state: dueWeek < 0 ? "overdue" : "not_yet", met: undefined },
        (dueWeek + 0.5) * week,
        plannedWeek === undefined ? undefined : (plannedWeek + 0.5) * week,
        0,
      );
    const marks = together([strip(-1, 1), strip(1), strip(8, 2)]);
    expect(marks.map((mark) => mark[0]).join("")).toBe("odpooooodoooo");
    expect(together([])).toEqual(Array.from({ length: stripWeeks }, () => "open"));
  });
});
