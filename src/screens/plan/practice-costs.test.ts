import { describe, expect, it } from "vitest";
import { foundStowed } from "@/core/plan/found";
import { planInspection } from "@/core/plan/plan";
import { faultName } from "@/core/proof/faults";
import { prove } from "@/core/proof/prove";
import { usualPractice } from "@/core/vocabulary/practice";
import { slabScissorSheet } from "@/demo/sheets/slab-scissors";
import { practiceCosts, practiceGaps } from "./practice-costs";

describe("what another order would cost", () => {
  const sheet = slabScissorSheet;
  const otherOf = (survey: typeof usualPractice.survey) =>
    practiceCosts({ versionId: "v", sheet, practice: { ...usualPractice, survey }, minutes: {} }).other;

  it("compares walks of the same checks: a survey apart is no saving, and nothing beside it is", () => {
    expect(otherOf("last").survey?.value).toBe("first");
    expect(otherOf("first").survey?.value).toBe("last");
    expect(otherOf("apart").survey).toBeUndefined();
    expect(otherOf("apart").start).toBeDefined();
  });
});

describe("what an order leaves unproven", () => {
  // A guard whose switch is set wrong shows from the platform, late in the walk, and not from the ground.
  it("is told by name: shown by the walk as it is, and by no step of the walk in the other order", () => {
    const sheet = slabScissorSheet;
    const question = { versionId: "v", sheet, practice: usualPractice, minutes: {} };
    const { gaps } = practiceGaps(question, practiceCosts(question));
    expect(Object.entries(gaps).map(([id, { more, fewer }]) => [id, more.map(faultName), fewer])).toEqual([
      ["guards", ["sensor.guards_not_locked mis_set"], 0],
    ]);
    const provenBy = (guards: typeof usualPractice.guards) => {
      const { steps } = planInspection({
        ...{ sheet, scope: { kind: "full" }, practice: { ...usualPractice, guards } },
      });
      return prove(sheet, foundStowed(sheet), steps).seen.map(faultName);
    };
    expect(provenBy("late")).toContain("sensor.guards_not_locked mis_set");
    expect(provenBy("early")).not.toContain("sensor.guards_not_locked mis_set");
  });
});
