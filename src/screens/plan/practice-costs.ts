import type { Fault } from "@/core/machine/faults";
import { foundStowed } from "@/core/plan/found";
import { planInspection, planWithBound } from "@/core/plan/plan";
import type { Cost } from "@/core/plan/types";
import { faultsBesides } from "@/core/proof/faults";
import { prove } from "@/core/proof/prove";
import type { Sheet } from "@/core/sheet/sheet";
import { type Practice, type PracticeId, practiceIds, practices } from "@/core/vocabulary/practice";

/** What a full inspection of a model costs under this practice, and what changing one of them would cost. */
export interface PracticeCosts {
  readonly versionId: string;
  readonly cost: Cost;
  readonly gap: number;
  /**
   * For each order the cheapest other value of it, with the minutes it adds; negative where it saves. None where no
   * other keeps the same checks.
   */
  readonly other: Readonly<Partial<Record<PracticeId, { readonly value: string; readonly minutes: number }>>>;
}

/** What a full walk of a model leaves unproven: under this practice, and how the cheapest other value of each order differs. */
export interface PracticeGaps {
  readonly versionId: string;
  readonly unproven: readonly Fault[];
  /** An order that changes nothing of it is left out. */
  readonly gaps: Readonly<Partial<Record<PracticeId, Gap>>>;
}

export interface Gap {
  /** What the other value leaves unproven besides. */
  readonly more: readonly Fault[];
  /** How many it proves that this one leaves. */
  readonly fewer: number;
}

/** Asked of the worker: one model. */
export interface Question {
  readonly versionId: string;
  readonly sheet: Sheet;
  readonly practice: Practice;
  readonly minutes: Readonly<Record<string, number>>;
}

/**
 * The other values of an order that keep the walk's checks. The survey apart does not: its cards leave the walk and their
 * minutes are spent on it elsewhere, so a walk is neither dearer nor cheaper for it.
 */
function othersOf(id: PracticeId, practice: Practice): readonly string[] {
  const same: readonly string[] =
    id !== "survey" ? practices[id] : practice.survey === "apart" ? [] : ["last", "first"];
  return same.filter((value) => value !== practice[id]);
}

export function practiceCosts({ versionId, sheet, practice, minutes }: Question): PracticeCosts {
  const full = { sheet, scope: { kind: "full" }, minutes } as const;
  const { cost, gap } = planWithBound({ ...full, practice });
  const otherOf = (id: PracticeId) =>
    othersOf(id, practice)
      .map((value) => ({
        value,
        minutes:
          planInspection({ ...full, practice: { ...practice, [id]: value } }).cost.minutes - cost.minutes,
      }))
      .sort((a, b) => (Math.abs(a.minutes - b.minutes) < 1e-9 ? 0 : a.minutes - b.minutes))
      .slice(0, 1);
  const other = practiceIds.flatMap((id) => otherOf(id).map((cheapest) => [id, cheapest] as const));
  return { versionId, cost, gap, other: Object.fromEntries(other) };
}

/** Which ways to fail a walk leaves unproven, and how that is otherwise with the cheapest other value of each order. */
export function practiceGaps(
  { sheet, practice }: Question,
  { versionId, other }: PracticeCosts,
): PracticeGaps {
  const found = foundStowed(sheet);
  const leaves = (wanted: Practice) => {
    const { steps } = planInspection({ sheet, scope: { kind: "full" }, practice: wanted });
    return prove(sheet, found, steps).unproven;
  };
  const unproven = leaves(practice);
  const gaps = practiceIds.flatMap((id) => {
    const value = other[id]?.value;
    if (value === undefined) return [];
    const others = leaves({ ...practice, [id]: value });
    const [more, fewer] = [faultsBesides(others, unproven), faultsBesides(unproven, others).length];
    return more.length + fewer === 0 ? [] : [[id, { more, fewer }] as const];
  });
  return { versionId, unproven, gaps: Object.fromEntries(gaps) };
}
