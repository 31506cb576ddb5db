import { foundStowed } from "@/core/plan/found";
import { planInspection, planWithBound } from "@/core/plan/plan";
import type { Cost } from "@/core/plan/types";
import { prove } from "@/core/proof/prove";
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

/** What a full walk of a model leaves unproven: under this practice, and what each other order would leave besides. */
export interface PracticeGaps {
  readonly versionId: string;
  readonly gaps: Readonly<Partial<Record<PracticeId, number>>>;
}

/** Asked of the worker: one model. */
export interface Question {
  readonly versionId: string;
  readonly sheet: Sheet;
  readonly practice: Practice;
  readonly minutes: Readonly<Record<string, number>>;
}

export function practiceCosts({ versionId, sheet, practice, minutes }: Question): PracticeCosts {
  const full = { sheet, scope: { kind: "full" }, minutes } as const;
  const { cost, gap } = planWithBound({ ...full, practice });
  const otherOf = (id: PracticeId) =>
    (practices[id] as readonly string[])
      .filter((value) => value !== practice[id])
      .map((value) => ({
        value,
        minutes:
          planInspection({ ...full, practice: { ...practice, [id]: value } }).cost.minutes - cost.minutes,
      }))
      .reduce((a, b) => (b.minutes < a.minutes - 1e-9 ? b : a));
  const other = Object.fromEntries(practiceIds.map((id) => [id, otherOf(id)]));
  return { versionId, cost, gap, other: other as unknown as PracticeCosts["other"] };
}

/** How many more ways to fail the cheapest other value of each order leaves unproven; none is left out. */
export function practiceGaps(
  { sheet, practice }: Question,
  { versionId, other }: PracticeCosts,
): PracticeGaps {
  const found = foundStowed(sheet);
  const leaves = (wanted: Practice) => {
    const { steps } = planInspection({ sheet, scope: { kind: "full" }, practice: wanted });
    return prove(sheet, found, steps).unproven.length;
  };
  const ours = leaves(practice);
  const gaps = practiceIds.flatMap((id) => {
    const more = leaves({ ...practice, [id]: other[id].value }) - ours;
    return more === 0 ? [] : [[id, more] as const];
  });
  return { versionId, gaps: Object.fromEntries(gaps) };
}
