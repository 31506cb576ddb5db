import { describe, expect, it } from "vitest";
import { isOutOfUse, isReadyFor } from "./fitness";

describe("a unit, for a shift", () => {
  it("is out of use where no inspection would mend it, and only there", () => {
    for (const state of ["tagged_out", "held", "stopped_for_conditions", "repair_overdue"] as const)
      expect(isOutOfUse(state), state).toBe(true);
    for (const state of ["examination_overdue", "job_overdue"] as const) expect(isOutOfUse(state)).toBe(true);
    for (const state of ["inspection_owed", "expired", "not_cleared", "survey_due", "cleared"] as const)
      expect(isOutOfUse(state), state).toBe(false);
  });
  it("is ready while what clears it lasts beyond the start, and not to the very minute of it", () => {
    const cleared = { state: "cleared", usable: true } as const;
    expect(isReadyFor({ ...cleared, untilMs: 1001 }, 1000)).toBe(true);
    expect(isReadyFor({ ...cleared, untilMs: 1000 }, 1000)).toBe(false);
    expect(isReadyFor({ state: "inspection_owed", usable: false }, 1000)).toBe(false);
    // Inspected; where it works is surveyed by those who work there.
    expect(isReadyFor({ state: "survey_due", usable: false }, 1000)).toBe(true);
  });
});
