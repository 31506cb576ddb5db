import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { type DemoSheetId, demoSheets } from "@/demo/sheets/demo-sheets";
import { fitFor } from "./fit";
import type { NeededWork } from "./needed-work";

const work = (more: Partial<NeededWork> = {}): NeededWork => ({
  ...{ handsM: 6, outM: 0, under: "roof", persons: 1, itemsKg: 20 },
  ...more,
});
const answerFor = (id: DemoSheetId, asked: NeededWork) =>
  fitFor(demoSheets[id], demoSheets[id].family, asked, {});
const against = (id: DemoSheetId, asked: NeededWork) => [
  ...new Set(answerFor(id, asked).against.map(({ topic }) => topic)),
];
const ids = Object.keys(demoSheets) as DemoSheetId[];

describe("can a unit do the work", () => {
  it("by its reach, its load, its size in a door, what the floor bears, and whether it may be out of doors", () => {
    expect(answerFor("dunmarrow-s24", work()).fits).toBe(true);
    expect(against("dunmarrow-s24", work({ handsM: 16 }))).toEqual(["reach"]);
    expect(against("dunmarrow-s24", work({ outM: 6 }))).toEqual(["reach"]);
    expect(against("dunmarrow-s24", work({ itemsKg: 900 }))).toEqual(["load"]);
    expect(against("dunmarrow-s24", work({ persons: 9 }))).toContain("persons");
    expect(against("dunmarrow-s24", work({ door: { widthM: 0.7, heightM: 2.4 } }))).toEqual(["access"]);
    expect(against("dunmarrow-s24", work({ floorPointLoadKg: 100 }))).toEqual(["floor"]);
    expect(against("dunmarrow-s24", work({ under: "open_sky" }))).toEqual(["wind"]);
    expect(answerFor("calder-vey-kb160", work({ handsM: 10, outM: 6, under: "open_sky" })).fits).toBe(true);
  });
  it("is of a kind that will do, where kinds were named", () => {
    expect(answerFor("dunmarrow-s24", work({ families: ["articulating_boom"] })).fits).toBe(false);
    expect(answerFor("dunmarrow-s24", work({ families: ["slab_scissor"] })).fits).toBe(true);
  });
  it("work that asks more is never easier", () => {
    const rising = fc.record({
      id: fc.constantFrom(...ids),
      hands: fc.double({ min: 3, max: 20, noNaN: true }),
      out: fc.constantFrom(0, 2, 5),
      kg: fc.integer({ min: 0, max: 300 }),
      more: fc.constantFrom<(asked: NeededWork) => NeededWork>(
        (asked) => ({ ...asked, itemsKg: asked.itemsKg + 60 }),
        (asked) => ({ ...asked, persons: asked.persons + 1 }),
        (asked) => ({ ...asked, floorPointLoadKg: 300 }),
        (asked) => ({ ...asked, door: { widthM: 0.9, heightM: 2 } }),
      ),
    });
    fc.assert(
      fc.property(rising, ({ id, hands, out, kg, more }) => {
        const asked = work({ handsM: hands, outM: out, itemsKg: kg });
        if (!answerFor(id, asked).fits) expect(answerFor(id, more(asked)).fits).toBe(false);
      }),
      { numRuns: 150 },
    );
  });
});
