import { type Check, checksOf } from "../catalogue/catalogue";
import type { CheckStation, StopId } from "../catalogue/types";
import type { Sheet } from "../sheet/sheet";
import type { Ending, FullEnding } from "../vocabulary/endings";
import type { Practice } from "../vocabulary/practice";
import type { Scope } from "../vocabulary/scope";
import { entriesOf, type PlanState, withValue } from "../vocabulary/state/values";
import { asPractised } from "./as-practised";
import { changesBoundMin, walkBoundMin } from "./bound";
import { changeKey } from "./change-key";
import { type Change, meansOf, reachWalkingLeast } from "./changes";
import { foundStowed } from "./found";
import { type Group, groupsOf } from "./groups";
import type { OutlineM } from "./places";
import { walkM_per_min } from "./places";
import { type AtHand, everythingAtHand, type Incomplete, possibleWith } from "./possible";
import { endingOf, inScope } from "./scope";
import { cheapestOrder, edgesOf, type Found, tryReach } from "./search";
import { stuckAmong } from "./stuck";
import type { PlanVariable } from "./variables";
import { loopOf, turns } from "./walk";

export interface PlanInput {
  readonly sheet: Sheet;
  readonly scope: Scope;
  readonly practice: Practice;
  /** How the machine was found; stowed where not given. */
  readonly found?: PlanState;
  /** Who and what is there; everything, and two people, where not given. */
  readonly atHand?: AtHand;
  /** What a machine inspected in full is left for; ready to work where not given. */
  readonly ending?: FullEnding;
  /** Minutes a check has taken here, by its id; the catalogue's estimate for the others. */
  readonly minutes?: Readonly<Record<string, number>>;
  /** What has been done already: the rest is planned from there. */
  readonly progress?: Progress;
}

/** Where an inspection under way stands. */
export interface Progress {
  readonly done: readonly string[];
  /** The machine now. */
  readonly state: PlanState;
  /** The stop the person stands at. */
  readonly stop?: StopId;
  /** A finding that stops the machine stands: it may be looked at, and no longer operated. */
  readonly held: boolean;
  /** Goes before the numbers of the changes planned from here, so that no two plans of one inspection share an id. */
  readonly run?: string;
}

interface StepPlace {
  readonly id: string;
  readonly stop: StopId;
  readonly station: CheckStation;
  readonly minutes: number;
  /** Metres walked to it. */
  readonly walkM: number;
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

export interface Cost {
  /** Walked, round the outline of the machine. */
  readonly metres: number;
  /** Climbs into the platform and out of it. */
  readonly climbs: number;
  /** Changes of the machine's state, climbs not counted. */
  readonly changes: number;
  /** All of it: checks, changes, climbing, walking. */
  readonly minutes: number;
}

export interface Plan {
  readonly steps: readonly PlanStep[];
  readonly visits: readonly Visit[];
  readonly checks: readonly Check[];
  /** Everything that is inspected, those that cannot be checked this time among it. */
  readonly due: readonly Check[];
  /** What this time cannot be checked, and why: said before the walk starts. */
  readonly incomplete: readonly Incomplete[];
  readonly carry: readonly string[];
  readonly needsAssistant: boolean;
  readonly minutes: number;
  readonly cost: Cost;
  /** No order costs less, with changes made one at a time as each needs. */
  readonly exact: boolean;
  readonly final: PlanState;
}

/** How far a plan may be from the cheapest. */
export interface Bound {
  /** Minutes no plan of these checks can do without. */
  readonly lowerBound: number;
  /** (minutes - lower bound) / minutes. */
  readonly gap: number;
}

/**
 * Which checks this machine asks for, in the cheapest order that respects precedence, with every change of state
 * between them as a step of its own and everything closed at the end. The same input always gives the same plan.
 */
export const planInspection = (input: PlanInput): Plan => planWithout(input, new Set()).plan;

/** The same plan and its bound, which takes a third as long again: whoever walks goes without. */
export function planWithBound(input: PlanInput): Plan & Bound {
  const { plan, lowerBoundMin } = planWithout(input, new Set());
  const lowerBound = lowerBoundMin();
  return { ...plan, lowerBound, gap: plan.minutes === 0 ? 0 : (plan.minutes - lowerBound) / plan.minutes };
}

interface Planned {
  readonly plan: Plan;
  readonly lowerBoundMin: () => number;
}

/** These checks left out because no order that holds them keeps every rule. */
function planWithout(input: PlanInput, leftOut: ReadonlySet<string>): Planned {
  const { sheet, practice } = input;
  const found = input.found ?? foundStowed(sheet);
  const atHand = input.atHand ?? everythingAtHand;
  const state = input.progress?.state ?? found;
  const means = meansOf(sheet, { key: atHand.key, held: input.progress?.held ?? false });
  const known = new Set(means.variables.map((v) => v.id));

  const inspected = endingOf(input.scope, input.ending);
  const done = new Set(input.progress?.done ?? []);
  const wanted = dueFor(input);
  const open = wanted.filter((check) => !done.has(check.key));
  const { possible, incomplete } = possibleWith(
    open.filter((check) => !leftOut.has(check.key)),
    means,
    atHand,
    state,
  );

  const at = input.progress?.stop === undefined ? undefined : means.outline.at(input.progress.stop);
  const areaSeen = possible.some((check) => check.definition.leaves?.["testArea"] !== undefined);
  const before: PlanState = areaSeen ? { ...state, testArea: "confirmed" } : state;
  const closed = closable(closedGoal(means.variables, found, means.held ? "held" : inspected), (goal) =>
    tryReach(means, before, goal, at),
  );
  const groups = groupsOf(possible, practice, known, means.outline, found).map((group) =>
    leavesIt(group, practice) ? { ...group, needs: { ...group.needs, ...closed } } : group,
  );
  const problem = {
    groups,
    means,
    state,
    at,
    closed,
    boardsAfter: groups.filter((g) => g.rails).map((g) => g.index),
    ridesAfter: groups.filter((g) => g.lowers).map((g) => g.index),
    setsAfter: groups.filter((g) => g.stops).map((g) => g.index),
  };
  const edges = edgesOf(problem);
  const loops = turns.map((turn) => loopOf(groups, sheet, practice.start, means.outline, turn, at));
  let best: Found = { order: undefined, minutes: Number.POSITIVE_INFINITY, exact: true };
  for (const loop of loops) {
    const other = cheapestOrder(problem, loop, edges, best.minutes);
    best = { ...(other.order === undefined ? best : other), exact: best.exact && other.exact };
  }
  if (best.order === undefined) {
    const stuck = stuckAmong(groups);
    if (stuck === undefined)
      throw new Error(`no way leads from ${JSON.stringify(state)} to how it is to be left`);
    return planWithout(input, new Set([...leftOut, ...stuck.checks.map(({ key }) => key)]));
  }

  const minutesOf = (check: Check) => input.minutes?.[check.definition.id] ?? check.definition.minutes;
  const laid = layOut(
    best.order.map((index) => groups[index] as Group),
    { means, state, at, closed, minutesOf, run: input.progress?.run ?? "" },
  );
  const { steps } = laid;
  const minutes = steps.reduce((sum, step) => sum + step.minutes + step.walkM / walkM_per_min, 0);
  const lowerBoundMin = () => {
    const checking = possible.reduce((sum, check) => sum + minutesOf(check), 0);
    const ends = { found: state, closed };
    const walking = Math.min(...loops.map((loop) => walkBoundMin(groups, loop, means, ends)));
    return checking + changesBoundMin(groups, means, ends) + walking;
  };
  const plan: Plan = {
    steps,
    visits: visitsOf(steps, state),
    due: wanted,
    checks: steps.flatMap((step) => (step.kind === "check" ? [step.check] : [])),
    incomplete: [
      ...incomplete,
      ...open
        .filter((check) => leftOut.has(check.key))
        .map((check): Incomplete => ({ check, reason: { why: "out_of_reach" } })),
    ],
    carry: [...new Set(possible.flatMap((c) => c.definition.carry ?? []))].sort(),
    needsAssistant: possible.some((c) => c.definition.assistant === true),
    minutes,
    cost: costOf(steps),
    exact: best.exact,
    final: laid.state,
  };
  return { plan, lowerBoundMin };
}

/** Every check that is due on such a day, as it is made then, whether it can be made or not. */
export function dueFor(input: PlanInput): readonly Check[] {
  const { sheet, practice, scope } = input;
  const found = input.found ?? foundStowed(sheet);
  const hasRamp = !(input.atHand ?? everythingAtHand).missing.includes("ramp");
  const ending = endingOf(scope, input.ending);
  const practised = asPractised(sheet, practice, { found, hasRamp, ending });
  return inScope(scope, checksOf(sheet), sheet, found, ending).map(practised);
}

/** It is parked as it is to be left; and who surveys the workplace last has left the machine. */
function leavesIt(group: Group, practice: Practice): boolean {
  const phase = group.checks[0]?.definition.phase;
  return phase === "park" || (phase === "survey" && practice.survey === "last");
}

/** What a sequence of steps costs. */
export function costOf(steps: readonly PlanStep[]): Cost {
  const changes = steps.flatMap((step) => (step.kind === "check" ? [] : [step.change]));
  const climbs = changes.filter((change) => change.variable === "who").length;
  const metres = steps.reduce((sum, step) => sum + step.walkM, 0);
  return {
    metres,
    climbs,
    changes: changes.length - climbs,
    minutes: steps.reduce((sum, step) => sum + step.minutes, 0) + metres / walkM_per_min,
  };
}

interface LayOut {
  readonly means: ReturnType<typeof meansOf>;
  readonly state: PlanState;
  readonly at: OutlineM | undefined;
  readonly closed: Partial<PlanState>;
  readonly minutesOf: (check: Check) => number;
  readonly run: string;
}

/** The steps of groups done in this order: changes between them, closing at the end. */
export function layOut(
  groups: readonly Pick<Group, "checks" | "needs" | "leaves" | "stop" | "station" | "at">[],
  { means, closed, minutesOf, run, ...start }: LayOut,
): { readonly steps: readonly PlanStep[]; readonly state: PlanState } {
  const steps: PlanStep[] = [];
  let { state, at } = start;
  const lastPowered = groups.findLastIndex((g) => g.checks.some((c) => c.definition.powered === true));

  const make = (goal: Partial<PlanState>, stop: StopId, station: CheckStation, kind: "change" | "close") => {
    const reached = reachWalkingLeast(means, state, goal, at);
    for (const change of reached.changes) {
      steps.push({
        id: changeKey(`${run}${steps.length}`, change),
        minutes: change.minutes,
        walkM: change.walkM,
        stop,
        station,
        kind,
        change,
      });
    }
    ({ state, at } = reached);
  };

  groups.forEach((group, index) => {
    const closes = index > lastPowered && lastPowered >= 0;
    make(group.needs, group.stop, group.station, closes ? "close" : "change");
    const aboard = state["who"] === "platform";
    group.checks.forEach((check, i) => {
      steps.push({
        id: check.key,
        kind: "check",
        check,
        stop: group.stop,
        station: group.station,
        minutes: minutesOf(check),
        walkM: i > 0 || aboard ? 0 : means.outline.betweenM(at, group.at),
      });
    });
    state = { ...state, ...group.leaves };
    if (!aboard && group.at !== undefined) at = group.at;
  });
  make(closed, "close", "ground", "close");
  return { steps, state };
}

/** The stops of a sequence of steps that begins with the machine in `found`. */
export function visitsOf(steps: readonly PlanStep[], found: PlanState): readonly Visit[] {
  const visits: { stop: StopId; station: CheckStation; steps: PlanStep[]; state: PlanState }[] = [];
  let state = found;
  for (const step of steps) {
    const stop = standsAt(step.stop);
    let visit = visits.at(-1);
    if (visit?.stop !== stop) {
      visit = { stop, station: step.station, steps: [], state };
      visits.push(visit);
    }
    const begun = visit.steps.some((s) => s.kind === "check");
    visit.steps.push(step);
    if (step.kind === "check") state = { ...state, ...step.check.definition.leaves };
    else state = withValue(state, step.change.variable, step.change.to);
    if (!begun && step.kind !== "check") visit.state = state;
  }
  return visits;
}

/** The lowering is tried from the ground station: for whoever walks, it is the same stop. */
const standsAt = (stop: StopId): StopId => (stop === "ground_lowering" ? "ground_tests" : stop);

/** Which state everything must be left in for this ending, or as it was found where that is the rule. */
export function closedGoal(
  variables: readonly PlanVariable[],
  found: PlanState,
  ending: Ending = "parked",
): PlanState {
  let goal: PlanState = {};
  for (const variable of variables) {
    const left = variable.left(ending);
    if (left === "as_left") continue;
    const value = left === "as_found" ? found[variable.id] : left;
    // Nobody knew how it stood: it may stay as it is.
    if (value !== undefined && value !== "unknown") goal = withValue(goal, variable.id, value);
  }
  return goal;
}

/** As much of the closing state as can be reached: a held machine is left as safe as it allows. */
function closable(goal: PlanState, canReach: (goal: PlanState) => unknown): PlanState {
  if (canReach(goal) !== undefined) return goal;
  let kept: PlanState = {};
  for (const [id, value] of entriesOf(goal)) {
    const more = withValue(kept, id, value);
    if (canReach(more) !== undefined) kept = more;
  }
  return kept;
}
