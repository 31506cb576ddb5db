import type { Act } from "../catalogue/acts/act";
import { actsOf, operating } from "../catalogue/acts/acts";
import type { Check } from "../catalogue/catalogue";
import type { Machine } from "../machine/machine";
import { isPlanId, type PlanId, type PlanState, type State, withValue } from "../vocabulary/state/values";
import { type Axes, axesAfter, axesAt, axesLeft, starting, startingFor } from "./carried";
import { actOfChange } from "./changed";
import { type Ran, run } from "./run";

/** A step of a plan as far as the proof reads it: a check, as it is made, or one variable changed. */
export type ProofStep =
  | { readonly id: string; readonly kind: "check"; readonly check: Check }
  | {
      readonly id: string;
      readonly kind: "change" | "close";
      readonly change: { readonly variable: PlanId; readonly to: string };
    };

/** One act of a plan, in the state the walk has brought the machine to. */
export interface Moment {
  /** Id of the plan's step. */
  readonly step: string;
  /** The check it belongs to; none where it makes a change. */
  readonly check?: Check;
  readonly act: Act;
  /** What the plan says of the machine then. */
  readonly plan: PlanState;
  readonly from: State;
  /** Run on the machine as built. */
  readonly healthy: Ran;
}

export interface Along {
  readonly moments: readonly Moment[];
  /** Checks that operate something and find nothing that would move. */
  readonly idle: readonly string[];
  /** The machine before each step, as whoever stands there finds it. */
  readonly before: ReadonlyMap<string, State>;
  /** Where the walk leaves the axes, and the machine. */
  readonly axes: Axes;
  readonly plan: PlanState;
}

/** Every act of a plan in order, from how the machine was found. */
export function along(machine: Machine, found: PlanState, steps: readonly ProofStep[]): Along {
  let plan = found;
  let axes = axesAt(machine, found);
  const moments: Moment[] = [];
  const idle: string[] = [];
  const first = machine.stations[0] ?? "ground";

  const make = (step: string, act: Act, check?: Check) => {
    const from = startingFor(machine, plan, axes, act);
    const healthy = run(machine, from, act);
    moments.push({ step, ...(check === undefined ? {} : { check }), act, plan, from, healthy });
    return healthy;
  };

  const before = new Map<string, State>();
  for (const step of steps) {
    const here = plan.who === "platform" && machine.stations.includes("platform") ? "platform" : first;
    before.set(step.id, starting(machine, plan, axes, here, "lift"));
    if (step.kind !== "check") {
      const { variable, to } = step.change;
      const after = withValue(plan, variable, to);
      const there = axesAfter(machine, axes, after, variable);
      const act = actOfChange(machine, { plan, axes }, { plan: after, axes: there }, variable);
      if (act !== undefined) make(step.id, act);
      plan = after;
      axes = there;
      continue;
    }
    const { check } = step;
    const now = { plan, axes };
    const acts = actsOf(check, {
      machine,
      stands: (station, group, given) => starting(machine, now.plan, now.axes, station, group, given),
    });
    if (acts.length === 0 && operating.has(check.definition.id)) idle.push(step.id);
    for (const act of acts) axes = { ...axes, ...axesLeft(make(step.id, act, check).state) };
    for (const [id, value] of Object.entries(check.definition.leaves ?? {})) {
      if (!isPlanId(id) || !(id in plan) || plan[id] === value) continue;
      plan = withValue(plan, id, value);
      axes = axesAfter(machine, axes, plan, id);
    }
  }
  return { moments, idle, before, axes, plan };
}
