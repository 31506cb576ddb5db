import { crewCost } from "../cost";
import { type Morning, type ShiftPlan, underWayIn, walkingMinBetween } from "../morning";
import type { Column, LinearAnswer, Solve } from "./linear";
import { cheapRounds, type Pair, type Round, type Walker } from "./rounds";

/** Crews and units are told apart by the bits of one number. */
export const mostBoundable = 31;

export interface ShiftBound {
  /** No plan of this morning costs fewer crew-minutes. */
  readonly crewMin: number;
  /** The best plan of whole rounds among those looked at, which may be better than what was found by search. */
  readonly plan: ShiftPlan;
}

/** A unit that can go to a crew without anybody doing more. */
interface Ready {
  readonly crew: number;
  readonly unit: number;
  readonly cost: number;
}

/** Rounds taken into the programme from each person at a time. */
const roundsAtATime = 12;

/**
 * What no plan can better: each person makes at most one round, each crew is served at least once, each unit is used at most once,
 * and rounds may be mixed in fractions. Rounds are added to the programme while one would better it. Left out, so that it can
 * only be too low, are helpers and jobs. Undefined where there are more than {@link mostBoundable} crews or units in question.
 *
 * Source: column generation on the set partitioning form of vehicle routing (Desrochers, Desrosiers and Solomon, 1992); the bound
 * on the way is Lagrange's, as each person makes at most one round.
 */
export function shiftBound(morning: Morning, solve: Solve): ShiftBound | undefined {
  const { crews, endMin } = morning;
  const units = morning.units.filter(({ id }) => crews.some(({ canUse }) => canUse[id] !== undefined));
  if (crews.length > mostBoundable || units.length > mostBoundable) return undefined;
  const { ready, pairs, walkers, walkMin } = givenOf(morning, units);
  const crewRow = (crew: number) => crew;
  const unitRow = (unit: number) => crews.length + unit;
  const personRow = (person: number) => crews.length + units.length + person;
  const rows = [
    ...crews.map(() => ({ sense: "at_least", limit: 1 }) as const),
    ...units.map(() => ({ sense: "at_most", limit: 1 }) as const),
    ...walkers.map(() => ({ sense: "at_most", limit: 1 }) as const),
  ];
  const fixed: readonly Column[] = [
    ...crews.map(({ startMin }, crew) => ({
      cost: crewCost(startMin, undefined, endMin),
      rows: [crewRow(crew)],
    })),
    ...ready.map(({ crew, unit, cost }) => ({ cost, rows: [crewRow(crew), unitRow(unit)] })),
  ];
  let rounds: readonly Round[] = [];
  const programme = () => ({
    rows,
    columns: [
      ...fixed,
      ...rounds.map(({ person, pairs: own, cost }) => ({
        cost,
        rows: [...own.flatMap(({ crew, unit }) => [crewRow(crew), unitRow(unit)]), personRow(person)],
      })),
    ],
  });
  let least = 0;
  let once = 0;
  for (;;) {
    const { cost, duals, amounts } = solve(programme(), "any");
    const worth = {
      crews: crews.map((_, crew) => duals[crewRow(crew)] ?? 0),
      units: units.map((_, unit) => duals[unitRow(unit)] ?? 0),
    };
    const better = walkers.map((walker, person) => {
      const own = duals[personRow(person)] ?? 0;
      return cheapRounds(person, walker, pairs, walkMin, endMin, worth, once).filter(
        ({ reduced }) => reduced - own < -tiny,
      );
    });
    const gained = better.map((found, person) => (found[0]?.reduced ?? 0) - (duals[personRow(person)] ?? 0));
    least = Math.max(least, cost + gained.reduce((sum, one) => sum + Math.min(0, one), 0));
    const added = better.flatMap((found) => found.slice(0, roundsAtATime));
    if (added.length === 0) {
      // Units that a round in use has twice are told apart from now on, and what has them twice is dropped.
      const used = rounds.filter((_, index) => (amounts[fixed.length + index] ?? 0) > tiny);
      const more = used.reduce((bits, { pairs: own }) => bits | twice(own), 0);
      if (more === 0) break;
      once |= more;
      rounds = rounds.filter(({ pairs: own }) => (twice(own) & once) === 0);
      continue;
    }
    rounds = [...rounds, ...added];
  }
  const whole = solve(programme(), "whole");
  return {
    // Every cost is a whole number of minutes.
    crewMin: Math.max(0, Math.ceil(least - 1000 * tiny)),
    plan: planOf(morning, units, ready, rounds, whole),
  };
}

const tiny = 1e-6;

/** The units that come more than once, as bits. */
function twice(pairs: readonly Pair[]): number {
  let [seen, again] = [0, 0];
  for (const { unit } of pairs) {
    again |= seen & (1 << unit);
    seen |= 1 << unit;
  }
  return again;
}

function givenOf(morning: Morning, units: Morning["units"]) {
  const { crews, people, nowMin, endMin } = morning;
  const names = [...new Set([...units, ...morning.jobs, ...people].map(({ place }) => place))].sort();
  const placeOf = (place: string) => names.indexOf(place);
  const works = new Map([...morning.units, ...morning.jobs].map((work) => [work.id, work]));
  const begun = underWayIn(morning);
  const ready: Ready[] = [];
  const pairs: Pair[] = [];
  crews.forEach(({ startMin, canUse }, crew) => {
    units.forEach(({ id, place, ready: isReady }, unit) => {
      const moveMin = canUse[id];
      if (moveMin === undefined) return;
      const freeMin = isReady ? nowMin : begun.get(id);
      if (freeMin === undefined) pairs.push({ crew, unit, startMin, moveMin, place: placeOf(place) });
      else ready.push({ crew, unit, cost: crewCost(startMin, freeMin + moveMin, endMin) });
    });
  });
  const walkers = people.map(
    (person): Walker => ({
      freeMin: Math.max(person.fromMin, nowMin, begun.get(person.underWay?.workId ?? "") ?? nowMin),
      untilMin: person.untilMin,
      place: placeOf(works.get(person.underWay?.workId ?? "")?.place ?? person.place),
      minutes: units.map(({ minutesBy }) => minutesBy[person.id]),
    }),
  );
  return {
    ready,
    pairs,
    walkers,
    walkMin: shortest(names.map((a) => names.map((b) => walkingMinBetween(morning, a, b)))),
  };
}

/** The shortest ways by any places between (Floyd and Warshall): no longer than the ones given. */
function shortest(direct: readonly (readonly number[])[]): readonly (readonly number[])[] {
  const way = direct.map((row) => [...row]);
  way.forEach((middle, by) => {
    for (const row of way)
      middle.forEach((rest, to) => {
        row[to] = Math.min(row[to] ?? Number.POSITIVE_INFINITY, (row[by] ?? Number.POSITIVE_INFINITY) + rest);
      });
  });
  return way;
}

function planOf(
  morning: Morning,
  units: Morning["units"],
  ready: readonly Ready[],
  rounds: readonly Round[],
  { amounts }: LinearAnswer,
): ShiftPlan {
  const { crews, people } = morning;
  const given: Record<string, string> = {};
  const orders: Record<string, readonly string[]> = Object.fromEntries(people.map(({ id }) => [id, []]));
  const taken = (column: number) => (amounts[column] ?? 0) > 0.5;
  const give = (crew: number, unit: number) => {
    const [crewId, unitId] = [crews[crew]?.id ?? "", units[unit]?.id ?? ""];
    // At least once may be twice: the first stands.
    if (given[crewId] === undefined) given[crewId] = unitId;
  };
  ready.forEach(({ crew, unit }, index) => {
    if (taken(crews.length + index)) give(crew, unit);
  });
  rounds.forEach(({ person, pairs }, index) => {
    if (!taken(crews.length + ready.length + index)) return;
    for (const { crew, unit } of pairs) give(crew, unit);
    orders[people[person]?.id ?? ""] = pairs.map(({ unit }) => units[unit]?.id ?? "");
  });
  return { given, orders };
}
