import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { plateFit, unitOfCode, unitsFor } from "./plate-match";

const units = Array.from({ length: 40 }, (_, i) => ({
  plate: `LM-${String(i + 1).padStart(2, "0")}`,
  serial: `PB${9000 + 17 * i}K`,
}));

describe("a unit by what one sees of it", () => {
  it("is the first of those that fit, however its plate is typed", () => {
    fc.assert(
      fc.property(
        fc.constantFrom(...units),
        fc.constantFrom("", "lm", "LM", "lm ", "L M-", "l", "LM-0"),
        fc.constantFrom("", " ", "."),
        (unit, before, after) => {
          const number = String(Number(unit.plate.slice(3)));
          expect(unitsFor(`${before}${number}${after}`, units)[0]).toBe(unit);
        },
      ),
    );
  });

  it("is none of another letter or number, and all fit nothing typed", () => {
    expect(unitsFor("", units)).toEqual(units);
    expect(unitsFor("XK 11", units)).toEqual([]);
    expect(unitsFor("411", units)).toEqual([]);
    expect(unitsFor("1", units).map(({ plate }) => plate)).toEqual([
      "LM-01",
      ...Array.from({ length: 10 }, (_, i) => `LM-${10 + i}`),
    ]);
  });

  it("is found by a part of its serial, not by two characters of one", () => {
    expect(unitsFor("pb-9017", units).map(({ plate }) => plate)).toEqual(["LM-02"]);
    expect(plateFit("pb", { plate: "LM-02", serial: "PB9017K" })).toBeUndefined();
  });
});

describe("a unit by the code on its plate", () => {
  it("is the one whose page, plate or serial it is, whole", () => {
    const named = (code: string) => unitOfCode(code, units)?.plate;
    for (const code of ["https://yard.example/units/LM-11", "/units/lm-11?x=1", "LM-11", "lm 11", "PB9017K"])
      expect(named(code)).toBe(code === "PB9017K" ? "LM-02" : "LM-11");
    // Something like it is none: a wrong unit inspected is worse than none found.
    for (const code of [
      "",
      "LM-1",
      "11",
      "9017",
      "https://yard.example/units/",
      "/records/LM-11",
      "LM-11 LM-12",
    ])
      expect(named(code), code).toBeUndefined();
  });
});
