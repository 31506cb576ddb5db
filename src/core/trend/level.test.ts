import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { seeded } from "../vocabulary/seeded";
import { levelChange, meetsMs, type Nature, type Reading } from "./level";
import { sureFrom, tellsFrom } from "./onset";

const dayMs = 86_400_000;
const stopping: Nature = { sense: "at_most", noise: 0.03 };

/** Readings a week apart, each a level and a scatter of at most `by`. */
const weekly = (levels: readonly number[], by = 0.02, seed = 1): readonly Reading[] => {
  const random = seeded(seed);
  return levels.map((level, i) => ({
    id: `${i}`,
    atMs: i * 7 * dayMs,
    value: Math.round((level + (random() * 2 - 1) * by) * 100) / 100,
  }));
};
const steady = (n: number, level = 0.5) => Array.from({ length: n }, () => level);

describe("a change of level", () => {
  it("that creeps is told with since when, how fast, and when it meets its limit", () => {
    const creeping = weekly([...steady(20), ...Array.from({ length: 25 }, (_, i) => 0.5 + 0.012 * (i + 1))]);
    const change = levelChange(creeping, stopping);
    expect(change?.shape).toBe("ramp");
    expect(change?.sure).toBeGreaterThan(sureFrom);
    expect(change?.since.firstMs).toBeLessThanOrEqual(21 * 7 * dayMs);
    expect(change?.since.lastMs).toBeGreaterThanOrEqual(19 * 7 * dayMs);
    expect(change?.before).toBeCloseTo(0.5, 1);
    expect(change?.now).toBeCloseTo(0.8, 1);
    expect((change?.perDay ?? 0) * 7).toBeCloseTo(0.012, 2);
    // 0.8 m and 0.012 m a week: 0.9 m in some eight weeks.
    const lastMs = 44 * 7 * dayMs;
    const weeks = ((change && meetsMs(change, stopping, 0.9, lastMs)) ?? 0) - lastMs;
    expect(weeks / (7 * dayMs)).toBeGreaterThan(6);
    expect(weeks / (7 * dayMs)).toBeLessThan(11);
    expect(change && meetsMs(change, stopping, 0.7, lastMs)).toBeUndefined();
  });

  it("that comes at once is a step, with no day on which it will meet anything", () => {
    const change = levelChange(weekly([...steady(20), ...steady(8, 0.7)]), stopping);
    expect(change?.shape).toBe("step");
    expect(change?.since.likelyMs).toBe(20 * 7 * dayMs);
    expect(change?.perDay).toBe(0);
    expect(change && meetsMs(change, stopping, 0.9, 0)).toBeUndefined();
  });

  it("the other way is an improvement, and none for a limit below is", () => {
    const falling = weekly([...steady(20), ...steady(8, 0.3)]);
    expect(levelChange(falling, stopping)?.sure ?? 0).toBeLessThan(tellsFrom);
    expect(levelChange(falling, { ...stopping, sense: "at_least" })?.sure).toBeGreaterThan(sureFrom);
  });

  it("of what may go either way is told whichever way it goes, from what to what", () => {
    const either: Nature = { sense: "either", noise: 2 };
    const timed = (levels: readonly number[]) => levelChange(weekly(levels, 2), either);
    expect(timed(steady(40, 38))?.sure ?? 0).toBeLessThan(tellsFrom);
    for (const now of [26, 52]) {
      const change = timed([...steady(20, 38), ...steady(10, now)]);
      expect(change?.sure).toBeGreaterThan(sureFrom);
      expect(Math.abs((change?.before ?? 0) - 38)).toBeLessThan(1.5);
      expect(Math.abs((change?.now ?? 0) - now)).toBeLessThan(1.5);
    }
  });

  it("is no single slip of the tape, nor readings closer together than the tape is fine", () => {
    for (const at of [3, 12, 24, 26, 27])
      expect(
        levelChange(weekly(steady(28).map((v, i) => (i === at ? 1.6 : v))), stopping)?.sure ?? 0,
        `slip at ${at}`,
      ).toBeLessThan(tellsFrom);
    expect(levelChange(weekly([...steady(20), ...steady(8, 0.52)], 0), stopping)?.sure ?? 0).toBeLessThan(
      tellsFrom,
    );
  });

  it("is seen past a slip of the tape before it", () => {
    const stepped = weekly([...steady(20), ...steady(8, 0.62)]).map((one, i) =>
      i === 5 ? { ...one, value: 1.6 } : one,
    );
    expect(levelChange(stepped, stopping)).toMatchObject({
      shape: "step",
      since: { likelyMs: 20 * 7 * dayMs },
    });
    expect(levelChange(stepped, stopping)?.sure).toBeGreaterThan(tellsFrom);
  });

  it("is seldom told of readings that only scatter", () => {
    let told = 0;
    for (let seed = 0; seed < 200; seed++)
      if ((levelChange(weekly(steady(52), 0.08, seed), stopping)?.sure ?? 0) >= tellsFrom) told += 1;
    expect(told).toBeLessThanOrEqual(2);
  });

  it("means the same whichever way is worse, and in whatever place the numbers lie", () => {
    fc.assert(
      fc.property(
        fc.array(fc.integer({ min: 0, max: 80 }), { minLength: 7, maxLength: 40 }),
        fc.integer({ min: -500, max: 500 }),
        (raw, shift) => {
          const readings = raw.map((v, i) => ({ id: `${i}`, atMs: i * dayMs, value: v / 8 }));
          const nature: Nature = { sense: "at_most", noise: 0.5 };
          const one = levelChange(readings, nature);
          const turned = levelChange(
            readings.map((r) => ({ ...r, value: shift - r.value })),
            { ...nature, sense: "at_least" },
          );
          expect(turned?.shape).toBe(one?.shape);
          expect(turned?.sure ?? 0).toBeCloseTo(one?.sure ?? 0, 6);
          expect(turned?.since).toEqual(one?.since);
          if (one && turned) expect(turned.now).toBeCloseTo(shift - one.now, 6);
        },
      ),
      // Readings that lie level from some moment on: whichever way they go is a matter of rounding.
      {
        examples: [
          [[31, 21, 4, 33, 13, 14, 48, 34, 41, 55, 10, 0, 4, 20], -2],
          [[60, 5, 30, 26, 60, 9, 14, 38, 43], -253],
        ],
      },
    );
  });

  it("says nothing of too few readings", () => {
    expect(levelChange(weekly([0.5, 0.5, 0.9, 0.9, 0.9, 0.9]), stopping)).toBeUndefined();
    expect(levelChange([], stopping)).toBeUndefined();
  });
});
