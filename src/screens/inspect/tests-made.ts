import { operating } from "@/core/catalogue/acts/acts";
import type { Check } from "@/core/catalogue/catalogue";
import { toldIn } from "@/core/diagnose/answers";
import { isAnswer } from "@/core/record/reduce";
import type { TestMade } from "@/core/underway/shown";
import { stateFor } from "./cards";
import type { InspectModel } from "./model";
import type { Helps } from "./try-also";

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

/** What else would help a technician where a test did not come: among those still to be made from the same station. */
export function helpsFor(
  { cards, state, assessment, data: { sheet } }: InspectModel,
  { key, definition: { id, station } }: Check,
): Helps {
  const told = toldIn(sheet, state.events).filter(({ question }) => question !== id);
  const among = cards
    .flatMap(({ checks }) => checks)
    .filter((check) => check.key !== key && check.definition.station === station)
    .filter((check) => assessment.byCheck.get(check.key)?.status === "open");
  return {
    sheet,
    told: [...told, { question: id, says: "did_not_move" }],
    among: among.map(({ definition }) => definition.id),
  };
}
