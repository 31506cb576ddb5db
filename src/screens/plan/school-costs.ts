import { type Cost, planInspection } from "@/core/plan/plan";
import type { Schools } from "@/core/plan/schools";
import type { Sheet } from "@/core/sheet/sheet";

/** Every value each school may take. */
export const schoolValues = {
  start: ["right_rear_wheel", "rear", "engine", "documents"],
  documents: ["first", "last"],
  survey: ["first", "last"],
  look: ["all_first", "as_you_pass"],
  auxiliary: ["at_lowering", "first"],
  guards: ["late", "early"],
} as const satisfies { readonly [School in keyof Schools]: readonly Schools[School][] };

export type School = keyof Schools;
export const schoolIds = Object.keys(schoolValues) as School[];

/** What a full inspection of a model costs under these schools, and what changing one of them would cost. */
export interface SchoolCosts {
  readonly versionId: string;
  readonly cost: Cost;
  readonly gap: number;
  /** For each school the cheapest other value of it, with the minutes it adds; negative where it saves. */
  readonly other: Readonly<Record<School, { readonly value: string; readonly minutes: number }>>;
}

/** Asked of the worker: one model. */
export interface Question {
  readonly versionId: string;
  readonly sheet: Sheet;
  readonly schools: Schools;
  readonly minutes: Readonly<Record<string, number>>;
}

export function schoolCosts({ versionId, sheet, schools, minutes }: Question): SchoolCosts {
  const planFor = (wanted: Schools) =>
    planInspection({ sheet, scope: { kind: "full" }, schools: wanted, minutes });
  const { cost, gap } = planFor(schools);
  const otherOf = (school: School) =>
    schoolValues[school]
      .filter((value) => value !== schools[school])
      .map((value) => ({
        value,
        minutes: planFor({ ...schools, [school]: value }).cost.minutes - cost.minutes,
      }))
      .reduce((a, b) => (b.minutes < a.minutes - 1e-9 ? b : a));
  const other = Object.fromEntries(schoolIds.map((school) => [school, otherOf(school)]));
  return { versionId, cost, gap, other: other as unknown as SchoolCosts["other"] };
}
