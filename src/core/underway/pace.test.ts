import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { writtenChecks } from "../catalogue/catalogue";
import type { InspectionEvent } from "../record/events";
import { attentionByStop, quickerThanPossible } from "./pace";

const looks = writtenChecks.slice(0, 30);
const startMs = Date.parse("2026-03-02T05:40:00Z");

/** Answers a number of minutes after the one before, each act its checks together. */
function walked(acts: readonly { readonly checks: readonly number[]; readonly tookMin: number }[]) {
  let atMs = startMs;
  let seq = 0;
  const event = (index: number): InspectionEvent => {
    seq += 1;
    return {
      schema: 2,
      saw: { position: 0, headHash: "" },
      id: `00000000-0000-4000-8000-${String(seq).padStart(12, "0")}`,
      inspectionId: "00000000-0000-4000-8000-000000000000",
      deviceId: "d",
      seq,
      follows: null,
      at: new Date(atMs).toISOString(),
      type: "answered",
      check: `${looks[index]?.id}@entry.v1`,
      result: { kind: "fine" },
    };
  };
  return acts.flatMap(({ checks, tookMin }) => {
    atMs += Math.round(tookMin * 60_000);
    return checks.map(event);
  });
}
const estimate = (checks: readonly number[]) => checks.reduce((sum, i) => sum + (looks[i]?.minutes ?? 0), 0);
const acts = fc.array(
  fc.record({
    checks: fc.uniqueArray(fc.nat(looks.length - 1), { minLength: 1, maxLength: 6 }),
    pace: fc.double({ min: 0.01, max: 3, noNaN: true }),
  }),
  { minLength: 1, maxLength: 20 },
);

describe("a walk's pace", () => {
  it("names what took less than a quarter of a practised person's time, and never what took more", () => {
    fc.assert(
      fc.property(acts, (all) => {
        const timed = all.map(({ checks, pace }) => ({ checks, tookMin: pace * estimate(checks) }));
        const quick = new Set(quickerThanPossible(walked([{ checks: [0], tookMin: 0 }, ...timed])));
        // A check may be answered more than once: what was slow every time is not named.
        const keys = (only: (pace: number) => boolean) =>
          all.flatMap(({ checks, pace }) =>
            only(pace) ? checks.map((i) => `${looks[i]?.id}@entry.v1`) : [],
          );
        const surely = new Set(keys((pace) => pace < 0.24));
        // Two may be slips of the finger.
        if (surely.size >= 3) for (const key of surely) expect(quick).toContain(key);
        expect([1, 2]).not.toContain(quick.size);
        const slowOnly = new Set(keys((pace) => pace > 0.26));
        for (const key of keys((pace) => pace <= 0.26)) slowOnly.delete(key);
        for (const key of slowOnly) expect(quick).not.toContain(key);
      }),
    );
  });

  it("accuses nobody of the first answer, nor of one that another tablet follows", () => {
    const [first, ...rest] = walked([
      { checks: [1], tookMin: 0 },
      { checks: [2, 3, 4], tookMin: 0.001 },
    ]);
    if (first === undefined) throw new Error("expected an answer");
    expect(quickerThanPossible([first])).toEqual([]);
    expect(quickerThanPossible([first, ...rest.map((event) => ({ ...event, deviceId: "other" }))])).toEqual(
      [],
    );
    expect(quickerThanPossible([first, ...rest])).toHaveLength(3);
    expect(quickerThanPossible([first, ...rest.slice(0, 2)])).toEqual([]);
  });

  it("is told stop by stop: what was given, what a practised person needs, and less than that it cannot be", () => {
    const checks = [0, 1, 2];
    const one = walked([
      { checks: [5], tookMin: 0 },
      { checks, tookMin: 2 * estimate(checks) },
      { checks: [6], tookMin: 400 },
    ]);
    const [stop] = attentionByStop([one, one]);
    expect(stop?.stop).toBe("entry");
    // The first of a walk has nothing before it; a break counts ten times at most.
    expect(stop?.practisedMin).toBeCloseTo(2 * estimate([...checks, 6]), 6);
    expect(stop?.tookMin).toBeCloseTo(2 * (2 * estimate(checks) + 10 * estimate([6])), 3);
    expect(stop?.leastMin).toBeCloseTo((stop?.practisedMin ?? 0) / 4, 6);
    expect(attentionByStop([])).toEqual([]);
  });
});
