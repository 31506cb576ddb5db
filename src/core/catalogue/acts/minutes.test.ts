import { describe, expect, it } from "vitest";
import { demoSheets } from "@/demo/sheets/demo-sheets";
import { foundStowed } from "../../plan/found";
import { planInspection } from "../../plan/plan";
import { along } from "../../proof/along";
import { subjectOf } from "../../proof/faults";
import type { Sheet } from "../../sheet/sheet";
import { usualPractice } from "../../vocabulary/practice";

/** Seconds a hand needs for a deed besides what it lasts. */
const handS = 0.5;

describe("the minutes a test is estimated at", () => {
  it.each(Object.entries<Sheet>(demoSheets))(
    "hold what its acts last, and no idle half hour: %s",
    (_id, sheet) => {
      const found = foundStowed(sheet);
      const { steps } = planInspection({ sheet, scope: { kind: "full" }, practice: usualPractice, found });
      const lasts = new Map<string, number>();
      for (const { step, act } of along(subjectOf(sheet).machine, found, steps).moments)
        lasts.set(
          step,
          (lasts.get(step) ?? 0) + act.deeds.reduce((sum, { seconds }) => sum + seconds + handS, 0),
        );
      const tests = steps.flatMap((step) => {
        const seconds = lasts.get(step.id);
        return step.kind === "check" && seconds !== undefined
          ? [{ seconds, estimate: step.minutes * 60 }]
          : [];
      });
      const sum = (of: (test: (typeof tests)[number]) => number) =>
        tests.reduce((total, one) => total + of(one), 0);
      // Each is a practised person's: none in a fraction of what it lasts, and all together not twice as long.
      expect(tests.filter(({ seconds, estimate }) => estimate < seconds / 4)).toEqual([]);
      expect(sum((t) => t.estimate)).toBeGreaterThan(sum((t) => t.seconds) * 0.7);
      expect(sum((t) => t.estimate)).toBeLessThan(sum((t) => t.seconds) * 2.5);
    },
  );
});
