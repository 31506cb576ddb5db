import { describe, expect, it } from "vitest";
import { stripOf, stripWeeks } from "./strip";

const week = 7 * 86_400_000;
const met = (earliest: number, likely: number, latest?: number) => ({
  earliestMs: earliest * week,
  likelyMs: likely * week,
  latestMs: latest === undefined ? undefined : latest * week,
});

describe("the next three months of a job", () => {
  it("show the week it falls due, whichever comes first, and the weeks its hours may run out in", () => {
    const { weeks } = stripOf({ state: "not_yet", met: met(2.2, 4.5, 6.1) }, 9.5 * week, undefined, 0);
    expect(weeks).toHaveLength(stripWeeks);
    expect(weeks.map((mark) => mark[0]).join("")).toBe("oommdmmoooooo");
  });
  it("a day that is given stands in its week; overdue, nothing covers the present one", () => {
    const overdue = stripOf({ state: "overdue", met: undefined }, -3 * week, 0.5 * week, 0);
    expect(overdue.weeks[0]).toBe("overdue");
    expect(overdue.planned).toBe(true);
    expect(stripOf({ state: "due_soon", met: undefined }, 1.5 * week, 1.1 * week, 0).weeks[1]).toBe(
      "planned",
    );
    expect(stripOf({ state: "not_yet", met: undefined }, undefined, 20 * week, 0).planned).toBe(false);
  });
});
