import { type Inspector, type Morning, machineOf, walkingMinBetween } from "./morning";
import type { Slot, Timetable } from "./timetable";

/** What is wrong with a timetable, in a word and about what. */
export interface Broken {
  readonly rule:
    | "nobody_such"
    | "may_not"
    | "too_short"
    | "outside_hours"
    | "two_places"
    | "twice"
    | "taken_away"
    | "not_first"
    | "two_at_one"
    | "job_on_given"
    | "no_helper"
    | "unfit"
    | "given_twice"
    | "not_ready"
    | "lateness";
  readonly about: string;
}

/** Holds a timetable against the rules of the morning, knowing nothing of how it was made. Empty where all of them are kept. */
export function checkTimetable(morning: Morning, { slots, crews }: Timetable): readonly Broken[] {
  const isAt = (personId: string, workId: string) =>
    morning.people.some(({ id, underWay }) => id === personId && underWay?.workId === workId);
  // Two may be at one piece of work together, where that is how it is under way.
  const begun = new Set(morning.people.flatMap(({ underWay }) => underWay?.workId ?? []));
  return [
    ...morning.people.flatMap((person) => checkPerson(morning, person, slots)),
    ...slots
      .filter(({ personId }) => !morning.people.some(({ id }) => id === personId))
      .map(({ workId }): Broken => ({ rule: "nobody_such", about: workId })),
    ...repeated([
      ...begun,
      ...slots.filter(({ workId, personId }) => !isAt(personId, workId)).map(({ workId }) => workId),
    ]).map((about): Broken => ({ rule: "twice", about })),
    ...checkHelpers(morning, slots),
    ...checkMachines(morning, slots),
    ...morning.jobs
      .filter(({ id, on }) => on?.crews === "none" && slots.some(({ workId }) => workId === id))
      .filter(({ on }) => crews.some(({ unitId }) => unitId === on?.unitId))
      .map(({ id }): Broken => ({ rule: "job_on_given", about: id })),
    ...crews.flatMap((served) => checkServed(morning, slots, served)),
    ...repeated(crews.flatMap(({ unitId }) => unitId ?? [])).map(
      (about): Broken => ({ rule: "given_twice", about }),
    ),
  ];
}

const repeated = (ids: readonly string[]): readonly string[] =>
  ids.filter((id, index) => ids.indexOf(id) !== index);

const workOf = (morning: Morning, id: string) =>
  morning.units.find((one) => one.id === id) ?? morning.jobs.find((one) => one.id === id);

function checkPerson(morning: Morning, person: Inspector, slots: readonly Slot[]): readonly Broken[] {
  const broken: Broken[] = [];
  const own = slots
    .filter(({ personId }) => personId === person.id)
    .sort((a, b) => a.startMin - b.startMin || a.endMin - b.endMin);
  const { underWay } = person;
  if (
    underWay !== undefined &&
    !own.some((slot) => slot.workId === underWay.workId && slot.endMin >= underWay.doneMin)
  )
    broken.push({ rule: "taken_away", about: underWay.workId });
  const next = own.filter(({ workId }) => workId !== underWay?.workId);
  if (next.findIndex(({ workId }) => workId === person.first) > 0)
    broken.push({ rule: "not_first", about: person.first ?? "" });
  let freeMin = Math.max(person.fromMin, morning.nowMin);
  let { place } = person;
  for (const slot of own) {
    const work = workOf(morning, slot.workId);
    if (slot.workId !== underWay?.workId) {
      const minutes = work?.minutesBy[person.id];
      if (work === undefined || minutes === undefined) broken.push({ rule: "may_not", about: slot.workId });
      else if (slot.endMin - slot.startMin < minutes) broken.push({ rule: "too_short", about: slot.workId });
      if (slot.startMin < Math.max(person.fromMin, morning.nowMin) || slot.endMin > person.untilMin)
        broken.push({ rule: "outside_hours", about: slot.workId });
      if (slot.startMin < freeMin + walkingMinBetween(morning, place, work?.place ?? place))
        broken.push({ rule: "two_places", about: slot.workId });
    }
    freeMin = slot.endMin;
    place = work?.place ?? place;
  }
  return broken;
}

/** At every moment that an assisted piece of work begins there are no more of them than helpers. */
function checkHelpers(morning: Morning, slots: readonly Slot[]): readonly Broken[] {
  const assisted = slots.filter(
    ({ workId }, index) =>
      workOf(morning, workId)?.assisted === true &&
      slots.findIndex((slot) => slot.workId === workId) === index,
  );
  const begun = morning.people.flatMap(({ underWay }) => underWay?.workId ?? []);
  return assisted
    .filter(({ workId }) => !begun.includes(workId))
    .filter(
      ({ startMin }) =>
        assisted.filter((other) => other.startMin <= startMin && startMin < other.endMin).length >
        morning.assistants,
    )
    .map(({ workId }) => ({ rule: "no_helper", about: workId }));
}

/** Nobody is at a machine that somebody else is at for another piece of work. */
function checkMachines(morning: Morning, slots: readonly Slot[]): readonly Broken[] {
  const machine = (id: string) => {
    const work = workOf(morning, id);
    return work === undefined ? id : machineOf(work);
  };
  return slots
    .filter((slot) =>
      slots.some(
        (other) =>
          other.workId !== slot.workId &&
          machine(other.workId) === machine(slot.workId) &&
          other.startMin < slot.endMin &&
          slot.startMin < other.endMin,
      ),
    )
    .map(({ workId }) => ({ rule: "two_at_one", about: workId }));
}

function checkServed(
  morning: Morning,
  slots: readonly Slot[],
  { crewId, unitId, readyMin, lateMin }: Timetable["crews"][number],
): readonly Broken[] {
  const crew = morning.crews.find(({ id }) => id === crewId);
  if (crew === undefined) return [{ rule: "nobody_such", about: crewId }];
  const late = Math.max(0, Math.min(readyMin ?? morning.endMin, morning.endMin) - crew.startMin);
  const wrong: readonly Broken[] = late === lateMin ? [] : [{ rule: "lateness", about: crewId }];
  if (unitId === undefined) return wrong;
  const moveMin = crew.canUse[unitId];
  const unit = morning.units.find(({ id }) => id === unitId);
  if (moveMin === undefined || unit === undefined) return [...wrong, { rule: "unfit", about: unitId }];
  const done = slots.find(({ workId }) => workId === unitId);
  const jobs = morning.jobs.filter(({ on }) => on?.unitId === unitId).map(({ id }) => id);
  const jobsMin = slots.filter(({ workId }) => jobs.includes(workId)).map(({ endMin }) => endMin);
  const inspectedMin = unit.ready ? morning.nowMin : done?.endMin;
  const freeMin = inspectedMin === undefined ? undefined : Math.max(inspectedMin, ...jobsMin);
  return freeMin === undefined || readyMin === undefined || readyMin < freeMin + moveMin
    ? [...wrong, { rule: "not_ready", about: unitId }]
    : wrong;
}
