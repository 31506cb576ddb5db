import type { Morning, ShiftPlan } from "./morning";
import { type Pins, withPins } from "./pins";
import { planShift } from "./search";
import type { Served, Timetable } from "./timetable";

/** What comes of saying something of a plan: how the crew in question is served, and who else is served otherwise than now. */
export interface Option {
  readonly value: string;
  /** Crew-minutes more than the plan in force; less than 0 where it is better. */
  readonly crewMin: number;
  readonly crew?: Served;
  readonly others: readonly { readonly crewId: string; readonly had: Served; readonly has: Served }[];
}

/**
 * What it would cost to give a crew each of the units it could use: the shift is planned again with that said, and everything else
 * put as well as it can be.
 *
 * @param morning without what was said; `now` the plan in force with it, laid on the clock
 */
export function unitOptions(
  morning: Morning,
  pins: Pins,
  plan: ShiftPlan,
  now: Timetable,
  crewId: string,
): readonly Option[] {
  const crew = morning.crews.find(({ id }) => id === crewId);
  return Object.keys(crew?.canUse ?? {}).map((unit) =>
    optionOf(morning, { ...pins, units: { ...pins.units, [crewId]: unit } }, plan, now, crewId, unit),
  );
}

/** What it would cost to have a piece of work done by each of those who may; `first`: before all else that is theirs. */
export function personOptions(
  morning: Morning,
  pins: Pins,
  plan: ShiftPlan,
  now: Timetable,
  unitId: string,
  first = false,
): readonly Option[] {
  const unit = [...morning.units, ...morning.jobs].find(({ id }) => id === unitId);
  const crewId = now.crews.find((one) => one.unitId === unitId)?.crewId;
  return Object.keys(unit?.minutesBy ?? {}).map((person) =>
    optionOf(morning, withPerson(pins, unitId, person, crewId, first), plan, now, crewId, person),
  );
}

/** Somebody is to inspect a unit: so the crew that has it keeps it. */
const withPerson = (
  pins: Pins,
  unitId: string,
  person: string,
  crewId: string | undefined,
  first: boolean,
): Pins => ({
  ...pins,
  people: { ...pins.people, [unitId]: person },
  first: first ? { ...pins.first, [person]: unitId } : pins.first,
  units: crewId === undefined ? pins.units : { ...pins.units, [crewId]: unitId },
});

/** Of a whole search: a dozen plans are asked for at once, and somebody waits. */
const effort = 0.35;

function optionOf(
  morning: Morning,
  pins: Pins,
  plan: ShiftPlan,
  now: Timetable,
  crewId: string | undefined,
  value: string,
): Option {
  const { timetable } = planShift(withPins(morning, pins), plan, effort);
  const had = new Map(now.crews.map((one) => [one.crewId, one]));
  return {
    value,
    crewMin: timetable.cost.crewMin - now.cost.crewMin,
    crew: timetable.crews.find((one) => one.crewId === crewId),
    others: timetable.crews.flatMap((has) => {
      const before = had.get(has.crewId);
      if (has.crewId === crewId || before === undefined) return [];
      return has.lateMin === before.lateMin && has.unitId === before.unitId
        ? []
        : [{ crewId: has.crewId, had: before, has }];
    }),
  };
}
