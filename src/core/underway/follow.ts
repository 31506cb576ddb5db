import type { Check } from "../catalogue/catalogue";
import { again, type Recalled } from "../evidence/lasting";
import { seenBy } from "../evidence/seen";
import { planInspection } from "../plan/plan";
import type { Plan, PlanInput, PlanStep } from "../plan/types";
import { visitsOf } from "../plan/visits";
import type { InspectionEvent } from "../record/events";
import { isPlanId, type PlanState, withKnown, withValue } from "../vocabulary/state/values";
import { circumstancesOf } from "./circumstances";
import { dueIn } from "./due";

/** What a walk is planned from, and the checks it was planned without and has to make after all. */
export interface WalkInput extends PlanInput {
  readonly recalled?: readonly Recalled[];
}

/** Plans already worked out, by what they follow from: kept by the caller between two events. */
export type Known = Map<string, Plan>;

/**
 * The plan an inspection under way follows: the one it began with, planned anew from where it stands whenever the
 * operator leaves it (answers a later stop first, says the machine stands otherwise) and from the finding that
 * stops the machine on; and once more wherever a check it was planned without has to be made after all. What was done is
 * kept, in the order it was done. `heldFrom` is the event of that finding, or `start` for a unit already held. The same
 * events always give the same plan.
 */
export function follow(
  { recalled = [], ...input }: WalkInput,
  events: readonly InspectionEvent[],
  heldFrom: string | undefined,
  known: Known = new Map(),
): Plan {
  const { found, atHand, ending } = circumstancesOf(input, events);
  const start: PlanInput = { ...input, found, atHand, ending };
  const at = JSON.stringify([found, atHand, ending]);
  const remember = (key: string, work: () => Plan): Plan => {
    const full = `${at} ${key}`;
    let plan = known.get(full);
    if (plan === undefined) {
      plan = work();
      known.set(full, plan);
    }
    return plan;
  };

  const spared = new Set(input.lent ?? []);
  let held = heldFrom === "start";
  let state = found;
  const done = new Set<string>();
  const doneSteps: PlanStep[] = [];
  let plan = remember(`start ${held}`, () =>
    held ? planInspection({ ...start, progress: { done: [], state, held } }) : planInspection(start),
  );
  const anew = (since: string) => {
    const from = plan;
    const soFar = [...doneSteps];
    const stop = soFar.at(-1)?.stop;
    const progress = {
      done: [...done],
      state,
      held,
      run: `${soFar.length}_`,
      ...(stop === undefined ? {} : { stop }),
    };
    plan = remember(`${since} ${held} ${spared.size}`, () =>
      joined(soFar, planInspection({ ...start, lent: [...spared], progress }), from, found),
    );
  };

  /** Takes back into the walk what is due to be; whether anything was. */
  const takeBack = (due: (one: Recalled) => boolean): boolean =>
    recalled.filter((one) => due(one) && spared.delete(one.check)).length > 0;

  for (const event of events) {
    if (takeBack((one) => "position" in one && one.position <= seenBy(event))) anew(`before ${event.id}`);
    let leaves = takeBack((one) => "event" in one && one.event === event.id);
    if (event.type === "changed") {
      const step = plan.steps.find((s) => s.id === event.step);
      const [what, value = ""] = event.step.split(":", 2);
      if (step !== undefined && step.kind !== "check") {
        state = withValue(state, step.change.variable, step.change.to);
        doneSteps.push(step);
      } else if (what === "stands") {
        const [variable = "", to = ""] = value.split("=", 2);
        if (isPlanId(variable) && state[variable] !== undefined && state[variable] !== to) {
          state = withValue(state, variable, to);
          leaves = true;
        }
      } else if (what === again && spared.delete(value)) leaves = true;
      // What is said of an open finding is no answer: its check is still to be made.
    } else if (event.type !== "matter" && !done.has(event.check)) {
      const check = plan.due.find((c) => c.key === event.check);
      done.add(event.check);
      if (check !== undefined) {
        leaves ||= isAhead(plan, done, check.key);
        doneSteps.push(stepOf(plan, check));
        // Whoever has made a check had the machine in the state it needs.
        const { needs, leaves: left } = check.definition;
        if (event.type !== "skipped") state = withKnown(state, { ...needs, ...left });
      }
    }
    if (event.id === heldFrom) {
      held = true;
      leaves = true;
    }
    if (leaves) anew(event.id);
  }
  if (takeBack(() => true)) anew(`after ${events.at(-1)?.id}`);
  return { ...plan, due: dueIn(input, events) };
}

/** The step of a check, made where the plan has none for it: it was done before a tag was heard of. */
function stepOf(plan: Plan, check: Check): PlanStep {
  const { station, minutes } = check.definition;
  return (
    plan.steps.find((step) => step.kind === "check" && step.check.key === check.key) ?? {
      id: check.key,
      kind: "check",
      check,
      stop: check.at,
      station,
      minutes,
      walkM: 0,
    }
  );
}

/** The check belongs to a stop after the first that still has anything open. */
function isAhead(plan: Plan, done: ReadonlySet<string>, key: string): boolean {
  for (const visit of plan.visits) {
    const checks = visit.steps.flatMap((s) => (s.kind === "check" ? [s.check.key] : []));
    if (checks.includes(key)) return false;
    if (checks.some((k) => !done.has(k))) return true;
  }
  return false;
}

function joined(doneSteps: readonly PlanStep[], rest: Plan, before: Plan, found: PlanState): Plan {
  const steps = [...doneSteps, ...rest.steps];
  return {
    ...rest,
    steps,
    visits: visitsOf(steps, found),
    checks: steps.flatMap((step) => (step.kind === "check" ? [step.check] : [])),
    due: before.due,
  };
}
