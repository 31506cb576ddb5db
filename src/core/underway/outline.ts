import type { Check, CheckKey } from "../catalogue/catalogue";
import type { Incomplete } from "../plan/possible";
import type { Plan, PlanStep } from "../plan/types";
import { visitsOf } from "../plan/visits";
import type { PlanState } from "../vocabulary/state/values";

type CheckStep = Extract<PlanStep, { kind: "check" }>;
type StepOutline = Exclude<PlanStep, CheckStep> | Omit<CheckStep, "check">;

/** A plan with its checks by key: what is handed from one thread to another. */
export interface PlanOutline extends Omit<Plan, "steps" | "visits" | "checks" | "due" | "incomplete"> {
  readonly steps: readonly StepOutline[];
  readonly incomplete: readonly { readonly check: CheckKey; readonly reason: Incomplete["reason"] }[];
  /** Checks the plan has besides those due: answered before they were no longer. */
  readonly others: readonly Check[];
}

export function outlineOf({ visits: _visits, checks, due, ...plan }: Plan): PlanOutline {
  const keys = new Set(due.map(({ key }) => key));
  return {
    ...plan,
    steps: plan.steps.map((step) => {
      if (step.kind !== "check") return step;
      const { check: _check, ...outline } = step;
      return outline;
    }),
    incomplete: plan.incomplete.map(({ check, reason }) => ({ check: check.key, reason })),
    others: [...checks, ...plan.incomplete.map(({ check }) => check)].filter(({ key }) => !keys.has(key)),
  };
}

/** The plan an outline is of. `due` is what the plan was due by, `found` the machine it began with. */
export function planFrom(
  { others, incomplete, steps: outlined, ...rest }: PlanOutline,
  due: readonly Check[],
  found: PlanState,
): Plan {
  const byKey = new Map([...others, ...due].map((check) => [check.key, check]));
  const checkOf = (key: CheckKey): Check => {
    const check = byKey.get(key);
    if (check === undefined)
      throw new Error(`expected ${key} among what is due: the outline is of another plan`);
    return check;
  };
  const steps = outlined.map(
    (step): PlanStep => (step.kind === "check" ? { ...step, check: checkOf(step.id) } : step),
  );
  return {
    ...rest,
    steps,
    visits: visitsOf(steps, found),
    checks: steps.flatMap((step) => (step.kind === "check" ? [step.check] : [])),
    due,
    incomplete: incomplete.map(({ check, reason }) => ({ check: checkOf(check), reason })),
  };
}
