import fc from "fast-check";
import { describe, expect, it } from "vitest";
import type { StopId } from "../catalogue/types";
import { placeNumbers } from "./place-numbers";

const stops: readonly StopId[] = ["entry", "rails", "ground_tests", "stack", "park"];
const walks = fc.array(
  fc.constantFrom(...stops).map((stop) => ({ stop })),
  { minLength: 1, maxLength: 60 },
);
const at = (...names: readonly StopId[]) => names.map((stop) => ({ stop }));

describe("placeNumbers", () => {
  it("counts a walk as it began, and calls each place of any other by one name that says where it was", () => {
    fc.assert(
      fc.property(walks, walks, (begun, now) => {
        expect(placeNumbers(begun, begun)).toEqual(begun.map((_, i) => `${i + 1}`));
        const numbers = placeNumbers(begun, now);
        expect(new Set(numbers).size).toBe(now.length);
        for (const [i, { stop }] of now.entries()) {
          const number = Number.parseInt(numbers[i] ?? "", 10);
          if (begun.some((visit) => visit.stop === stop)) expect(begun[number - 1]?.stop).toBe(stop);
          expect(number).toBeLessThanOrEqual(begun.length);
        }
      }),
    );
  });

  it("marks a place come to again, and one the walk did not have", () => {
    expect(
      placeNumbers(at("entry", "ground_tests", "stack", "ground_tests"), [
        ...at("ground_tests", "stack", "ground_tests", "ground_tests", "park", "entry"),
      ]),
    ).toEqual(["2", "3", "4", "4b", "4c", "1"]);
  });
});
