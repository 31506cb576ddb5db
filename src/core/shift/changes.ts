import { type Morning, type ShiftPlan, underWayIn } from "./morning";
import type { Pins } from "./pins";
import type { Timetable } from "./timetable";

/** What a plan was made from, as far as it can change: kept beside it. */
export interface PlannedFrom {
  readonly units: readonly string[];
  readonly people: readonly string[];
  readonly crews: readonly string[];
  /** What the supervisor had said of it, in one line to compare by. */
  readonly said: string;
  /** When each piece of work was to be over. */
  readonly doneMin: Readonly<Record<string, number>>;
}

export const plannedFrom = (morning: Morning, { slots }: Timetable, pins: Pins): PlannedFrom => ({
  said: JSON.stringify(pins),
  units: morning.units.map(({ id }) => id),
  people: morning.people.map(({ id }) => id),
  crews: morning.crews.map(({ id }) => id),
  doneMin: Object.fromEntries(slots.map(({ workId, endMin }) => [workId, endMin])),
});

export const causeKinds = [
  "unit_out",
  "unit_in",
  "person_away",
  "person_in",
  "crew_new",
  "crew_gone",
  "runs_late",
  "said",
] as const;

/** What has happened since a plan was made. `minutes`: how late a piece of work runs. */
export interface Cause {
  readonly kind: (typeof causeKinds)[number];
  readonly about: string;
  readonly minutes?: number;
}

/** What is otherwise in a plan than in the one before. */
export type Effect =
  | { readonly kind: "gets"; readonly crew: string; readonly unit: string; readonly insteadOf?: string }
  | { readonly kind: "without"; readonly crew: string; readonly had: string }
  | { readonly kind: "does"; readonly person: string; readonly work: string; readonly insteadOf?: string }
  | { readonly kind: "first"; readonly person: string; readonly work: string };

/** Why a plan took the place of another, and what is otherwise in it. */
export interface PlanChange {
  readonly causes: readonly Cause[];
  readonly effects: readonly Effect[];
}

/** Work that runs less late than this is not told of. */
const lateToTellMin = 3;

/** What has happened between two mornings. */
function causesBetween(before: PlannedFrom, morning: Morning, pins: Pins): readonly Cause[] {
  const ids = (list: readonly { readonly id: string }[]) => list.map(({ id }) => id);
  const [units, people, crews] = [ids(morning.units), ids(morning.people), ids(morning.crews)];
  const gone = (kind: Cause["kind"], had: readonly string[], has: readonly string[]): readonly Cause[] =>
    [...new Set(had)].filter((id) => !has.includes(id)).map((about) => ({ kind, about }));
  const late = [...underWayIn(morning)].flatMap(([about, doneMin]): readonly Cause[] => {
    const minutes = doneMin - (before.doneMin[about] ?? doneMin);
    return minutes < lateToTellMin ? [] : [{ kind: "runs_late", about, minutes }];
  });
  return [
    ...(before.said === JSON.stringify(pins) ? [] : [{ kind: "said", about: "" } as const]),
    ...gone("unit_out", before.units, units),
    ...gone("person_away", before.people, people),
    ...gone("crew_gone", before.crews, crews),
    ...late,
    ...gone("crew_new", crews, before.crews),
    ...gone("person_in", people, before.people),
    ...gone("unit_in", units, before.units),
  ];
}

/** Why a plan took the place of another, of what bears on it: a unit nobody had or gets is no news. */
export function changeBetween(
  before: { readonly plan: ShiftPlan; readonly plannedFrom: PlannedFrom },
  plan: ShiftPlan,
  morning: Morning,
  pins: Pins,
): PlanChange {
  const effects = effectsBetween(
    before.plan,
    plan,
    morning.crews.map(({ id }) => id),
  );
  const had = new Set(Object.values(before.plan.given));
  const gets = new Set(effects.flatMap((effect) => (effect.kind === "gets" ? effect.unit : [])));
  const does = new Set(effects.flatMap((effect) => ("person" in effect ? effect.person : [])));
  const bears = ({ kind, about }: Cause) =>
    kind === "unit_out"
      ? had.has(about)
      : kind === "unit_in"
        ? gets.has(about)
        : kind === "person_in"
          ? does.has(about)
          : true;
  return { causes: causesBetween(before.plannedFrom, morning, pins).filter(bears), effects };
}

/** What is otherwise in a plan than in the one before, of crews and work that are in both or new. */
function effectsBetween(before: ShiftPlan, after: ShiftPlan, crews: readonly string[]): readonly Effect[] {
  const given = crews.flatMap((crew): readonly Effect[] => {
    const [had, unit] = [before.given[crew], after.given[crew]];
    if (had === unit) return [];
    if (unit === undefined) return had === undefined ? [] : [{ kind: "without", crew, had }];
    return [{ kind: "gets", crew, unit, ...(had === undefined ? {} : { insteadOf: had }) }];
  });
  const hands = new Map(
    Object.entries(before.orders).flatMap(([person, order]) => order.map((work) => [work, person] as const)),
  );
  const done = Object.entries(after.orders).flatMap(([person, order]): readonly Effect[] =>
    order.flatMap((work, at): readonly Effect[] => {
      const had = hands.get(work);
      if (had !== person)
        return [{ kind: "does", person, work, ...(had === undefined ? {} : { insteadOf: had }) }];
      const wasAt = before.orders[person]?.indexOf(work) ?? 0;
      return at === 0 &&
        wasAt > 0 &&
        before.orders[person]?.[0] !== undefined &&
        order.includes(before.orders[person][0])
        ? [{ kind: "first", person, work }]
        : [];
    }),
  );
  return [...given, ...done];
}

/** What is left of a plan once units are ready, work is under way or over, and people and crews have gone. */
export function whatIsLeft(morning: Morning, plan: ShiftPlan): ShiftPlan {
  const crews = new Map(morning.crews.map((crew) => [crew.id, crew]));
  const begun = underWayIn(morning);
  const units = new Set(morning.units.map(({ id }) => id));
  const open = new Set(
    [...morning.units.filter(({ ready }) => !ready), ...morning.jobs]
      .map(({ id }) => id)
      .filter((id) => !begun.has(id)),
  );
  const given = Object.fromEntries(
    Object.entries(plan.given).filter(
      ([crew, unit]) => crews.get(crew)?.canUse[unit] !== undefined && units.has(unit),
    ),
  );
  const wanted = new Set([...Object.values(given), ...morning.jobs.map(({ id }) => id)]);
  return {
    given,
    orders: Object.fromEntries(
      morning.people.map(({ id }) => [
        id,
        (plan.orders[id] ?? []).filter((work) => open.has(work) && wanted.has(work)),
      ]),
    ),
  };
}
