import { useCallback, useEffect, useRef, useState } from "react";
import type { Visit } from "@/core/plan/types";
import type { Card } from "./cards";
import type { InspectModel } from "./model";
import { firstOpen, openIn } from "./progress";

/** A card with the stop it is made at, as both were when it came on the screen. */
interface Shown {
  readonly card: Card;
  readonly visit: Visit | undefined;
}

/**
 * The card on the screen. Where an answer makes the walk be planned anew, what is on the screen stays as it is until
 * one goes on: a row that was answered keeps its place under the finger.
 */
export function useShownCard(model: InspectModel) {
  const { cards, plan } = model;
  const [index, setIndex] = useState(() => firstOpen(model));
  const [pinned, setPinned] = useState<Shown>();
  const [followed, setFollowed] = useState(plan.visits);
  const here = cards[Math.min(index, cards.length - 1)];
  const shown: Shown | undefined =
    pinned ?? (here === undefined ? undefined : { card: here, visit: plan.visits[here.visit] });

  const last = useRef<Shown>(undefined);
  useEffect(() => {
    last.current = shown;
  });
  if (followed !== plan.visits) {
    setFollowed(plan.visits);
    const was = last.current;
    const keys = new Set(was?.card.checks.map((check) => check.key));
    const begun = was?.card.checks.some((c) => model.assessment.byCheck.get(c.key)?.status !== "open");
    if (was !== undefined && begun && !model.held) setPinned(was);
    const has = (card: Card) => card.checks.some((check) => keys.has(check.key));
    const open = cards.findIndex((card) => has(card) && openIn(model, card) > 0);
    const still = open >= 0 ? open : cards.findLastIndex(has);
    setIndex(still >= 0 ? still : firstOpen(model));
  }

  const go = useCallback(
    (to: number) => {
      setPinned(undefined);
      setIndex(Math.max(0, Math.min(cards.length - 1, to)));
    },
    [cards.length],
  );
  /** The card that follows: in a walk planned anew, the next with anything open. */
  const next =
    pinned === undefined
      ? index + 1
      : cards.findIndex((card, i) => i > index && (openIn(model, card) > 0 || card.changes.length > 0));
  const isLast = next < 0 || next >= cards.length;
  return { ...shown, index, place: here?.visit ?? 0, next: isLast ? undefined : next, go };
}
