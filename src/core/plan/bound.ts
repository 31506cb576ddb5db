import type { PlanId, PlanState } from "../vocabulary/state/values";
import type { Means } from "./changes";
import type { Group } from "./groups";
import { walkM_per_min } from "./places";
import type { PlanVariable } from "./variables";

interface Ends {
  readonly found: PlanState;
  readonly closed: PlanState;
}

/**
 * Minutes of changing state and climbing that no order of these groups can do without. Admissible: it never
 * exceeds the cost of any plan that keeps the rules of order and changes one variable at a time, each once what it
 * needs holds. Every change belongs to one variable, so bounds for single variables add up; for each the best of
 * three holds (`chainMin` twice and `countMin`).
 */
export function changesBoundMin(groups: readonly Group[], means: Means, ends: Ends): number {
  const line = inLine(groups);
  const ways = waysBetween(means.variables, groups, ends);
  return means.variables.reduce((sum, variable, index) => {
    const anyFree = groups.some((group) => changedFree(group, variable.id) !== undefined);
    const bounds = [chainMin(variable, index, line, groups, ways, "owed")];
    if (anyFree) {
      bounds.push(
        chainMin(variable, index, line, groups, ways, "given"),
        countMin(variable, line, groups, ends),
      );
    }
    return sum + Math.max(...bounds);
  }, 0);
}

/**
 * Minutes of walking that no order can do without, for one way round the loop: along any chain of groups that
 * must follow one another, from place to place the shorter way round, by way of whatever has to be changed there.
 */
export function walkBoundMin(
  groups: readonly Group[],
  loop: readonly number[],
  means: Means,
  ends: Ends,
): number {
  const next = new Map(loop.slice(1).map((index, i) => [index, loop[i] as number]));
  const line = inLine(
    groups.map((group) => {
      const previous = next.get(group.index);
      return previous === undefined ? group : { ...group, after: [...group.after, previous] };
    }),
  );
  const { outline, places } = means;
  const byHand = means.variables.filter((v) => onlyFromTheGround.has(v.id));
  const after = groups.map((g) => ({ ...g.needs, ...g.leaves }));
  const viaM = (
    from: number | undefined,
    to: number | undefined,
    before: PlanState,
    wanted: PlanState,
  ): number => {
    let most = outline.betweenM(from, to);
    for (const { id } of byHand) {
      const value = wanted[id];
      if (value === undefined || before[id] === undefined || before[id] === value) continue;
      const place = places.get(id);
      most = Math.max(most, outline.betweenM(from, place) + outline.betweenM(place, to));
    }
    return most;
  };
  /** Metres to a group along the longest chain; undefined for one without a place, which tells nothing. */
  const far: (number | undefined)[] = groups.map(() => undefined);
  let most = 0;
  for (const { group, before } of line) {
    if (group.at === undefined) continue;
    let metres = 0;
    for (const earlier of before) {
      const sofar = far[earlier];
      if (sofar === undefined) continue;
      const from = (groups[earlier] as Group).at;
      // Only a chain that could be the longest is worth looking into.
      if (sofar + outline.lengthM <= metres) continue;
      metres = Math.max(metres, sofar + viaM(from, group.at, after[earlier] as PlanState, group.needs));
    }
    far[group.index] = metres;
    most = Math.max(most, metres + viaM(group.at, undefined, after[group.index] as PlanState, ends.closed));
  }
  return most / walkM_per_min;
}

/** Changed by somebody standing at its place on the ground, or stepping in there. */
const onlyFromTheGround = new Set<PlanId>([
  "who",
  "key",
  "stop.ground",
  "disconnect",
  "turntableLock",
  "prop",
]);

interface Placed {
  readonly group: Group;
  /** Indices of all that comes before it, however far. */
  readonly before: readonly number[];
}

/** The groups with everything that comes before each ahead of it. */
function inLine(groups: readonly Group[]): readonly Placed[] {
  const sets: (Uint8Array | undefined)[] = groups.map(() => undefined);
  const line: Placed[] = [];
  while (line.length < groups.length) {
    const size = line.length;
    for (const group of groups) {
      if (sets[group.index] !== undefined || group.after.some((index) => sets[index] === undefined)) continue;
      const set = new Uint8Array(groups.length);
      for (const index of group.after) {
        set[index] = 1;
        const further = sets[index] as Uint8Array;
        for (let i = 0; i < set.length; i++) if (further[i] === 1) set[i] = 1;
      }
      sets[group.index] = set;
      const before: number[] = [];
      for (let i = 0; i < set.length; i++) if (set[i] === 1) before.push(i);
      line.push({ group, before });
    }
    if (line.length === size) throw new Error("the rules of order contradict each other");
  }
  return line;
}

/** A state by variable, as places in their lists of values: -1 where it says nothing, -2 where nobody has looked. */
type Coded = Int8Array;

interface Ways {
  readonly needs: readonly Coded[];
  readonly leaves: readonly Coded[];
  readonly found: Coded;
  readonly closed: Coded;
  /** What must be changed by somebody between two states, as what each of those changes always needs. */
  readonly changes: (before: Coded, after: Coded) => readonly Coded[];
  /** The same between two groups, worked out once. */
  readonly between: (earlier: number, later: number) => readonly Coded[];
}

/**
 * What lies between groups: values a variable must pass through because some other variable differs and can be
 * changed only there. Who steps in or out finds the lift lowered. A value some group leaves behind for nothing is
 * no such change.
 */
function waysBetween(
  variables: readonly PlanVariable[],
  groups: readonly Group[],
  { found, closed }: Ends,
): Ways {
  const code = (state: PlanState): Coded =>
    Int8Array.from(variables, ({ id, values }) => {
      const value = state[id];
      return value === undefined ? -1 : value === "unknown" ? -2 : values.indexOf(value);
    });
  const always = variables.map((variable) =>
    variable.values.map((to) => {
      const free = groups.some((g) => changedFree(g, variable.id) === to) || variable.id === "testArea";
      return free ? undefined : code(alwaysNeeds(variable, to));
    }),
  );
  const changes = (before: Coded, after: Coded): readonly Coded[] => {
    const list: Coded[] = [];
    for (let v = 0; v < variables.length; v++) {
      const to = after[v] as number;
      if (to < 0 || before[v] === -1 || before[v] === to) continue;
      const needs = always[v]?.[to];
      if (needs !== undefined) list.push(needs);
    }
    return list;
  };
  const needs = groups.map((g) => code(g.needs));
  const leaves = groups.map((g) => code({ ...g.needs, ...g.leaves }));
  const known: (readonly Coded[] | undefined)[] = new Array(groups.length * groups.length);
  return {
    needs,
    leaves,
    found: code(found),
    closed: code(closed),
    changes,
    between: (earlier, later) => {
      const pair = earlier * groups.length + later;
      known[pair] ??= changes(leaves[earlier] as Coded, needs[later] as Coded);
      return known[pair];
    },
  };
}

/** What a change needs whoever makes it and wherever the machine stands. */
function alwaysNeeds(variable: PlanVariable, to: string): PlanState {
  const cases = (["ground", "platform"] as const).flatMap((who) =>
    (["level", "slope"] as const).flatMap((incline) =>
      (["off", "ground", "platform"] as const).map((key) => variable.needs(to, { who, incline, key })),
    ),
  );
  const first = cases[0] ?? {};
  const always = (Object.keys(first) as PlanId[]).filter((id) =>
    cases.every((needs) => needs[id] === first[id]),
  );
  return Object.fromEntries(always.map((id) => [id, first[id]]));
}

const changedFree = (group: Group, id: PlanId): string | undefined =>
  group.leaves[id] !== undefined && group.leaves[id] !== group.needs[id] ? group.leaves[id] : undefined;

/**
 * The dearest chain of groups that must follow one another: the variable takes the values they need in turn. What
 * other groups leave behind for nothing is either `given` (every such value costs nothing), or `owed` (it is paid
 * for, and each group outside the chain that leaves one is taken off once).
 */
function chainMin(
  variable: PlanVariable,
  index: number,
  line: readonly Placed[],
  groups: readonly Group[],
  ways: Ways,
  free: "given" | "owed",
): number {
  const { id, values } = variable;
  const left = groups.flatMap((g) => changedFree(g, id) ?? []);
  const minutes = values.map((value) =>
    free === "given" && left.includes(value) ? 0 : variable.minutes(value),
  );
  const step = (from: number, to: number): number =>
    from === -1 || to < 0 || from === to ? 0 : (minutes[to] as number);
  const cost = (from: number, to: number, changes: readonly Coded[]): number => {
    let most = step(from, to);
    if (from === -1) return most;
    for (const needs of changes) {
      const through = needs[index] as number;
      if (through >= 0) most = Math.max(most, step(from, through) + step(through, to));
    }
    return most;
  };
  const ends: (number | undefined)[] = groups.map(() => undefined);
  let dearest = step(ways.found[index] as number, ways.closed[index] as number);
  for (const { group, before } of line) {
    const need = (ways.needs[group.index] as Coded)[index] as number;
    const after = (ways.leaves[group.index] as Coded)[index] as number;
    if (after === -1) continue;
    let most = cost(
      ways.found[index] as number,
      need,
      ways.changes(ways.found, ways.needs[group.index] as Coded),
    );
    for (const earlier of before) {
      const sofar = ends[earlier];
      if (sofar === undefined) continue;
      const from = (ways.leaves[earlier] as Coded)[index] as number;
      most = Math.max(most, sofar + cost(from, need, ways.between(earlier, group.index)));
    }
    const own = changedFree(group, id);
    if (own !== undefined && free === "owed") most += variable.minutes(own);
    ends[group.index] = most;
    const closing = ways.changes(ways.leaves[group.index] as Coded, ways.closed);
    dearest = Math.max(dearest, most + cost(after, ways.closed[index] as number, closing));
  }
  const owed = free === "owed" ? left.reduce((sum, value) => sum + variable.minutes(value), 0) : 0;
  return Math.max(0, dearest - owed);
}

/**
 * Each group that needs a value and takes it away asks for a change to that value of its own, and so does a group
 * that must come after all of those; less what is there as found, and what others leave behind for nothing.
 */
function countMin(
  variable: PlanVariable,
  line: readonly Placed[],
  groups: readonly Group[],
  { found }: Ends,
): number {
  const { id } = variable;
  return variable.values.reduce((sum, value) => {
    const takers = groups.filter((g) => g.needs[id] === value && changedFree(g, id) !== undefined);
    const givers = groups.filter((g) => changedFree(g, id) === value).length;
    const oneMore =
      takers.length > 0 &&
      line.some(
        ({ group, before }) =>
          group.needs[id] === value &&
          !takers.includes(group) &&
          takers.every((t) => before.includes(t.index)),
      );
    const entries = takers.length + (oneMore ? 1 : 0) - givers - (found[id] === value ? 1 : 0);
    return sum + Math.max(0, entries) * variable.minutes(value);
  }, 0);
}
