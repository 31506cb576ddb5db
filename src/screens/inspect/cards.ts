import type { Check } from "@/core/catalogue/catalogue";
import { walkM_per_min } from "@/core/plan/places";
import type { Plan, PlanStep } from "@/core/plan/plan";
import { type PlanState, withKnown, withValue } from "@/core/vocabulary/state/values";

type ChangeStep = Extract<PlanStep, { kind: "change" | "close" }>;

/** What is on the screen at once: the changes to make first, and the few checks made in that state. */
export interface Card {
  readonly visit: number;
  /** Which part of its stop this is, and of how many. */
  readonly part: number;
  readonly parts: number;
  readonly changes: readonly ChangeStep[];
  readonly checks: readonly Check[];
  /** The machine once the changes are made. */
  readonly state: PlanState;
  readonly minutes: number;
}

const mostRows = 6;
const mostMoves = 14;

/** Cuts a plan into cards: at each change of state, and so that no card asks for scrolling. */
export function cardsOf(plan: Plan, found: PlanState): readonly Card[] {
  const cards: {
    visit: number;
    changes: ChangeStep[];
    checks: Check[];
    state: PlanState;
    minutes: number;
  }[] = [];
  let state = found;
  plan.visits.forEach((visit, index) => {
    let card: (typeof cards)[number] | undefined;
    for (const step of visit.steps) {
      const ends =
        step.kind === "check"
          ? card !== undefined && !fits(card.checks, step.check)
          : (card?.checks.length ?? 0) > 0;
      if (card === undefined || ends) {
        card = { visit: index, changes: [], checks: [], state, minutes: 0 };
        cards.push(card);
      }
      card.minutes += step.minutes + step.walkM / walkM_per_min;
      if (step.kind === "check") {
        card.checks.push(step.check);
        state = withKnown(state, step.check.definition.leaves ?? {});
      } else {
        card.changes.push(step);
        state = withValue(state, step.change.variable, step.change.to);
        card.state = state;
      }
    }
  });
  return cards.map((card) => {
    const here = cards.filter((c) => c.visit === card.visit);
    return { ...card, part: here.indexOf(card) + 1, parts: here.length };
  });
}

/** Movements go in a table of their own, two to a row; anything else is a row. */
function fits(checks: readonly Check[], next: Check): boolean {
  const moves = checks.filter(isMove).length;
  if (isMove(next)) return moves < mostMoves && checks.length === moves;
  return moves === 0 && checks.length < mostRows;
}

export const isMove = (check: Check): boolean => check.definition.id.startsWith("move.");
