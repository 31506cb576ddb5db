import { type Check, checksOf } from "../catalogue/catalogue";
import type { CheckStation, Phase, StopId } from "../catalogue/types";
import type { Sheet } from "../sheet/sheet";
import { type Change, reach } from "./changes";
import { type OrderPolicy, phaseOrder } from "./phases";
import { inScope, type Scope } from "./scope";
import { foundStowed, type PlanState, type PlanVariable, variablesOf } from "./variables";
import { loopOf, type StartCorner } from "./walk";

export interface PlanInput {
  readonly sheet: Sheet;
  readonly scope: Scope;
  readonly start: StartCorner;
  readonly order: OrderPolicy;
  /** How the machine was found; stowed where not given. */
  readonly found?: PlanState;
}

interface StepPlace {
  readonly id: string;
  readonly stop: StopId;
  readonly station: CheckStation;
  readonly minutes: number;
}

export type PlanStep =
  | (StepPlace & { readonly kind: "check"; readonly check: Check })
  | (StepPlace & { readonly kind: "change" | "close"; readonly change: Change });

/** One stop on the way: consecutive steps at the same place. */
export interface Visit {
  readonly stop: StopId;
  readonly station: CheckStation;
  readonly steps: readonly PlanStep[];
  /** The state the visit's first check is made in. */
  readonly state: PlanState;
}

export interface Plan {
  readonly steps: readonly PlanStep[];
  readonly visits: readonly Visit[];
  readonly checks: readonly Check[];
  readonly carry: readonly string[];
  readonly needsAssistant: boolean;
  readonly minutes: number;
  readonly final: PlanState;
}

/**
 * Which checks this machine asks for, in an order that respects precedence, with every change of state between
 * them as a step of its own and everything closed at the end. The same input always gives the same plan.
 */
export function planInspection(input: PlanInput): Plan {
  const variables = variablesOf(input.sheet);
  const checks = ordered(input, inScope(input.scope, checksOf(input.sheet)));
  const found = input.found ?? foundStowed(input.sheet);

  const steps: PlanStep[] = [];
  const visits: { stop: StopId; station: CheckStation; steps: PlanStep[]; state: PlanState }[] = [];
  let state = found;
  const add = (step: PlanStep) => {
    steps.push(step);
    const last = visits.at(-1);
    if (last?.stop === step.stop) {
      last.steps.push(step);
      if (!last.steps.slice(0, -1).some((s) => s.kind === "check")) last.state = state;
    } else visits.push({ stop: step.stop, station: step.station, steps: [step], state });
  };

  for (const check of checks) {
    const { definition } = check;
    const reached = reach(variables, state, definition.needs);
    for (const change of reached.changes) {
      add({
        ...changePlace(steps.length, change),
        stop: check.at,
        station: definition.station,
        kind: "change",
        change,
      });
    }
    state = reached.state;
    add({
      id: check.key,
      kind: "check",
      check,
      stop: check.at,
      station: definition.station,
      minutes: definition.minutes,
    });
    state = { ...state, ...definition.leaves };
  }

  const closing = reach(variables, state, closedGoal(variables, found));
  for (const change of closing.changes) {
    add({
      ...changePlace(steps.length, change),
      stop: "close",
      station: "ground",
      kind: "close",
      change,
    });
  }

  return {
    steps,
    visits,
    checks,
    carry: [...new Set(checks.flatMap((c) => c.definition.carry ?? []))].sort(),
    needsAssistant: checks.some((c) => c.definition.assistant === true),
    minutes: steps.reduce((sum, step) => sum + step.minutes, 0),
    final: closing.state,
  };
}

/** Which state everything must be left in: closed, or as it was found where that is the rule. */
export function closedGoal(variables: readonly PlanVariable[], found: PlanState): PlanState {
  const goal: Record<string, string> = {};
  for (const variable of variables) {
    if (variable.closed === "as_left") continue;
    const value = variable.closed === "as_found" ? found[variable.id] : variable.closed;
    if (value !== undefined) goal[variable.id] = value;
  }
  return goal;
}

/** The key a change step is recorded under. */
const changePlace = (index: number, change: Change) => ({
  id: `change.${index}.${change.variable}.${change.to}`,
  minutes: change.minutes,
});

function ordered(input: PlanInput, checks: readonly Check[]): readonly Check[] {
  const phases = phaseOrder(input.order);
  const loop = loopOf(input.sheet, input.start);
  const rank = (check: Check): readonly number[] => [
    phaseRank(phases, check.definition.phase),
    check.definition.phase === "walk" ? loop.indexOf(check.at) : 0,
    // Slope and block tests last; one visit to each incline.
    inclineRank(check),
  ];
  return checks
    .map((check, index) => ({ check, index, rank: rank(check) }))
    .sort((a, b) => compare(a.rank, b.rank) || a.index - b.index)
    .map((entry) => entry.check);
}

const phaseRank = (phases: readonly Phase[], phase: Phase): number => phases.indexOf(phase);

function inclineRank(check: Check): number {
  const incline = check.definition.needs["incline"];
  return incline === undefined
    ? 0
    : ["level", "timber_left", "timber_right", "block", "slope", "beyond_trip"].indexOf(incline);
}

function compare(a: readonly number[], b: readonly number[]): number {
  for (let i = 0; i < a.length; i++) {
    const difference = (a[i] ?? 0) - (b[i] ?? 0);
    if (difference !== 0) return difference;
  }
  return 0;
}
