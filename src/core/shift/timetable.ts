import { type Cost, crewCost, jobLateMin } from "./cost";
import {
  type Inspector,
  type Morning,
  type ShiftPlan,
  underWayIn,
  type Work,
  walkingMinBetween,
} from "./morning";

export interface Slot {
  readonly workId: string;
  readonly personId: string;
  readonly startMin: number;
  readonly endMin: number;
}

/** When a crew has its unit; no unit, or none in time to be of use: `unitId` undefined. */
export interface Served {
  readonly crewId: string;
  readonly unitId?: string;
  readonly readyMin?: number;
  readonly lateMin: number;
}

export interface Timetable {
  readonly slots: readonly Slot[];
  readonly crews: readonly Served[];
  readonly cost: Cost;
}

/**
 * A plan laid on the clock. Each person goes through their order without a pause but to walk, and to wait for somebody to help.
 * What a person may not do, or what would not be over within their hours, is left out; so every plan has a timetable that holds.
 *
 * @param before the plan in force until now, where there is one: what differs from it is counted.
 */
export function timetableOf(morning: Morning, plan: ShiftPlan, before?: ShiftPlan): Timetable {
  const works = new Map<string, Work>([...morning.units, ...morning.jobs].map((work) => [work.id, work]));
  const slots = laid(morning, plan, works);
  const doneMin = new Map(slots.map(({ workId, endMin }) => [workId, endMin]));
  const units = new Map(morning.units.map((unit) => [unit.id, unit]));
  const crews = morning.crews.map((crew): Served => {
    const unitId = plan.given[crew.id];
    const unit = unitId === undefined ? undefined : units.get(unitId);
    const moveMin = unitId === undefined ? undefined : crew.canUse[unitId];
    const freeMin = unit?.ready ? morning.nowMin : doneMin.get(unitId ?? "");
    const readyMin = freeMin === undefined || moveMin === undefined ? undefined : freeMin + moveMin;
    if (readyMin === undefined || readyMin >= morning.endMin)
      return { crewId: crew.id, lateMin: Math.max(0, morning.endMin - crew.startMin) };
    return { crewId: crew.id, unitId, readyMin, lateMin: Math.max(0, readyMin - crew.startMin) };
  });
  return { slots, crews, cost: costOf(morning, crews, doneMin, changesFrom(before, plan)) };
}

function costOf(
  morning: Morning,
  crews: readonly Served[],
  doneMin: ReadonlyMap<string, number>,
  changes: number,
): Cost {
  const sum = (parts: readonly number[]) => parts.reduce((a, b) => a + b, 0);
  const starts = new Map(morning.crews.map(({ id, startMin }) => [id, startMin]));
  return {
    crewMin: sum(
      crews.map(({ crewId, readyMin }) => crewCost(starts.get(crewId) ?? 0, readyMin, morning.endMin)),
    ),
    jobMin: sum(morning.jobs.map(({ id, dueMin }) => jobLateMin(dueMin, doneMin.get(id), morning.endMin))),
    changes,
    riskMin: sum(
      morning.units.map(
        ({ id, failShare }) => failShare * Math.max(0, (doneMin.get(id) ?? 0) - morning.nowMin),
      ),
    ),
  };
}

/** How much of a plan is not as in the one before: units given to others, and work done by others. */
function changesFrom(before: ShiftPlan | undefined, plan: ShiftPlan): number {
  if (before === undefined) return 0;
  const given = Object.entries(plan.given).filter(([crew, unit]) => before.given[crew] !== unit).length;
  const hands = (orders: ShiftPlan["orders"]) =>
    new Map(Object.entries(orders).flatMap(([person, order]) => order.map((id) => [id, person] as const)));
  const had = hands(before.orders);
  return given + [...hands(plan.orders)].filter(([id, person]) => had.get(id) !== person).length;
}

interface Walker {
  readonly person: Inspector;
  readonly order: readonly string[];
  next: number;
  place: string;
  freeMin: number;
}

/** Each person's work in their order; who is free first goes first, so that helpers are given out as time passes. */
function laid(morning: Morning, plan: ShiftPlan, works: ReadonlyMap<string, Work>): readonly Slot[] {
  const slots: Slot[] = [];
  const begun = underWayIn(morning);
  const busy = new Set(begun.keys());
  // Where more are at it than there are helpers, one is free only once fewer are.
  const helping = [...begun]
    .filter(([id]) => works.get(id)?.assisted)
    .map(([, doneMin]) => doneMin)
    .sort((a, b) => b - a);
  const helpersFree = Array.from({ length: morning.assistants }, (_, n) => helping[n] ?? morning.nowMin);
  const walkers = morning.people.map((person): Walker => {
    const startMin = Math.max(person.fromMin, morning.nowMin);
    const order = plan.orders[person.id] ?? [];
    const workId = person.underWay?.workId;
    const doneMin = begun.get(workId ?? "");
    if (workId === undefined || doneMin === undefined)
      return { person, order, next: 0, place: person.place, freeMin: startMin };
    slots.push({ workId, personId: person.id, startMin: morning.nowMin, endMin: doneMin });
    const place = works.get(workId)?.place ?? person.place;
    return { person, order, next: 0, place, freeMin: Math.max(startMin, doneMin) };
  });
  for (;;) {
    const open = walkers.filter(({ order, next }) => next < order.length);
    const walker = open.reduce<Walker | undefined>(
      (first, one) => (first === undefined || one.freeMin < first.freeMin ? one : first),
      undefined,
    );
    if (walker === undefined) return slots;
    const workId = walker.order[walker.next++] ?? "";
    const work = works.get(workId);
    const minutes = work?.minutesBy[walker.person.id];
    if (work === undefined || minutes === undefined || busy.has(workId)) continue;
    const thereMin = walker.freeMin + walkingMinBetween(morning, walker.place, work.place);
    const helperMin = work.assisted ? Math.min(...helpersFree) : thereMin;
    const startMin = Math.max(thereMin, helperMin);
    const endMin = startMin + minutes;
    if (!(endMin <= walker.person.untilMin)) continue;
    if (work.assisted) helpersFree[helpersFree.indexOf(helperMin)] = endMin;
    busy.add(workId);
    slots.push({ workId, personId: walker.person.id, startMin, endMin });
    walker.place = work.place;
    walker.freeMin = endMin;
  }
}
