import fc from "fast-check";
import { describe, expect, it } from "vitest";
import type { Group } from "./groups";
import { stuckAmong } from "./stuck";

/** Groups by what each waits for. */
const groups = (...after: readonly (readonly number[])[]): readonly Group[] =>
  after.map((waits, index) => ({ index, after: waits }) as unknown as Group);

describe("what is left out where no order keeps every rule", () => {
  it("is one of those that wait for each other in a circle, and none that only waits behind it", () => {
    // 0 is free, 1 and 2 wait for each other, 3 waits behind them.
    expect([1, 2]).toContain(stuckAmong(groups([], [2, 0], [1], [2]))?.index);
    // A circle of three.
    expect([1, 2, 3]).toContain(stuckAmong(groups([], [3], [1], [2], [3]))?.index);
  });

  it("is the last where nothing waits in a circle, and nothing where there is nothing", () => {
    expect(stuckAmong(groups([], [0], [1]))?.index).toBe(2);
    expect(stuckAmong([])).toBeUndefined();
  });

  it("ends every circle after as many groups as there are, whatever waits for what", () => {
    fc.assert(
      fc.property(fc.array(fc.array(fc.nat(11), { maxLength: 4 }), { maxLength: 12 }), (waits) => {
        let left = groups(...waits.map((list) => list.filter((one) => one < waits.length)));
        for (let tries = 0; tries <= waits.length; tries++) {
          const stuck = stuckAmong(left);
          if (stuck === undefined) return left.length === 0;
          // What is left is numbered anew, as planning does.
          const kept = left.filter((group) => group !== stuck);
          const number = new Map(kept.map(({ index }, i) => [index, i]));
          left = groups(...kept.map(({ after }) => after.flatMap((one) => number.get(one) ?? [])));
        }
        return left.length === 0;
      }),
    );
  });
});
