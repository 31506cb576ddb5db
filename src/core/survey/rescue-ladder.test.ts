import { describe, expect, it } from "vitest";
import { demoSheets } from "../../demo/sheets/demo-sheets";
import { fitOf } from "../sheet/read";
import { rescueLadder } from "./rescue-ladder";

describe("the attempts to bring somebody down", () => {
  it("begin with whoever is up there, end with a technician, and name nothing the machine has not", () => {
    for (const sheet of Object.values(demoSheets)) {
      const ladder = rescueLadder(sheet);
      const steps = ladder.map(({ step }) => step);
      const order = [
        ...["from_above", "ground_checks", "ground_panel", "ground_auxiliary"],
        ...["by_hand", "technician", "override"],
      ];
      const places = steps.map((step) => order.indexOf(step));
      expect(places).toEqual(places.toSorted((a, b) => a - b));
      for (const { by, maybe } of ladder) {
        if (by === undefined) continue;
        expect(fitOf(sheet, by)).toBe(maybe ? "unknown" : "fitted");
      }
    }
  });

  it("of a scissor that lowers by a valve or a cable have no override, and what nobody knows is tried and said", () => {
    const scissor = demoSheets["dunmarrow-s24"];
    expect(rescueLadder(scissor).some(({ step }) => step === "override")).toBe(false);
    const { manual_descent: _, ...features } = scissor.features;
    expect(rescueLadder({ ...scissor, features })).toContainEqual({
      step: "by_hand",
      by: "manual_descent",
      maybe: true,
    });
    const none = { ...scissor.features, manual_descent: { fit: "not_fitted" as const } };
    expect(rescueLadder({ ...scissor, features: none }).map(({ by }) => by)).not.toContain("manual_descent");
  });
});
