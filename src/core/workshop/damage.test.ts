import { describe, expect, it } from "vitest";
import { type DamageMark, damageBetween, type WalkSaw } from "./damage";

const mark = (check: string, condition = "scuffed", more: Partial<DamageMark> = {}): DamageMark => ({
  ...{ check, condition, pictures: [] },
  ...more,
});
const saw = (marks: readonly DamageMark[], looked = ["rails", "deck", "tyre", "covers"]): WalkSaw => ({
  ...{ marks, looked: new Set(looked) },
});
const became = (before: WalkSaw, after: WalkSaw) =>
  Object.fromEntries(
    damageBetween(before, after).map((row) => [`${row.check} ${row.condition}`, row.became]),
  );

describe("two walks held against each other", () => {
  it("tell what is new, what was there before, what has grown and what is gone", () => {
    const before = saw([mark("rails"), mark("deck", "dented", { sizeMm: 50 }), mark("covers", "cracked")]);
    const after = saw([mark("rails"), mark("deck", "dented", { sizeMm: 90 }), mark("tyre", "cut")]);
    expect(became(before, after)).toEqual({
      "rails scuffed": "there_before",
      "deck dented": "grown",
      "tyre cut": "new",
      "covers cracked": "gone",
    });
  });

  it("call nothing new where the earlier walk did not look, and nothing gone where the later did not", () => {
    expect(became(saw([], ["deck"]), saw([mark("rails")]))).toEqual({ "rails scuffed": "not_told" });
    expect(became(saw([mark("rails")]), saw([], ["deck"]))).toEqual({ "rails scuffed": "not_told" });
  });

  it("take another condition at the same place for new, and a tape's difference for none", () => {
    expect(became(saw([mark("rails")]), saw([mark("rails", "bent")]))).toEqual({
      "rails bent": "new",
      "rails scuffed": "gone",
    });
    const sized = (sizeMm: number) => saw([mark("deck", "dented", { sizeMm })]);
    expect(became(sized(100), sized(118))).toEqual({ "deck dented": "there_before" });
    expect(became(sized(100), sized(121))).toEqual({ "deck dented": "grown" });
    expect(became(saw([mark("deck", "dented")]), sized(300))).toEqual({ "deck dented": "there_before" });
  });
});
