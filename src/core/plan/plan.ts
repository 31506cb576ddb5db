import type { Check } from "../catalogue/catalogue";
import type { CheckStation, StopId } from "../catalogue/types";
import type { Practice } from "../vocabulary/practice";
import { entriesOf, type PlanState, withValue } from "../vocabulary/state/values";
import { changesBoundMin, walkBoundMin } from "./bound";
import { changeKey } from "./change-key";
import { meansOf, reachWalkingLeast } from "./changes";
import { closedGoal } from "./closed-goal";
import { dueFor } from "./due";
import { foundStowed } from "./found";
import { type Group, groupsOf } from "./groups";
import type { OutlineM } from "./places";
import { walkM_per_min } from "./places";
import { everythingAtHand, type Incomplete, possibleWith } from "./possible";
import { endingOf } from "./scope";
import { cheapestOrder, edgesOf, type Found, tryReach } from "./search";
import { stuckAmong } from "./stuck";
import type { Bound, Cost, Plan, PlanInput, PlanStep } from "./types";
import { visitsOf } from "./visits";
import { loopOf, turns } from "./walk";

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
  const done = new Set([...(input.progress?.done ?? []), ...(input.lent ?? [])]);
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
