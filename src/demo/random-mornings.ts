import type { Crew, Inspector, Job, Morning, ShiftUnit } from "../core/shift/morning";
import { type Random, seeded } from "../core/vocabulary/seeded";

/** How large a yard is. */
export interface YardSize {
  readonly units: number;
  readonly people: number;
  readonly crews: number;
}

export const smallYard: YardSize = { units: 26, people: 5, crews: 9 };
export const largeYard: YardSize = { units: 200, people: 24, crews: 70 };

const families = ["slab", "boom", "mast", "spider", "towable"] as const;
const places = ["yard", "court", "range", "walk", "lawn", "house"] as const;

/**
 * The start of a shift in a yard like the invented one, by a seed: some units tagged, some ready, somebody missing, a walk that runs
 * late. Minutes before the start count up to 60.
 */
export function randomMorning(seed: number, size: YardSize = smallYard): Morning {
  const random = seeded(seed * 7919 + 13);
  const upTo = (n: number) => Math.floor(random() * n);
  const pick = <T>(list: readonly T[]): T => list[upTo(list.length)] as T;
  const id = (kind: string, n: number) => `${kind}${`${n}`.padStart(3, "0")}`;
  const nowMin = upTo(25);
  const startMin = 60;
  const absent = random() < 0.4 ? upTo(size.people) : -1;
  const staff = Array.from({ length: size.people }, (_, n) => ({
    id: id("p", n),
    trained: families.filter(() => random() < 0.7),
    pace: 0.8 + 0.5 * random(),
  }));
  const present = staff.filter((_, n) => n !== absent);
  const all = Array.from({ length: size.units }, (_, n) => {
    const family = families[Math.floor((n / size.units) * families.length)] ?? "slab";
    const minutes = { slab: 18, boom: 32, mast: 12, spider: 38, towable: 26 }[family] + upTo(7);
    const unit: ShiftUnit = {
      id: id("u", n),
      place: random() < 0.6 ? "yard" : pick(places),
      ready: random() < 0.12,
      assisted: random() < 0.15,
      failShare: Math.round(random() * 20) / 100,
      minutesBy: Object.fromEntries(
        present
          .filter(({ trained }) => trained.includes(family))
          .map((person) => [person.id, Math.round(minutes * person.pace)]),
      ),
    };
    return { unit, family, tagged: random() < 0.15 };
  });
  const standing = all.filter(({ tagged }) => !tagged);
  const jobs = Array.from(
    { length: upTo(3) },
    (_, n): Job => ({
      id: id("j", n),
      place: pick(places),
      assisted: false,
      dueMin: 60 + upTo(240),
      minutesBy: Object.fromEntries(present.filter(() => random() < 0.6).map((p) => [p.id, 20 + upTo(50)])),
    }),
  );
  const crews = Array.from({ length: size.crews }, (_, n): Crew => {
    const family = pick(families);
    const fit = standing.filter((one) => one.family === family && random() < 0.75);
    return {
      id: id("c", n),
      startMin: startMin + (random() < 0.2 ? pick([-15, 15, 30]) : 0),
      canUse: Object.fromEntries(fit.map(({ unit }) => [unit.id, unit.place === "yard" ? upTo(5) : 0])),
    };
  });
  const units = standing.map(({ unit }) => unit);
  const people = present.map((person, n): Inspector => inspector(person.id, n, units, nowMin, random));
  const onUnits = random() < 0.5 ? jobs.map((job): Job => ({ ...job, ...onUnit(units, random) })) : jobs;
  return {
    nowMin,
    endMin: startMin + 120,
    crews,
    units,
    jobs: onUnits,
    people: random() < 0.2 ? people.map((one) => ({ ...one, first: pick(units).id })) : people,
    walkingMin: Object.fromEntries(
      places.map((from, a) => [from, Object.fromEntries(places.map((to, b) => [to, Math.abs(a - b) * 2]))]),
    ),
    elsewhereMin: 4,
    assistants: 1 + upTo(2),
  };
}

/** A job done on a unit that a crew may want: where that stands. */
function onUnit(units: readonly ShiftUnit[], random: Random): Pick<Job, "on" | "place"> | undefined {
  const unit = units[Math.floor(random() * units.length)];
  return unit && { place: unit.place, on: { unitId: unit.id, crews: random() < 0.5 ? "wait" : "none" } };
}

/** Somebody who is there, comes later, or is at a walk that may run late. */
function inspector(
  id: string,
  index: number,
  units: readonly ShiftUnit[],
  nowMin: number,
  random: Random,
): Inspector {
  const begun = units.filter((unit) => !unit.ready && unit.minutesBy[id] !== undefined)[index * 3];
  return {
    id,
    place: "yard",
    fromMin: random() < 0.2 ? nowMin + Math.floor(random() * 30) : nowMin,
    untilMin: random() < 0.2 ? 75 + Math.floor(random() * 60) : 540,
    ...(begun !== undefined && random() < 0.3
      ? { underWay: { workId: begun.id, doneMin: nowMin + 3 + Math.floor(random() * 30) } }
      : {}),
  };
}
