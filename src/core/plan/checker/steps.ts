import type { PlanStep } from "../types";
import type { CheckedStep } from "./replay";

/** The steps of one of our plans as the checker reads anybody's. */
export const asChecked = (steps: readonly PlanStep[]): readonly CheckedStep[] =>
  steps.map((step) =>
    step.kind === "check"
      ? { id: step.id, kind: step.kind, checkId: step.check.key }
      : { id: step.id, kind: step.kind, leaves: { [step.change.variable]: step.change.to } },
  );
