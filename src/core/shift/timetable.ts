import { type Cost, crewCost, jobLateMin } from "./cost";
import {
  type Inspector,
  type Morning,
  machineOf,
  type ShiftPlan,
  underWayIn,
  type Work,
  walkingMinBetween,
  withFirst,
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
export const timetableOf = (morning: Morning, plan: ShiftPlan, before?: ShiftPlan): Timetable =>
  timetablesOf(morning, before)(plan);

/** The same for many plans of one morning. */
export function timetablesOf(morning: Morning, before?: ShiftPlan): (plan: ShiftPlan) => Timetable {
  const { crews: wanted, jobs, nowMin, endMin } = morning;
  const units = new Map(morning.units.map((unit) => [unit.id, unit]));
  const given: Given = {
    morning,
    works: new Map<string, Work>([...morning.units, ...jobs].map((work) => [work.id, work])),
    begun: underWayIn(morning),
  };
  const onUnits = jobs.flatMap(({ id, on }) => (on === undefined ? [] : [{ id, unitId: on.unitId }]));
  const changes = changesFrom(before);
  return (plan) => {
    const slots = laid(given, plan);
    const doneMin = new Map<string, number>();
    for (const { workId, endMin: done } of slots) doneMin.set(workId, done);
    const crews = wanted.map((crew): Served => {
      const unitId = plan.given[crew.id];
      const unit = unitId === undefined ? undefined : units.get(unitId);
      const moveMin = unitId === undefined ? undefined : crew.canUse[unitId];
      let freeMin = unit?.ready ? nowMin : doneMin.get(unitId ?? "");
      if (freeMin !== undefined)
        for (const job of onUnits)
          if (job.unitId === unitId) freeMin = Math.max(freeMin, doneMin.get(job.id) ?? freeMin);
      const readyMin = freeMin === undefined || moveMin === undefined ? undefined : freeMin + moveMin;
      if (readyMin === undefined || readyMin >= endMin)
        return { crewId: crew.id, lateMin: Math.max(0, endMin - crew.startMin) };
      return { crewId: crew.id, unitId, readyMin, lateMin: Math.max(0, readyMin - crew.startMin) };
    });
    return { slots, crews, cost: costOf(morning, crews, doneMin, changes(plan)) };
  };
}

/** `crews` as served, in the order of the morning's. */
function costOf(
  { crews: wanted, jobs, units, nowMin, endMin }: Morning,
  crews: readonly Served[],
  doneMin: ReadonlyMap<string, number>,
  changes: number,
): Cost {
  let [crewMin, jobMin, riskMin] = [0, 0, 0];
  crews.forEach(({ readyMin }, n) => {
    crewMin += crewCost(wanted[n]?.startMin ?? 0, readyMin, endMin);
  });
  for (const { id, dueMin } of jobs) jobMin += jobLateMin(dueMin, doneMin.get(id), endMin);
  for (const { id, failShare } of units) {
    const done = doneMin.get(id);
    if (done !== undefined) riskMin += failShare * Math.max(0, done - nowMin);
  }
  return { crewMin, jobMin, changes, riskMin };
}

/** How much of a plan is not as in the one before: units given to others, and work done by others. */
function changesFrom(before: ShiftPlan | undefined): (plan: ShiftPlan) => number {
  if (before === undefined) return () => 0;
  const had = new Map(
    Object.entries(before.orders).flatMap(([person, order]) => order.map((id) => [id, person] as const)),
  );
  return ({ given, orders }) => {
    let changes = 0;
    for (const crew in given) if (before.given[crew] !== given[crew]) changes += 1;
    for (const person in orders)
      for (const id of orders[person] ?? []) if (had.get(id) !== person) changes += 1;
    return changes;
  };
}

/** What is the same for every plan of a morning. */
interface Given {
  readonly morning: Morning;
  readonly works: ReadonlyMap<string, Work>;
  readonly begun: ReadonlyMap<string, number>;
}

interface Walker {
  readonly person: Inspector;
  readonly order: readonly string[];
  next: number;
  place: string;
  freeMin: number;
}

/** Each person's work in their order; who is free first goes first, so that helpers are given out as time passes. */
function laid({ morning, works, begun }: Given, plan: ShiftPlan): readonly Slot[] {
  const slots: Slot[] = [];
  const busy = new Set(begun.keys());
  const given = new Set(Object.values(plan.given));
  const isForLater = ({ on }: Work) => on?.crews === "none" && given.has(on.unitId);
  /** When nobody is at a machine any more. */
  const machineFree = new Map<string, number>();
  // Where more are at it than there are helpers, one is free only once fewer are.
  const helping = [...begun]
    .filter(([id]) => works.get(id)?.assisted)
    .map(([, doneMin]) => doneMin)
    .sort((a, b) => b - a);
  const helpersFree = Array.from({ length: morning.assistants }, (_, n) => helping[n] ?? morning.nowMin);
  const walkers = morning.people.map((person): Walker => {
    const startMin = Math.max(person.fromMin, morning.nowMin);
    const order = withFirst(plan.orders[person.id] ?? [], person.first);
    const workId = person.underWay?.workId;
    const doneMin = begun.get(workId ?? "");
    if (workId === undefined || doneMin === undefined)
      return { person, order, next: 0, place: person.place, freeMin: startMin };
    slots.push({ workId, personId: person.id, startMin: morning.nowMin, endMin: doneMin });
    machineFree.set(workId, doneMin);
    const place = works.get(workId)?.place ?? person.place;
    return { person, order, next: 0, place, freeMin: Math.max(startMin, doneMin) };
  });
  for (;;) {
    let walker: Walker | undefined;
    for (const one of walkers)
      if (one.next < one.order.length && (walker === undefined || one.freeMin < walker.freeMin)) walker = one;
    if (walker === undefined) return slots;
    const workId = walker.order[walker.next++] ?? "";
    const work = works.get(workId);
    const minutes = work?.minutesBy[walker.person.id];
    if (work === undefined || minutes === undefined || busy.has(workId) || isForLater(work)) continue;
    const thereMin = walker.freeMin + walkingMinBetween(morning, walker.place, work.place);
    const helperMin = work.assisted ? Math.min(...helpersFree) : thereMin;
    const startMin = Math.max(thereMin, helperMin, machineFree.get(machineOf(work)) ?? thereMin);
    const endMin = startMin + minutes;
    if (!(endMin <= walker.person.untilMin)) continue;
    if (work.assisted) helpersFree[helpersFree.indexOf(helperMin)] = endMin;
    busy.add(workId);
    machineFree.set(machineOf(work), endMin);
    slots.push({ workId, personId: walker.person.id, startMin, endMin });
    walker.place = work.place;
    walker.freeMin = endMin;
  }
}
