import type { Change } from "../plan/changes";
import { closedGoal } from "../plan/closed-goal";
import type { Plan, PlanStep } from "../plan/types";
import { variablesOf } from "../plan/variables";
import type { Sheet } from "../sheet/sheet";
import type { PlanId, PlanState } from "../vocabulary/state/values";

type ChangeStep = Extract<PlanStep, { kind: "change" | "close" }>;

/** What whoever leaves a tagged-out machine makes sure of, whatever the record says. */
const makeSureOf: readonly PlanId[] = ["posture", "key", "stop.ground", "stop.platform", "disconnect"];

/** How a machine that is tagged out is to be left. */
export interface LeaveLike {
  /** Changes to make before anything is looked at again, those made already among them. */
  readonly toDo: readonly ChangeStep[];
  /**
   * What the record has as it must be left, or will have before the walk ends. It is confirmed all the same: the machine
   * may have been set for the next test in between, and nobody has said so yet. What cannot be reached, as the platform's
   * stop of a machine that stays up, is not asked.
   */
  readonly toConfirm: readonly Pick<Change, "variable" | "from" | "to">[];
}

/**
 * Reads off the plan that follows a finding which stops the machine (`follow` with `heldFrom`). `open` names the checks
 * nobody has answered.
 */
export function leaveLike(
  plan: Pick<Plan, "steps" | "final">,
  { sheet, found }: { readonly sheet: Sheet; readonly found: PlanState },
  open: ReadonlySet<string>,
): LeaveLike {
  const last = plan.steps.findLastIndex((step) => step.kind === "check" && !open.has(step.check.key));
  const rest = plan.steps.slice(last + 1);
  const end = rest.findIndex((step) => step.kind === "check");
  const toDo = rest.slice(0, end < 0 ? rest.length : end).filter((step) => step.kind !== "check");
  const asked = new Set(toDo.map(({ change }) => change.variable));
  const goal = closedGoal(variablesOf(sheet), found, "held");
  const toConfirm = makeSureOf.flatMap((variable) => {
    const to = goal[variable];
    if (to === undefined || asked.has(variable) || plan.final[variable] !== to) return [];
    return [{ variable, from: to, to }];
  });
  return { toDo, toConfirm };
}
