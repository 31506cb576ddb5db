import type { Act } from "../catalogue/acts/act";
import { actsOf, operating } from "../catalogue/acts/acts";
import type { Check } from "../catalogue/catalogue";
import type { Fault } from "../machine/faults";
import { buildMachine, failingParts, type Machine } from "../machine/machine";
import type { PlanStep } from "../plan/plan";
import type { Sheet } from "../sheet/sheet";
import { type PlanState, withValue } from "../vocabulary/state/values";
import { differs } from "./as-meant";
import { type Axes, axesAfter, axesAt, axesLeft, starting, startingFor } from "./carried";
import { couldShow } from "./reads";
import { type Ran, run, tellsApart } from "./run";

/** One act of a plan, in the state the plan has it made in. */
export interface Tried {
  readonly step: string;
  readonly check: Check;
  readonly act: Act;
  readonly plan: PlanState;
  readonly from: PlanState extends never ? never : ReturnType<typeof startingFor>;
  readonly healthy: Ran;
}

export interface Wrong {
  readonly step: string;
  readonly deed: number;
  readonly expected: string;
  readonly got: string;
}

export interface Proof {
  readonly tried: readonly Tried[];
  /** Checks that operate something, and find nothing that would move. */
  readonly idle: readonly string[];
  readonly axes: Axes;
  readonly wrong: readonly Wrong[];
  readonly masked: readonly { readonly step: string; readonly claims: readonly Fault[] }[];
  readonly faults: readonly Fault[];
  readonly proves: ReadonlyMap<string, readonly Fault[]>;
  readonly seen: readonly Fault[];
}

const built = new WeakMap<Sheet, Machine>();
const failing = new WeakMap<Sheet, readonly { readonly fault: Fault; readonly machine: Machine }[]>();

export function healthyOf(sheet: Sheet): Machine {
  const made = built.get(sheet) ?? buildMachine(sheet);
  built.set(sheet, made);
  return made;
}

/** Every way one part of it can fail, each as a machine of its own. */
export function failedOf(sheet: Sheet): readonly { readonly fault: Fault; readonly machine: Machine }[] {
  let made = failing.get(sheet);
  if (made === undefined) {
    made = failingParts(healthyOf(sheet)).flatMap(({ id, modes }) =>
      modes.map((mode) => {
        const fault = { component: id, mode };
        return { fault, machine: buildMachine(sheet, [fault]) };
      }),
    );
    failing.set(sheet, made);
  }
  return made;
}

/** The acts of a plan, in order, each in the state the walk has brought the machine to. */
export function actsAlong(
  sheet: Sheet,
  found: PlanState,
  steps: readonly PlanStep[],
): { readonly tried: readonly Tried[]; readonly idle: readonly string[]; readonly axes: Axes } {
  const machine = healthyOf(sheet);
  let plan = found;
  let axes = axesAt(machine, found);
  const tried: Tried[] = [];
  const idle: string[] = [];
  for (const step of steps) {
    if (step.kind !== "check") {
      plan = withValue(plan, step.change.variable, step.change.to);
      axes = axesAfter(machine, axes, plan, step.change.variable);
      continue;
    }
    const now = plan;
    const at = axes;
    const acts = actsOf(step.check, {
      machine,
      stands: (station, group, given) => starting(machine, now, at, station, group, given),
    });
    if (acts.length === 0 && operating.has(step.check.definition.id)) idle.push(step.id);
    for (const act of acts) {
      const from = startingFor(machine, plan, axes, act);
      const healthy = run(machine, from, act);
      tried.push({ step: step.id, check: step.check, act, plan, from, healthy });
      axes = { ...axes, ...axesLeft(healthy.state) };
    }
    for (const [id, value] of Object.entries(step.check.definition.leaves ?? {})) {
      if (!(id in plan)) continue;
      const changed = id as keyof PlanState;
      if (plan[changed] === value) continue;
      plan = withValue(plan, changed, value as string);
      axes = axesAfter(machine, axes, plan, changed);
    }
  }
  return { tried, idle, axes };
}

export function prove(sheet: Sheet, found: PlanState, steps: readonly PlanStep[]): Proof {
  const machine = healthyOf(sheet);
  const { tried, idle, axes } = actsAlong(sheet, found, steps);
  const wrong = tried.flatMap(({ step, act, healthy }) =>
    act.deeds.flatMap((deed, i): Wrong[] => {
      const result = healthy.results[i];
      const got = result === undefined ? undefined : differs(machine, deed, result);
      if (got === undefined || deed.must === undefined) return [];
      const expected =
        "because" in deed.must ? `${deed.must.must} because ${deed.must.because}` : deed.must.must;
      return [{ step, deed: i, expected, got }];
    }),
  );
  const failed = failedOf(sheet);
  const proves = new Map<string, Fault[]>();
  const masked: { step: string; claims: readonly Fault[] }[] = [];
  const seen = new Set<Fault>();
  for (const one of tried) {
    const mine: Fault[] = [];
    for (const { fault, machine: broken } of failed) {
      if (!couldShow(machine, one.act, one.from, fault)) continue;
      if (tellsApart(broken, one.from, one.act, one.healthy) === "always") mine.push(fault);
    }
    const fitted = (claim: Fault) => failed.some(({ fault }) => same(fault, claim));
    const missing = one.act.claims.filter((claim) => fitted(claim) && !mine.some((f) => same(f, claim)));
    if (missing.length > 0 || mine.length === 0) masked.push({ step: one.step, claims: missing });
    proves.set(one.step, [...(proves.get(one.step) ?? []), ...mine]);
    for (const f of mine) seen.add(f);
  }
  return {
    tried,
    idle,
    axes,
    wrong,
    masked,
    faults: failed.map(({ fault }) => fault),
    proves,
    seen: [...seen],
  };
}

const same = (one: Fault, other: Fault) => one.component === other.component && one.mode === other.mode;
