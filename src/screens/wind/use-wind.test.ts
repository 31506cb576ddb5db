import fc from "fast-check";
import { describe, expect, it } from "vitest";
import type { SiteWind } from "@/contract/wind";
import { heardSince } from "./use-wind";

const windOf = (atMs: number, times: readonly number[]): SiteWind => ({
  atMs,
  allowed: [],
  meters: [
    {
      ...{ id: "m", name: "Roof", heightM: 9 },
      samples: times.map((at) => ({ atMs: at, meanMps: 1, gustMps: 2 })),
    },
  ],
});

describe("what is heard of the wind bit by bit", () => {
  it("is what hearing all of it at once would be", () => {
    fc.assert(
      fc.property(fc.array(fc.integer({ min: 1, max: 60 }), { minLength: 1, maxLength: 12 }), (waits) => {
        // A sample each ten seconds; asked after so many of them each time.
        let nowMs = 1_000_000;
        const all = (ms: number) => Array.from({ length: ms / 10_000 }, (_, i) => (i + 1) * 10_000);
        let heard = windOf(nowMs, all(nowMs));
        for (const wait of waits) {
          const sinceMs = heard.atMs - 30_000;
          nowMs += wait * 10_000;
          heard = heardSince(
            heard,
            windOf(
              nowMs,
              all(nowMs).filter((ms) => ms > sinceMs),
            ),
            sinceMs,
          );
        }
        const times = heard.meters[0]?.samples.map(({ atMs }) => atMs);
        expect(times).toEqual(all(nowMs).filter((ms) => ms > nowMs - 2 * 3_600_000));
      }),
    );
  });
});
