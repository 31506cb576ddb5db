import type { PlanState } from "../vocabulary/state/values";
import { type Means, OutOfReach, type Reached, reach } from "./changes";
import type { Group } from "./groups";
import { type OutlineM, walkM_per_min } from "./places";

export interface Problem {
  readonly groups: readonly Group[];
  readonly means: Means;
  readonly state: PlanState;
  readonly at: OutlineM | undefined;
  /** A person may ride only after these; and step in only after those that pass the rails. */
  readonly ridesAfter: readonly number[];
  readonly boardsAfter: readonly number[];
  /** Axles or legs are set from the platform only after its stop is proven. */
  readonly setsAfter: readonly number[];
  /** The state everything must be left in. */
  readonly closed: Partial<PlanState>;
}

/** What doing a group costs from where machine and person are, worked out once for each pair. */
export interface Edges {
  readonly start: number;
  readonly to: (spot: number, group: number) => Edge | undefined;
  /** Minutes of closing; undefined where it cannot be closed from there. */
  readonly closing: (spot: number) => number | undefined;
}

export interface Found {
  /** Groups by index, in the order they are done; undefined when there is none under the minutes asked for. */
  readonly order: readonly number[] | undefined;
  /** Minutes of walking, climbing and changing state, closing included. */
  readonly minutes: number;
  /** Nothing was cut away: no order of these groups costs less, with changes made as `reach` makes them. */
  readonly exact: boolean;
}

/** Nodes kept in one layer. Beyond it the search is bounded: the dearest are dropped. */
const widest = 32;

/** Machine and person between two groups: what the next step's cost depends on. */
interface Spot {
  readonly state: PlanState;
  readonly at: OutlineM | undefined;
}

interface Node {
  readonly spot: number;
  /** Number of the set of groups done. */
  readonly done: number;
  readonly minutes: number;
  /** Groups of the catalogue passed over so far: the smaller the plainer, where costs are equal. */
  readonly passedOver: number;
  readonly group: number;
  readonly parent: Node | undefined;
}

export interface Edge {
  readonly spot: number;
  readonly minutes: number;
  readonly boards: boolean;
  readonly rides: boolean;
  readonly sets: boolean;
}

const none = 1e-9;

/**
 * The cheapest order of the groups that keeps to `loop`, the groups of the walk in the order of one way round, if there is one under so many minutes. A layered search: layer k
 * holds every way to have done k groups, one node for each set of groups done, machine state and place, the
 * cheapest way to it. Edges do a group: the changes it needs, the walk to it. Always the same for the same problem.
 */
export function cheapestOrder(
  problem: Problem,
  loop: readonly number[],
  edges: Edges,
  under = Number.POSITIVE_INFINITY,
): Found {
  const { groups } = problem;
  const sets = setsOf(problem, loop);
  let exact = true;
  let layer: Node[] = [
    { spot: edges.start, done: sets.none, minutes: 0, passedOver: 0, group: -1, parent: undefined },
  ];
  for (let count = 0; count < groups.length; count++) {
    const next = new Map<number, Node>();
    for (const node of layer) {
      const set = sets.at(node.done);
      const open: { group: number; edge: Edge }[] = [];
      for (const group of set.open) {
        const edge = edges.to(node.spot, group);
        if (edge === undefined || (edge.rides && !set.mayRide) || (edge.boards && !set.mayBoard)) continue;
        if (edge.sets && !set.maySet) continue;
        // What costs nothing and changes nothing is done at once: no order is cheaper for putting it off.
        if (edge.minutes === 0 && edge.spot === node.spot) open.length = 0;
        open.push({ group, edge });
        if (edge.minutes === 0 && edge.spot === node.spot) break;
      }
      for (let passed = 0; passed < open.length; passed++) {
        const { group, edge } = open[passed] as { group: number; edge: Edge };
        const minutes = node.minutes + edge.minutes;
        if (minutes >= under) continue;
        const passedOver = node.passedOver + passed;
        const done = sets.with(node.done, group);
        const key = edge.spot * mostSets + done;
        const known = next.get(key);
        if (known === undefined || plainer(minutes, passedOver, known.minutes, known.passedOver) < 0) {
          next.set(key, { spot: edge.spot, done, minutes, passedOver, group, parent: node });
        }
      }
    }
    if (next.size === 0) return { order: undefined, minutes: under, exact };
    layer = [...next.values()];
    if (layer.length > widest) {
      exact = false;
      layer = layer
        .sort((a, b) => plainer(a.minutes, a.passedOver, b.minutes, b.passedOver))
        .slice(0, widest);
    }
  }

  let best: Node | undefined;
  let bestMinutes = under;
  for (const node of layer) {
    const closing = edges.closing(node.spot);
    if (closing === undefined) continue;
    const minutes = node.minutes + closing;
    if (minutes < bestMinutes - none) {
      best = node;
      bestMinutes = minutes;
    }
  }
  if (best === undefined) return { order: undefined, minutes: under, exact };
  const order: number[] = [];
  for (let node: Node | undefined = best; node !== undefined && node.group >= 0; node = node.parent) {
    order.unshift(node.group);
  }
  return { order, minutes: bestMinutes, exact };
}

function plainer(minutes: number, passedOver: number, otherMinutes: number, otherPassedOver: number): number {
  const apart = minutes - otherMinutes;
  return Math.abs(apart) > none ? apart : passedOver - otherPassedOver;
}

/** More sets of groups done than any search meets. */
const mostSets = 2 ** 22;

/** A set of groups as bits of three words. */
type Bits = readonly [number, number, number];
const wordBits = 30;

interface DoneSet {
  readonly bits: Bits;
  /** Groups that may be done next, in the order of the catalogue. */
  readonly open: readonly number[];
  readonly mayRide: boolean;
  readonly mayBoard: boolean;
  readonly maySet: boolean;
  readonly next: (number | undefined)[];
}

/** The sets of groups done that a search meets, each worked out once from the one before it. */
function setsOf({ groups, ridesAfter, boardsAfter, setsAfter }: Problem, loop: readonly number[]) {
  if (groups.length > 3 * wordBits) {
    throw new Error(`expected at most ${3 * wordBits} groups of checks, got ${groups.length}`);
  }
  const before = new Map(loop.slice(1).map((index, i) => [index, loop[i] as number]));
  const after = groups.map((group) => {
    const previous = before.get(group.index);
    return bitsOf(previous === undefined ? group.after : [...group.after, previous]);
  });
  const followers = groups.map(({ index }) =>
    groups.flatMap((g) => (contains(after[g.index] as Bits, bitsOf([index])) ? [g.index] : [])),
  );
  const rides = bitsOf(ridesAfter);
  const boards = bitsOf(boardsAfter);
  const settings = bitsOf(setsAfter);
  const sets: DoneSet[] = [];
  const numbers = new Map<string, number>();
  const number = (bits: Bits, open: () => readonly number[]): number => {
    const key = `${bits[0]},${bits[1]},${bits[2]}`;
    const known = numbers.get(key);
    if (known !== undefined) return known;
    numbers.set(key, sets.length);
    return (
      sets.push({
        bits,
        open: open(),
        mayRide: contains(bits, rides),
        mayBoard: contains(bits, boards),
        maySet: contains(bits, settings),
        next: [],
      }) - 1
    );
  };
  return {
    none: number([0, 0, 0], () =>
      groups.map((g) => g.index).filter((i) => contains([0, 0, 0], after[i] as Bits)),
    ),
    at: (set: number) => sets[set] as DoneSet,
    with: (set: number, group: number): number => {
      const { bits, open, next } = sets[set] as DoneSet;
      const known = next[group];
      if (known !== undefined) return known;
      const one = bitsOf([group]);
      const more: Bits = [bits[0] | one[0], bits[1] | one[1], bits[2] | one[2]];
      const result = number(more, () => {
        const freed = (followers[group] as readonly number[]).filter((i) => contains(more, after[i] as Bits));
        return [...open.filter((i) => i !== group), ...freed].sort((a, b) => a - b);
      });
      next[group] = result;
      return result;
    },
  };
}

function bitsOf(indices: readonly number[]): Bits {
  const words: [number, number, number] = [0, 0, 0];
  for (const index of indices) {
    const word = Math.floor(index / wordBits) as 0 | 1 | 2;
    words[word] |= 1 << (index % wordBits);
  }
  return words;
}

const contains = (all: Bits, some: Bits): boolean =>
  (all[0] & some[0]) === some[0] && (all[1] & some[1]) === some[1] && (all[2] & some[2]) === some[2];

/** The edges of a problem, the same for either way round. */
export function edgesOf({ groups, means, state, at, closed }: Problem): Edges {
  const spots: Spot[] = [];
  const numbers = new Map<string, number>();
  const numberOf = (spot: Spot): number => {
    let key = `${spot.at ?? ""}`;
    for (const { id } of means.variables) key += `,${spot.state[id]}`;
    let number = numbers.get(key);
    if (number === undefined) {
      number = spots.length;
      numbers.set(key, number);
      spots.push(spot);
    }
    return number;
  };
  const known: (Edge | null)[][] = [];
  const to = (from: number, index: number): Edge | undefined => {
    known[from] ??= [];
    const row = known[from] as (Edge | null)[];
    const before = row[index];
    if (before !== undefined) return before ?? undefined;
    const group = groups[index] as Group;
    const spot = spots[from] as Spot;
    const reached = tryReach(means, spot.state, group.needs, spot.at);
    if (reached === undefined) {
      row[index] = null;
      return undefined;
    }
    const aboard = reached.state["who"] === "platform";
    const there = aboard ? reached.at : (group.at ?? reached.at);
    const walkM = aboard ? 0 : means.outline.betweenM(reached.at, group.at);
    const edge: Edge = {
      spot: numberOf({ state: { ...reached.state, ...group.leaves }, at: there }),
      minutes: reached.minutes + walkM / walkM_per_min,
      boards: reached.boards,
      rides: reached.rides,
      sets: reached.sets,
    };
    row[index] = edge;
    return edge;
  };
  return {
    start: numberOf({ state, at }),
    to,
    closing: (from: number): number | undefined => {
      const spot = spots[from] as Spot;
      return tryReach(means, spot.state, closed, spot.at)?.minutes;
    },
  };
}

/** As `reach`, undefined where it is out of reach. */
export function tryReach(
  means: Means,
  state: PlanState,
  goal: Partial<PlanState>,
  at: OutlineM | undefined,
): Reached | undefined {
  try {
    return reach(means, state, goal, at);
  } catch (error) {
    if (error instanceof OutOfReach) return undefined;
    throw error;
  }
}
