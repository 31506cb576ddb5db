import type { Diagnoser, Observed } from "../../src/core/diagnose/diagnose";
import type { Suspect } from "../../src/core/diagnose/outcome";
import { asItMust, type Sights, setOf, sightsIn } from "../../src/core/diagnose/sight";
import type { Random } from "../../src/core/vocabulary/seeded";

/** One of what a test may come to: what somebody tells who made it once. */
export function oneOf(may: Sights, random: Random): Sights {
  const all = sightsIn(may);
  return setOf(all[Math.floor(random() * all.length)] ?? "as_it_must");
}

/** Every test answered as the failed machine shows it. */
export const answersUnder = (
  { questions }: Pick<Diagnoser, "questions">,
  suspect: Suspect,
  random: Random,
): readonly Observed[] =>
  questions.map((question) => ({ question: question.id, sights: oneOf(suspect.of(question), random) }));

/** One answer told wrongly: a fault as none, none as one that did not come. */
export function withOneWrong(answers: readonly Observed[], random: Random): readonly Observed[] {
  const at = Math.floor(random() * answers.length);
  return answers.map((one, i) =>
    i !== at ? one : { ...one, sights: (one.sights & asItMust) === 0 ? asItMust : setOf("did_not_move") },
  );
}
