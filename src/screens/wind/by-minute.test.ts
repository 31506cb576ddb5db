import { describe, expect, it } from "vitest";
import { byMinute } from "./by-minute";

const minuteMs = 60_000;

describe("the wind by the minute", () => {
  it("is the mean and the greatest gust of each, and a gap where the meter was silent", () => {
    const samples = [
      // Of the ten seconds that end on the minute: still the minute before.
      { atMs: 10 * minuteMs, meanMps: 2, gustMps: 3 },
      { atMs: 10 * minuteMs + 10_000, meanMps: 4, gustMps: 9 },
      { atMs: 11 * minuteMs, meanMps: 6, gustMps: 7 },
      { atMs: 13 * minuteMs, meanMps: 1, gustMps: 1 },
    ];
    expect(byMinute(samples, 9 * minuteMs, 12 * minuteMs + 30_000)).toEqual([
      { atMs: 9 * minuteMs, meanMps: 2, gustMps: 3 },
      { atMs: 10 * minuteMs, meanMps: 5, gustMps: 9 },
      { atMs: 11 * minuteMs, meanMps: null, gustMps: null },
      { atMs: 12 * minuteMs, meanMps: 1, gustMps: 1 },
    ]);
  });
});
