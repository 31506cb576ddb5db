import type { Check } from "@/core/catalogue/catalogue";
import { isListed } from "@/core/catalogue/listed";
import type { BoardStop } from "@/kit/board/board";
import type { Card } from "./cards";
import { type InspectModel, mayMake } from "./model";

/** How much of a card is open: checks that may still be made, and what was open before and is not answered yet. */
export function openIn(model: InspectModel, card: Card): number {
  const keys = new Set(card.checks.map((c) => c.key));
  const checks = card.checks.filter(
    (c) => mayMake(c, model.held) && model.assessment.byCheck.get(c.key)?.status === "open",
  );
  return checks.length + model.matters.filter((m) => m.said === "nothing" && keys.has(m.check)).length;
}

/** What may be answered in one act on a card, and the first that has to be answered by itself before. */
export interface Listed {
  readonly checks: readonly Check[];
  readonly before: Check | undefined;
}

/** A check with a finding open from before is asked by itself, whatever has been said of it. */
export function listedOn(model: InspectModel, card: Card): Listed {
  const open = card.checks.filter(
    (c) => mayMake(c, model.held) && model.assessment.byCheck.get(c.key)?.status === "open",
  );
  const inherited = new Set(model.matters.map((matter) => matter.check));
  const unsaid = new Set(model.matters.filter((m) => m.said === "nothing").map((m) => m.check));
  const checks = open.filter((c) => isListed(c) && !inherited.has(c.key));
  const before = open.find((c) => !checks.includes(c)) ?? card.checks.find((c) => unsaid.has(c.key));
  return { checks, before };
}

/** The card to begin with: the first with anything open. */
export function firstOpen(model: InspectModel): number {
  const found = model.cards.findIndex((card) => openIn(model, card) > 0);
  return found < 0 ? model.cards.length - 1 : found;
}

/** The squares of the board, with what has become of each stop. */
export function stopsOf(model: InspectModel, now: number): readonly BoardStop[] {
  return model.plan.visits.map((visit, i) => {
    const checks = visit.steps.flatMap((s) => (s.kind === "check" ? [s.check] : []));
    const open =
      checks.some((c) => model.assessment.byCheck.get(c.key)?.status === "open") ||
      (checks.length === 0 && !visit.steps.every((s) => model.reduction.changed.has(s.id)));
    const found = model.assessment.findings.filter((f) => checks.some((c) => c.key === f.check));
    const state =
      i === now
        ? "now"
        : found.some((f) => f.grade === "tag_out" && !f.place)
          ? "held"
          : open
            ? "open"
            : found.length > 0
              ? "found"
              : "done";
    return { stop: visit.stop, state, number: model.numbers[i] ?? `${i + 1}` };
  });
}
