import { describe, expect, it } from "vitest";
import { checksOf } from "@/core/catalogue/catalogue";
import { planInspection } from "@/core/plan/plan";
import { sheetSchema } from "@/core/sheet/sheet";
import { families, powersOf } from "@/core/vocabulary/families";
import { usualPractice } from "@/core/vocabulary/practice";
import { slabScissorSheet } from "@/demo/sheets/slab-scissors";
import { effectOf, emptySheet, withEntry, withFeature, withoutFigure } from "./draft";

const ids = (checks: readonly { readonly definition: { readonly id: string } }[]) =>
  checks.map((c) => c.definition.id);

describe("a sheet being typed in", () => {
  it("shows what an entry switches on and off", () => {
    const shut = effectOf(
      slabScissorSheet,
      withFeature(slabScissorSheet, "gate_interlock", { fit: "fitted" }),
    );
    expect([ids(shut.on), shut.off]).toEqual([["platform.gate_switch", "platform.gate_open"], []]);
    const dark = effectOf(slabScissorSheet, withFeature(slabScissorSheet, "beacon", { fit: "not_fitted" }));
    expect([dark.on, ids(dark.off)]).toEqual([[], ["ground.beacon"]]);
  });

  it("never shows a safety test switched off by one person alone", () => {
    const alone = withFeature(slabScissorSheet, "tilt_sensor", { fit: "not_fitted", manualPage: "4" });
    expect(effectOf(slabScissorSheet, alone)).toEqual({ on: [], off: [] });
    const two = { fit: "not_fitted", manualPage: "4", enteredBy: "a", confirmedBy: "b" } as const;
    expect(ids(effectOf(slabScissorSheet, withFeature(slabScissorSheet, "tilt_sensor", two)).off)).toEqual([
      "tilt.alarm",
    ]);
  });

  it("names each check left blind by a figure taken out", () => {
    expect(withoutFigure(slabScissorSheet)).toEqual([]);
    const blind = withoutFigure(withEntry(slabScissorSheet, "figures", "hydraulic_level_min", undefined));
    expect(blind.map((b) => [b.figure, b.check.definition.id])).toEqual([
      ["hydraulic_level_min", "hydraulic.level"],
    ]);
  });

  it("starts for every family and power as a plan that can be walked, lacking only its names", () => {
    for (const family of families) {
      for (const power of powersOf[family]) {
        const sheet = emptySheet(family, power);
        const problems = sheetSchema.safeParse(sheet).error?.issues.map((i) => i.path.join("."));
        expect(problems, `${family} ${power}`).toEqual(["maker", "model"]);
        const plan = planInspection({
          sheet,
          scope: { kind: "full" },
          ending: "parked",
          practice: usualPractice,
        });
        expect(plan.checks.length).toBe(
          checksOf(sheet).filter(
            ({ definition }) =>
              !["transport", "survey"].includes(definition.phase) && definition.foundRaised !== true,
          ).length,
        );
      }
    }
  });
});
