import { operating } from "@/core/catalogue/acts/acts";
import type { Check } from "@/core/catalogue/catalogue";
import { isAnswer } from "@/core/record/reduce";
import type { TestMade } from "@/core/underway/shown";
import { stateFor } from "./cards";
import type { InspectModel } from "./model";

/** The tests made on this walk that still stand, in the order they were answered, each as its card set the machine. */
export function testsMade({
  cards,
  state,
  assessment,
}: Pick<InspectModel, "cards" | "state" | "assessment">): readonly TestMade[] {
  const onCards = new Map(
    cards.flatMap((card) => card.checks.map((check) => [check.key, { card, check }] as const)),
  );
  const last = new Map<string, number>();
  for (const [i, event] of state.events.entries()) if (isAnswer(event)) last.set(event.check, i);
  return [...last]
    .sort(([, a], [, b]) => a - b)
    .flatMap(([key]): readonly TestMade[] => {
      const at = onCards.get(key);
      if (at === undefined || !isTest(at.check)) return [];
      const fine = assessment.byCheck.get(key)?.status === "fine";
      return [{ check: at.check, state: stateFor(at.card, at.check), fine }];
    });
}

const isTest = ({ definition: { id, test } }: Check): boolean =>
  test !== undefined || operating.has(id) || id.startsWith("stop.");
