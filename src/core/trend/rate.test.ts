import { describe, expect, it } from "vitest";
import { tellsFrom } from "./onset";
import { rateChange } from "./rate";

const dayMs = 86_400_000;
/** Walks a day apart: x for one on which it was filled up. */
const walks = (row: string) =>
  [...row].map((mark, i) => ({ id: `${i}`, atMs: i * dayMs, happened: mark === "x" }));
const year = ".".repeat(84);

describe("something that has to be filled up more often", () => {
  it("is told from three times in eight shifts after a year without", () => {
    const more = rateChange(walks(`${year}x...x..x`));
    expect(more?.sure).toBeGreaterThan(tellsFrom);
    expect(more?.since.likelyMs).toBe(84 * dayMs);
    expect(more?.after).toEqual({ times: 3, walks: 8 });
    expect(more?.before).toEqual({ times: 0, walks: 84 });
  });

  it("is weighed as on paper: by Beta(1/2, 50) before, Beta(2, 6) since, one walk in 150", () => {
    // Two fill-ups on the last two of four walks: it began with the third, or there is chance.
    // Since: B(4, 6) / B(2, 6) = (3! 5! / 9!) / (1! 5! / 7!) = (1/504) / (1/42) = 1/12; before: B(0.5, 52) / B(0.5, 50) = (50 * 51) / (50.5 * 51.5);
    // chance: B(2.5, 52) / B(0.5, 50) = (0.5 * 1.5 * 50 * 51) / (50.5 * 51.5 * 52.5 * 53.5).
    const before = (50 * 51) / (50.5 * 51.5);
    const chance = (0.5 * 1.5 * 50 * 51) / (50.5 * 51.5 * 52.5 * 53.5);
    const odds = before / 12 / chance / 150;
    expect(rateChange(walks("..xx"))?.sure).toBeCloseTo(odds / (1 + odds), 8);
  });

  it("is not told of one now and then, of one alone, or of none", () => {
    const nowAndThen = Array.from({ length: 200 }, (_, i) => (i % 37 === 5 ? "x" : ".")).join("");
    expect(rateChange(walks(nowAndThen))?.sure ?? 0).toBeLessThan(tellsFrom);
    expect(rateChange(walks(`${year}x`))).toBeUndefined();
    expect(rateChange(walks(year))).toBeUndefined();
  });
});
