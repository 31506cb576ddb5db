import type { Morning } from "./morning";

/** What a supervisor has said of a plan: which unit a crew has, who does a piece of work, and what they do first, and which crews need nothing after all. */
export interface Pins {
  readonly units: Readonly<Record<string, string>>;
  readonly people: Readonly<Record<string, string>>;
  readonly cancelled: readonly string[];
  /** By person: what comes first of their work. */
  readonly first: Readonly<Record<string, string>>;
}

export const noPins: Pins = { units: {}, people: {}, cancelled: [], first: {} };

/** The morning as it is with what was said: only that unit can serve, only that person may. */
export function withPins(morning: Morning, pins: Pins): Morning {
  const pinned = <T extends { id: string; minutesBy: Readonly<Record<string, number>> }>(work: T): T => {
    const person = pins.people[work.id];
    return person === undefined ? work : { ...work, minutesBy: only(work.minutesBy, person) };
  };
  return {
    ...morning,
    crews: morning.crews
      .filter(({ id }) => !pins.cancelled.includes(id))
      .map((crew) => {
        const unit = pins.units[crew.id];
        return unit === undefined ? crew : { ...crew, canUse: only(crew.canUse, unit) };
      }),
    units: morning.units.map(pinned),
    jobs: morning.jobs.map(pinned),
    people: morning.people.map((person) => {
      const first = pins.first[person.id];
      return first === undefined ? person : { ...person, first };
    }),
  };
}

const only = (record: Readonly<Record<string, number>>, key: string): Readonly<Record<string, number>> => {
  const value = record[key];
  return value === undefined ? {} : { [key]: value };
};
