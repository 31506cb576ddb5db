import { describe, expect, it } from "vitest";
import { articulatingBoomSheet } from "@/demo/sheets/articulating-booms";
import { demoSheets } from "@/demo/sheets/demo-sheets";
import { slabScissorSheet } from "@/demo/sheets/slab-scissors";
import { figureOf } from "../sheet/read";
import { type Sheet, sheetSchema } from "../sheet/sheet";
import { figures } from "../vocabulary/figures";
import { checksOf, measureOf } from "./catalogue";

const sheets: readonly Sheet[] = Object.values(demoSheets);

describe("the catalogue", () => {
  it("gives every check a key of its own, conditions of its own and a defeated condition that cannot be waved through", () => {
    for (const sheet of sheets) {
      const checks = checksOf(sheet);
      expect(new Set(checks.map((c) => c.key)).size).toBe(checks.length);
      for (const check of checks) {
        expect(Object.keys(check.definition.conditions).length).toBeGreaterThan(0);
        if (check.definition.station !== "survey")
          expect(check.conditions["defeated"]?.floor).toBe("device_defeated");
        const beyond = check.definition.measure?.beyond;
        if (beyond !== undefined) expect(check.conditions).toHaveProperty(beyond);
      }
    }
  });

  it("switches a check off only for not fitted; unknown keeps it on", () => {
    const without = structuredClone(articulatingBoomSheet);
    without.features.crush_guard = { fit: "not_fitted", manualPage: "3-2", enteredBy: "a", confirmedBy: "b" };
    const unsure = structuredClone(articulatingBoomSheet);
    delete unsure.features.crush_guard;
    const has = (sheet: typeof without) =>
      checksOf(sheet).some((c) => c.definition.id === "platform.crush_guard");
    expect([has(articulatingBoomSheet), has(unsure), has(without)]).toEqual([true, true, false]);
  });

  it("never drops a check whose place the sheet does not set", () => {
    const noPlaces = { ...slabScissorSheet, positions: {} };
    expect(
      checksOf(noPlaces)
        .map((c) => c.key)
        .sort(),
    ).toEqual(
      checksOf(slabScissorSheet)
        .map((c) => c.key)
        .sort(),
    );
  });

  it("has a figure on the demo sheets for every measure", () => {
    for (const sheet of sheets) {
      for (const { definition } of checksOf(sheet)) {
        if (definition.measure)
          if (definition.measure.nominal !== true)
            expect(figureOf(sheet, definition.measure.limit), definition.id).toBeTypeOf("number");
      }
    }
  });
});

describe("measureOf", () => {
  it("gives every measured check its unit, that of its limit on the sheet, and no other check one", () => {
    for (const { key, definition } of sheets.flatMap(checksOf)) {
      const { measure } = definition;
      expect(measureOf(key), key).toBe(measure);
      if (measure?.limit !== undefined) expect(measure.unit, key).toBe(figures[measure.limit]);
    }
  });
});

describe("the sheet", () => {
  it("the demo sheets parse", () => {
    for (const sheet of sheets) expect(sheetSchema.parse(sheet)).toEqual(sheet);
  });
});
