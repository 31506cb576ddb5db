import { type Cost, planInspection } from "@/core/plan/plan";
import type { Sheet } from "@/core/sheet/sheet";
import { type Practice, type PracticeId, practiceIds, practices } from "@/core/vocabulary/practice";

/** What a full inspection of a model costs under this practice, and what changing one of them would cost. */
export interface PracticeCosts {
  readonly versionId: string;
  readonly cost: Cost;
  readonly gap: number;
  /** For each order the cheapest other value of it, with the minutes it adds; negative where it saves. */
  readonly other: Readonly<Record<PracticeId, { readonly value: string; readonly minutes: number }>>;
}

/** Asked of the worker: one model. */
export interface Question {
  readonly versionId: string;
  readonly sheet: Sheet;
  readonly practice: Practice;
  readonly minutes: Readonly<Record<string, number>>;
}

export function practiceCosts({ versionId, sheet, practice, minutes }: Question): PracticeCosts {
  const planFor = (wanted: Practice) =>
    planInspection({ sheet, scope: { kind: "full" }, practice: wanted, minutes });
  const { cost, gap } = planFor(practice);
  const otherOf = (id: PracticeId) =>
    (practices[id] as readonly string[])
      .filter((value) => value !== practice[id])
      .map((value) => ({
        value,
        minutes: planFor({ ...practice, [id]: value }).cost.minutes - cost.minutes,
      }))
      .reduce((a, b) => (b.minutes < a.minutes - 1e-9 ? b : a));
  const other = Object.fromEntries(practiceIds.map((id) => [id, otherOf(id)]));
  return { versionId, cost, gap, other: other as unknown as PracticeCosts["other"] };
}
