import { describe, expect, it } from "vitest";
import { demoSheets } from "@/demo/sheets/demo-sheets";
import { operating } from "./acts/acts";
import { checksOf, writtenChecks } from "./catalogue";
import { handled, isListed } from "./listed";

describe("as listed", () => {
  it("is never said of what is operated, measured, surveyed or touched", () => {
    for (const sheet of Object.values(demoSheets))
      for (const check of checksOf(sheet).filter(isListed)) {
        const { id, phase, measure, test, powered } = check.definition;
        expect([id, operating.has(id), measure, test, powered ?? false]).toEqual([
          id,
          false,
          undefined,
          undefined,
          false,
        ]);
        expect(["survey", "test_area", "ground_power", "platform", "drive"]).not.toContain(phase);
      }
  });

  it("knows what is handled by checks that are made", () => {
    const known = new Set(writtenChecks.map(({ id }) => id));
    expect([...handled].filter((id) => !known.has(id))).toEqual([]);
  });
});
