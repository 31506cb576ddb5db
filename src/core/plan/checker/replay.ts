import type { Check } from "../../catalogue/catalogue";
import { entriesOf, type PlanId, type PlanState, withKnown } from "../../vocabulary/state/values";

/** A step as the checker reads it, from our own plans or from anybody's: what is checked, or what is changed. */
export interface CheckedStep {
  readonly id: string;
  readonly kind: "check" | "change" | "close";
  /** For a check: its key. */
  readonly checkId?: string | undefined;
  /** For a change: each variable it changes, and to what. What a check leaves is the catalogue's. */
  readonly leaves?: PlanState | undefined;
}

/** What a rule is shown at each step: the machine before it, and everything done so far. */
export interface Moment {
  readonly step: CheckedStep;
  readonly check: Check | undefined;
  /** For a change: what is changed, and to what. */
  readonly changes: readonly { readonly variable: PlanId; readonly to: string }[];
  /** The machine before the step. */
  readonly state: PlanState;
  /** Keys of the checks done before it. */
  readonly done: ReadonlySet<string>;
}

/** Replays steps one by one, showing each moment; gives the state at the end. */
export function replay(
  steps: readonly CheckedStep[],
  found: PlanState,
  byKey: ReadonlyMap<string, Check>,
  alreadyDone: readonly string[],
  show: (moment: Moment) => void,
): PlanState {
  let state: PlanState = found;
  const done = new Set(alreadyDone);
  for (const step of steps) {
    const check = step.kind === "check" ? byKey.get(step.checkId ?? step.id) : undefined;
    const changes =
      step.kind === "check" ? [] : entriesOf(step.leaves ?? {}).map(([variable, to]) => ({ variable, to }));
    show({ step, check, changes, state, done });
    const leaves = step.kind === "check" ? (check?.definition.leaves ?? {}) : (step.leaves ?? {});
    state = withKnown(state, leaves);
    if (check !== undefined) done.add(check.key);
  }
  return state;
}
