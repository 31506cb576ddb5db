import { describe, expect, it } from "vitest";
import { otherPractice } from "@/demo/random-input";
import { demoSheets } from "@/demo/sheets/demo-sheets";
import type { Sheet } from "../sheet/sheet";
import { usualPractice } from "../vocabulary/practice";
import { canBeFound, foundState } from "./found";
import { planInspection } from "./plan";
import type { PlanStep } from "./types";

const raisable = Object.entries<Sheet>(demoSheets).filter(([, sheet]) => canBeFound(sheet, "raised"));
const isChange = (step: PlanStep, variable: string, to: string) =>
  step.kind !== "check" && step.change.variable === variable && step.change.to === to;
const idOf = (step: PlanStep) => (step.kind === "check" ? step.check.definition.id : "");

/** Said in a few lines, without the planner's rules: what must be true of any order on a machine found in the air. */
describe.each(raisable)("%s found in the air", (_id, sheet) => {
  it.each([usualPractice, otherPractice])(
    "is looked at, watched, switched off and let down, in that order",
    (practice) => {
      const found = foundState(sheet, ["raised"]);
      const { steps } = planInspection({ sheet, scope: { kind: "full" }, practice, found });
      const first = (test: (step: PlanStep) => boolean) => {
        const at = steps.findIndex(test);
        return at < 0 ? steps.length : at;
      };
      const powerOn = first((s) => isChange(s, "disconnect", "on"));
      const down = first(
        (s) =>
          isChange(s, "posture", "stowed") ||
          (s.kind === "check" && ["stowed", "on_prop"].includes(s.check.definition.leaves?.posture ?? "")),
      );
      const mainPump = first((s) => isChange(s, "engine", "running") || isChange(s, "posture", "stowed"));
      // Eyes before power; not seen to creep before power.
      expect(first((s) => idOf(s) === "raised.from_outside")).toBeLessThan(powerOn);
      const looks = steps.filter((s) => s.kind === "check" && s.check.definition.seenRaised === true);
      for (const look of looks) expect(steps.indexOf(look)).toBeLessThan(powerOn);
      const drift = first((s) => idOf(s) === "lower.drift");
      if (drift < steps.length) expect(drift).toBeLessThan(powerOn);
      // Its stop is proven before it comes down at all, and by something else than the main pump where it can.
      expect(first((s) => idOf(s) === "ground.stop_button")).toBeLessThan(down);
      expect(down).toBeLessThanOrEqual(mainPump);
      // Nobody walks round it, or under it, before it is down; nobody boards it either.
      const loop = first(
        (s) => s.kind === "check" && s.check.definition.phase === "walk" && !looks.includes(s),
      );
      expect(down).toBeLessThan(loop);
      expect(down).toBeLessThan(first((s) => isChange(s, "who", "platform")));
      // It is raised again on purpose only after the loop.
      const again = first((s) => isChange(s, "posture", "raised"));
      if (again < steps.length && again > down) expect(loop).toBeLessThan(again);
    },
  );
});
