import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { type Clocks, leftMs, lookedAt, type Running, started } from "./timer";

const at = (pageMs: number, wallMs = 1_000_000 + pageMs): Clocks => ({ pageMs, wallMs });
const watched = (timer: Running, forMs: number, ...clocks: readonly Clocks[]) =>
  clocks.reduce<Running>((one, now) => lookedAt(one, now, forMs, "same_page"), timer);

describe("a timer that is part of a test", () => {
  it("runs out when its time is over, as long as the page watches", () => {
    const looks = Array.from({ length: 41 }, (_, i) => at(i * 250));
    const timer = watched(started(at(0)), 10_000, ...looks);
    expect(timer).toMatchObject({ elapsedMs: 10_000, missed: false });
    expect(leftMs(timer, 10_000)).toBe(0);
  });

  it("does not care what the clock on the wall is set to while the page watches", () => {
    fc.assert(
      fc.property(
        fc.array(fc.integer({ min: -86_400_000, max: 86_400_000 }), { minLength: 4, maxLength: 20 }),
        (set) => {
          const looks = set.map((off, i) => at((i + 1) * 500, 1_000_000 + off));
          const timer = watched(started(at(0)), 60_000, ...looks);
          expect(timer).toMatchObject({ elapsedMs: set.length * 500, missed: false });
        },
      ),
    );
  });

  it("goes on through a reload, on a device whose clock is years wrong", () => {
    const wrong = (pageMs: number) => at(pageMs, pageMs - 50_000_000_000);
    const before = watched(started(wrong(0)), 30_000, wrong(1_000), wrong(2_000));
    // Seven seconds later by the same wrong clock, on a page that has only just opened.
    const after = lookedAt(before, { pageMs: 40, wallMs: wrong(9_000).wallMs }, 30_000, "opened_anew");
    expect(after).toMatchObject({ elapsedMs: 9_000, missed: false });
    expect(leftMs(after, 30_000)).toBe(21_000);
  });

  it("is missed where it ran out while the device slept, or while the page was away", () => {
    const half = watched(started(at(0)), 10_000, at(1_000));
    expect(lookedAt(half, at(30_000), 10_000, "same_page").missed).toBe(true);
    // Asleep, a page's own clock may stand still: the wall's has not.
    expect(lookedAt(half, at(1_200, 1_030_000), 10_000, "opened_anew").missed).toBe(true);
    expect(lookedAt(half, at(5_000), 10_000, "same_page").missed).toBe(false);
  });

  it("is missed where the clock was set back over a reload: nobody knows how long it ran", () => {
    const half = watched(started(at(0)), 10_000, at(1_000));
    expect(lookedAt(half, { pageMs: 10, wallMs: 900_000 }, 10_000, "opened_anew").missed).toBe(true);
  });

  it("once missed stays so, and never runs backwards", () => {
    fc.assert(
      fc.property(
        fc.array(
          fc.record({
            pageMs: fc.integer({ min: 0, max: 5_000 }),
            wallMs: fc.integer({ min: -5_000, max: 9_000 }),
          }),
          {
            maxLength: 20,
          },
        ),
        (steps) => {
          let timer = started(at(0));
          let clocks = at(0);
          for (const step of steps) {
            clocks = { pageMs: clocks.pageMs + step.pageMs, wallMs: clocks.wallMs + step.wallMs };
            const next = lookedAt(timer, clocks, 8_000, "same_page");
            expect(next.elapsedMs).toBeGreaterThanOrEqual(timer.elapsedMs);
            if (timer.missed) expect(next.missed).toBe(true);
            timer = next;
          }
        },
      ),
    );
  });
});
