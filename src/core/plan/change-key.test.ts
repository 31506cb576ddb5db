import { describe, expect, it } from "vitest";
import { wordsOf } from "../vocabulary/state/table";
import { planIds } from "../vocabulary/state/values";
import { changeKey, changeOf } from "./change-key";

describe("the step a change is recorded under", () => {
  it("gives back which change it was, for every variable and value, in a walk planned anew as well", () => {
    for (const variable of planIds)
      for (const to of wordsOf(variable) ?? [])
        for (const number of ["7", "41_12"])
          expect(changeOf(changeKey(number, { variable, to }))).toEqual({ variable, to });
  });

  it("is told from the other things an operator says", () => {
    for (const step of ["found:stowed", "stands:key=off", "people:1", "withdrawn:x", "change.1.nothing.in"])
      expect(changeOf(step)).toBeUndefined();
  });
});
