import type { Sheet } from "../sheet/sheet";
import { type PlanId, type PlanState, withValue } from "../vocabulary/state/values";
import { type Outline, type OutlineM, outlineOf, walkM_per_min } from "./places";
import { type PlanVariable, variablesOf } from "./variables";

export interface Change {
  readonly variable: PlanId;
  /** `unknown` where nobody has looked yet: the change is then a look, and a change where it is not so. */
  readonly from: string;
  readonly to: string;
  readonly minutes: number;
  /** Metres walked to where it is made. */
  readonly walkM: number;
  /** Where the person stands while making it. */
  readonly who: string;
}

export interface Reached {
  readonly state: PlanState;
  readonly changes: readonly Change[];
  /** Where the person stands afterwards. */
  readonly at: OutlineM | undefined;
  /** Minutes of the changes and of the walking between them. */
  readonly minutes: number;
  /** Somebody steps into the platform on the way. */
  readonly boards: boolean;
  /** Somebody is raised in the platform on the way. */
  readonly rides: boolean;
  /** Axles or legs are set by somebody who stands in the platform. */
  readonly sets: boolean;
}

/** What a state may be changed by: the machine's variables, and what stands in the way of using them. */
export interface Means {
  readonly variables: readonly PlanVariable[];
  readonly outline: Outline;
  /** Where on the outline a person on the ground changes each variable; those not named, anywhere. */
  readonly places: ReadonlyMap<PlanId, OutlineM>;
  /** Without the key nothing that asks for it can be changed. */
  readonly key: boolean;
  /** A finding stops the machine: no change by its power; it may be let down, shut down and left. */
  readonly held: boolean;
}

/** The means at hand for a machine of this sheet. */
export function meansOf(sheet: Sheet, at: { readonly key: boolean; readonly held: boolean }): Means {
  const outline = outlineOf(sheet);
  const variables = variablesOf(sheet);
  const places = variables
    .filter((v) => v.from.length > 0)
    .map((v) => [v.id, outline.first(v.from)] as const);
  return { variables, outline, places: new Map(places), ...at };
}

/** A goal that no changes lead to: for want of a key, behind a finding, or because nothing confirms the area. */
export class OutOfReach extends Error {
  override readonly name = "OutOfReach";
  constructor(
    message: string,
    readonly step: string,
  ) {
    super(message);
  }
}

const limit = 80;

/**
 * The changes that bring `state` to `goal`, each made only once what it needs holds: means-ends analysis over
 * the variables by rank, the nearest first within a rank. Goals over variables the machine does not have are met.
 *
 * Throws OutOfReach when a goal cannot be reached, naming it.
 */
export function reach(means: Means, state: PlanState, goal: PlanState, at?: OutlineM | undefined): Reached {
  const { variables, outline } = means;
  let now = state;
  let here = at;
  let minutes = 0;
  let boards = false;
  let rides = false;
  let sets = false;
  const changes: Change[] = [];

  const placeOf = ({ id }: PlanVariable) => placeFor(id, now, means);

  const next = (wanted: PlanState): PlanVariable | undefined => {
    let best: PlanVariable | undefined;
    let bestM = 0;
    for (const variable of variables) {
      const to = wanted[variable.id];
      if (to === undefined || now[variable.id] === to) continue;
      const offM = outline.betweenM(here, placeOf(variable)) + (last(variable.id, to) ? 1000 : 0);
      if (best === undefined || variable.rank < best.rank || (variable.rank === best.rank && offM < bestM)) {
        best = variable;
        bestM = offM;
      }
    }
    if (best === undefined) return undefined;
    // First what needs it as it stands: the lock pin before the boom rises, the panel before climbing in.
    const { id: changing } = best;
    return (
      variables.find(({ id, needs }) => {
        const to = wanted[id];
        const unmet = id !== changing && to !== undefined && now[id] !== to;
        return unmet && needs(to, now)[changing] === now[changing];
      }) ?? best
    );
  };

  const settle = (wanted: PlanState, under: readonly string[]): void => {
    for (let pass = 0; pass <= variables.length; pass++) {
      const unmet = next(wanted);
      if (unmet === undefined) return;
      change(unmet, wanted[unmet.id] ?? "", under);
    }
    throw new OutOfReach(`cannot hold ${text(wanted)} together, starting from ${text(state)}`, text(wanted));
  };

  const change = (variable: PlanVariable, to: string, under: readonly string[]): void => {
    const { id } = variable;
    const step = `${id}=${to}`;
    if (barred(means, id, to) || under.includes(step) || changes.length > limit) {
      throw new OutOfReach(`cannot reach ${step} from ${text(state)} by way of ${under.join(", ")}`, step);
    }
    // What it needs may depend on what is settled for it (whose station the key is at), so it is asked again.
    let needs = needsOf(means, variable, to, now);
    for (let pass = 0; !holds(needs, now); pass++) {
      if (pass === variables.length) throw new OutOfReach(`cannot hold what ${step} needs`, step);
      settle(needs, [...under, step]);
      needs = needsOf(means, variable, to, now);
    }
    const from = now[id] ?? "";
    if (from === to) return;
    const place = placeOf(variable);
    const walkM = outline.betweenM(here, place);
    if (place !== undefined) here = place;
    boards ||= id === "who" && to === "platform";
    rides ||= id === "posture" && to !== "stowed" && now["who"] === "platform";
    sets ||= (id === "axles" || id === "outriggers") && now["who"] === "platform";
    const took = variable.minutes(to);
    minutes += took + walkM / walkM_per_min;
    changes.push({ variable: id, from, to, minutes: took, walkM, who: now["who"] ?? "ground" });
    now = withValue(now, id, to);
  };

  settle(goal, []);
  return { state: now, changes, at: here, minutes, boards, rides, sets };
}

/** Orders tried at most; the shortest seen by then is taken. */
const mostTries = 100;

/**
 * As `reach`, with the same changes put in the order that walks least: every one still made only once what it
 * needs holds. Dearer to work out, so that the search does without and the plan it settles on is laid out with it.
 */
export function reachWalkingLeast(
  means: Means,
  state: PlanState,
  goal: PlanState,
  at: OutlineM | undefined,
): Reached {
  const plain = reach(means, state, goal, at);
  const { changes } = plain;
  if (changes.length < 3 || changes.every((c) => c.walkM === 0)) return plain;
  const { outline } = means;
  interface Step {
    readonly change: Change;
    readonly variable: PlanVariable;
  }
  const steps: readonly Step[] = changes.map((change) => ({
    change,
    variable: means.variables.find((v) => v.id === change.variable) as PlanVariable,
  }));
  let tries = 0;
  let leastM = changes.reduce((sum, change) => sum + change.walkM, 0);
  let best: { order: readonly Change[]; state: PlanState; at: OutlineM | undefined } | undefined;
  const order: Change[] = [];
  const made = new Set<number>();

  const ready = (index: number, now: PlanState) => {
    const { change, variable } = steps[index] as Step;
    const { variable: id, from, to } = change;
    if (now[id] !== from) return false;
    // A variable changed twice keeps its turns; the supply is cut when the rest of its rank is done.
    if (steps.some((s, i) => i < index && !made.has(i) && s.change.variable === id)) return false;
    const others = steps.some((s, i) => i !== index && !made.has(i) && s.variable.rank === variable.rank);
    if (last(id, to) && others) return false;
    return holds(needsOf(means, variable, to, now), now);
  };

  const go = (now: PlanState, here: OutlineM | undefined, walkedM: number): void => {
    if (walkedM >= leastM - 1e-9 || tries > mostTries) return;
    if (order.length === steps.length) {
      leastM = walkedM;
      best = { order: [...order], state: now, at: here };
      return;
    }
    const next: { index: number; place: OutlineM | undefined; walkM: number }[] = [];
    for (let index = 0; index < steps.length; index++) {
      if (made.has(index) || !ready(index, now)) continue;
      const place = placeFor((steps[index] as Step).change.variable, now, means);
      next.push({ index, place, walkM: outline.betweenM(here, place) });
    }
    next.sort((a, b) => a.walkM - b.walkM || a.index - b.index);
    for (const { index, place, walkM } of next) {
      const { change } = steps[index] as Step;
      tries += 1;
      made.add(index);
      order.push({ ...change, walkM, who: now["who"] ?? "ground" });
      go(withValue(now, change.variable, change.to), place ?? here, walkedM + walkM);
      order.pop();
      made.delete(index);
    }
  };
  go(state, at, 0);
  if (best === undefined) return plain;
  const minutes = best.order.reduce((sum, change) => sum + change.minutes, 0) + leastM / walkM_per_min;
  return { ...plain, state: best.state, changes: best.order, at: best.at, minutes };
}

/** What the machine does not have is not asked of it. */
function holds(needs: PlanState, state: PlanState): boolean {
  for (const each in needs) {
    const id = each as PlanId;
    if (needs[id] !== undefined && state[id] !== undefined && needs[id] !== state[id]) return false;
  }
  return true;
}

/** What a change needs. Behind a finding the lift is let down without its power; never onto a prop still set. */
const needsOf = (means: Means, variable: PlanVariable, to: string, now: PlanState): PlanState =>
  means.held && variable.id === "posture" ? { prop: "parked" } : variable.needs(to, now);

/** Where a person stands to change it. Aboard, what is changed is within reach. */
const placeFor = (id: PlanId, state: PlanState, { places }: Means): OutlineM | undefined =>
  state["who"] === "platform" && id !== "who" ? undefined : places.get(id);

/** Everything else of its rank comes before it: the supply is cut last. */
const last = (id: PlanId, to: string): boolean => id === "disconnect" && to === "off";

/** The test area is confirmed by looking at it, a key that is not there cannot be turned, and held is held. */
function barred({ key, held, variables }: Means, id: PlanId, to: string): boolean {
  if (id === "testArea") return true;
  if (!key && id === "key" && to !== "off") return true;
  if (!held || to === "off" || (id === "posture" && to === "stowed")) return false;
  return variables.find((v) => v.id === id)?.powered === true;
}

const text = (state: PlanState) =>
  Object.entries(state)
    .map(([id, value]) => `${id}=${value}`)
    .join(" ");
