import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { checksOf } from "@/core/catalogue/catalogue";
import { articulatingBoomSheet } from "@/demo/sheets/articulating-booms";
import { slabScissorSheet } from "@/demo/sheets/slab-scissors";
import { markOf, partsOfKey, shown, stored, titleOfKey, typedUnit } from "./words";

const t = (key: string) => (key === "inspect.decimal" ? "." : key);

describe("figures in the person's measures", () => {
  it("shows metres, millimetres and kilograms in feet, inches and pounds, and volts as volts", () => {
    expect(shown(t, 1.4, "m", "imperial")).toBe("4.6 ft");
    expect(shown(t, 60, "mm", "imperial")).toBe("2.36 in");
    expect(shown(t, 240, "kg", "imperial")).toBe("529 lb");
    expect(shown(t, 12.5, "m/s", "imperial")).toBe("28 mph");
    expect(shown(t, 24.8, "V", "imperial")).toBe("24.8 V");
    expect(shown(t, 100, "%", "metric")).toBe("100 %");
    expect(shown(t, 20, "mm", "metric")).toBe("20 mm");
    expect(shown(() => ",", 1.5, "deg", "metric")).toBe("1,5°");
    expect(shown(t, 4, "count", "metric")).toBe("4");
    // Noughts before the point are part of the figure.
    expect(shown(t, 453.6, "kg", "imperial")).toBe("1000 lb");
    expect(shown(t, 8.94, "m/s", "imperial")).toBe("20 mph");
  });

  it("stores what was typed in the sheet's unit: there and back is the same reading", () => {
    fc.assert(
      fc.property(
        fc.constantFrom(...(["m", "mm", "kg", "m/s", "kPa", "N", "degC"] as const)),
        fc.integer({ min: 1, max: 5_000 }),
        (unit, tenths) => {
          const own = typedUnit(unit, "imperial");
          expect(own).not.toBe(unit);
          // As closely as it is shown, what was typed comes back: however often it goes to and fro.
          const typed = ["ft", "mph", "in"].includes(own) ? tenths / 10 : tenths;
          let words = `${typed} ${own}`;
          for (let i = 0; i < 3; i++)
            words = shown(t, stored(Number(words.split(" ")[0]), unit, "imperial"), unit, "imperial");
          expect(words).toBe(`${typed} ${own}`);
          expect(stored(typed, unit, "metric")).toBe(typed);
        },
      ),
    );
    expect(stored(4.6, "m", "imperial")).toBeCloseTo(1.402, 2);
    expect(stored(24.8, "V", "imperial")).toBe(24.8);
  });
});

describe("keys", () => {
  it("come apart into check and place for every check of the catalogue", () => {
    for (const check of [...checksOf(slabScissorSheet), ...checksOf(articulatingBoomSheet)]) {
      expect(partsOfKey(check.key)).toEqual({
        id: check.definition.id,
        at: check.definition.at.length === 1 ? check.definition.at[0] : partsOfKey(check.key).at,
      });
      expect(titleOfKey(t, check.key)).not.toContain("@");
    }
    expect(titleOfKey(t, "move.ground.lift.up@ground_tests.v1")).toBe(
      "function.lift direction.up, stop.ground_tests",
    );
  });
});

describe("marks", () => {
  it("an incomplete answer never wears the mark of a fine one", () => {
    const assessed = (
      status: "open" | "fine" | "skipped" | "ungradable" | "finding",
      grade?: "watch" | "tag_out",
    ) => markOf({ check: "x", status, grade }, false);
    expect([assessed("open"), assessed("fine"), assessed("skipped"), assessed("ungradable")]).toEqual([
      "open",
      "fine",
      "skipped",
      "skipped",
    ]);
    expect([assessed("finding", "watch"), assessed("finding", "tag_out")]).toEqual(["watch", "tag_out"]);
    expect(markOf({ check: "x", status: "finding", grade: "watch" }, true)).toBe("place");
    expect(markOf(undefined, false)).toBe("open");
  });
});
