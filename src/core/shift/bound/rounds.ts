import { crewCost } from "../cost";

/** A crew served by a unit that has to be inspected first. */
export interface Pair {
  readonly crew: number;
  readonly unit: number;
  readonly startMin: number;
  readonly moveMin: number;
  readonly place: number;
}

/** One person's round: pairs in the order they are inspected, and what the crews it serves cost. */
export interface Round {
  readonly person: number;
  readonly pairs: readonly Pair[];
  readonly cost: number;
}

export interface Walker {
  readonly freeMin: number;
  readonly untilMin: number;
  readonly place: number;
  /** Minutes for each unit; undefined where they may not. */
  readonly minutes: readonly (number | undefined)[];
}

interface Label {
  readonly timeMin: number;
  /** Cost of the crews served, less what they are worth. */
  readonly reduced: number;
  readonly cost: number;
  readonly crews: number;
  /** Of the units that are told apart, those in it. */
  readonly units: number;
  readonly pair: Pair;
  readonly before?: Label;
}

/**
 * The rounds of one person that cost less than what the crews and units in them are worth, the best first: labels are drawn out
 * pair by pair, and one is dropped where another at the same place is no later, no dearer and has served no crew the first has not.
 * Exact, where walking by a third place is never quicker.
 *
 * @param worth of each crew (to serve it) and each unit (to leave it to others, not above zero)
 * @param once the units that come once in a round at most, as bits; another may come again for another crew, which is quicker to
 *   work out and only ever finds more.
 */
export function cheapRounds(
  person: number,
  walker: Walker,
  pairs: readonly Pair[],
  walkMin: readonly (readonly number[])[],
  endMin: number,
  worth: { readonly crews: readonly number[]; readonly units: readonly number[] },
  once: number,
): readonly (Round & { readonly reduced: number })[] {
  const kept = new Map<number, Label[]>();
  const found: Label[] = [];
  const grow = (from: Label | undefined, out: Label[]) => {
    const place = from?.pair.place ?? walker.place;
    const atMin = from?.timeMin ?? walker.freeMin;
    for (const pair of pairs) {
      if (from !== undefined && hasPart(from, pair)) continue;
      const minutes = walker.minutes[pair.unit];
      if (minutes === undefined) continue;
      const timeMin = atMin + (walkMin[place]?.[pair.place] ?? 0) + minutes;
      if (timeMin > walker.untilMin) continue;
      const cost = crewCost(pair.startMin, timeMin + pair.moveMin, endMin);
      const gain = cost - (worth.crews[pair.crew] ?? 0) - (worth.units[pair.unit] ?? 0);
      // Later it costs no less; left out, what follows comes no later.
      if (gain >= 0) continue;
      out.push({
        timeMin,
        reduced: (from?.reduced ?? 0) + gain,
        cost: (from?.cost ?? 0) + cost,
        crews: (from?.crews ?? 0) | (1 << pair.crew),
        units: (from?.units ?? 0) | ((1 << pair.unit) & once),
        pair,
        before: from,
      });
    }
  };
  let edge: Label[] = [];
  grow(undefined, edge);
  while (edge.length > 0) {
    const next: Label[] = [];
    for (const label of edge.sort((a, b) => a.timeMin - b.timeMin || a.reduced - b.reduced)) {
      const here = kept.get(label.pair.place) ?? [];
      if (here.some((other) => dominates(other, label))) continue;
      kept.set(label.pair.place, [...here.filter((other) => !dominates(label, other)), label]);
      found.push(label);
      grow(label, next);
    }
    edge = next;
  }
  return found
    .sort((a, b) => a.reduced - b.reduced)
    .map((label) => ({ person, pairs: pairsOf(label), cost: label.cost, reduced: label.reduced }));
}

/** Its crew is served, or its unit used, already. */
const hasPart = ({ crews, units }: Label, { crew, unit }: Pair): boolean =>
  ((crews >> crew) & 1) === 1 || ((units >> unit) & 1) === 1;

const dominates = (a: Label, b: Label): boolean =>
  a.timeMin <= b.timeMin &&
  a.reduced <= b.reduced &&
  (a.crews & ~b.crews) === 0 &&
  (a.units & ~b.units) === 0;

function pairsOf(label: Label): readonly Pair[] {
  return label.before === undefined ? [label.pair] : [...pairsOf(label.before), label.pair];
}
