import { type Diagnoser, type Explanation, isWrong, type Observed } from "../../src/core/diagnose/diagnose";
import { nextTest } from "../../src/core/diagnose/next-test";
import { type Suspect, suspectName, suspectOf } from "../../src/core/diagnose/outcome";
import { asItMust } from "../../src/core/diagnose/sight";
import { faultName } from "../../src/core/proof/faults";
import type { Random } from "../../src/core/vocabulary/seeded";
import { answersUnder, withOneWrong } from "./answers";

/** Suspects that show in some test: with any other nobody would have called a technician. */
export const showing = ({ suspects, questions }: Diagnoser): readonly Suspect[] =>
  suspects.filter(
    (suspect) =>
      suspect.faults.every(({ mode }) => mode !== "intermittent") &&
      questions.some((question) => (suspect.of(question) & asItMust) === 0),
  );

/** Where the failed parts stand among the explanations, from 0; -1 where they do not. */
export function placeOf(explanations: readonly Explanation[], { faults }: Pick<Suspect, "faults">): number {
  return explanations.findIndex(
    ({ groups }) =>
      groups.length === faults.length &&
      faults.every((fault) => groups.some((group) => group.map(faultName).includes(faultName(fault)))),
  );
}

/** How many tests it took to get down to one group: by the test that tells most, and in the order of the panel. */
export interface Isolated {
  readonly tests: number;
  readonly inGridOrder: number;
}

/** From the first thing found wrong, as the panel is swept. */
export function isolated(diagnoser: Diagnoser, answers: readonly Observed[]): Isolated | undefined {
  const first = answers.findIndex(isWrong);
  const complaint = answers[first];
  if (complaint === undefined) return undefined;
  const told = new Map(answers.map((answer) => [answer.question, answer]));
  const seen: Observed[] = [complaint];
  const asked = new Set([complaint.question]);
  const exact = () => diagnoser.diagnose(seen).explanations.filter(({ fit }) => fit === "exact");
  for (;;) {
    const next = nextTest(diagnoser, exact(), { doer: "technician", asked });
    const answer = next === undefined ? undefined : told.get(next.question.id);
    if (answer === undefined) break;
    asked.add(answer.question);
    seen.push(answer);
  }
  const left = exact().length;
  return { tests: asked.size - 1, inGridOrder: sweptUntil(diagnoser, answers, first, left) };
}

function sweptUntil(diagnoser: Diagnoser, answers: readonly Observed[], first: number, left: number): number {
  const fitting = (suspects: readonly Suspect[], { question, sights }: Observed) => {
    const asked = diagnoser.question(question);
    return suspects.filter((suspect) => asked !== undefined && (suspect.of(asked) & sights) !== 0);
  };
  const groups = (suspects: readonly Suspect[]) =>
    new Set(suspects.map((suspect) => diagnoser.signature(suspect))).size;
  const firm = diagnoser.suspects.filter(({ faults }) => faults.every(({ mode }) => mode !== "intermittent"));
  let suspects = fitting(firm, answers[first] as Observed);
  let tests = 0;
  for (const [i, answer] of answers.entries()) {
    if (groups(suspects) <= left) break;
    if (i === first) continue;
    suspects = fitting(suspects, answer);
    tests += 1;
  }
  return tests;
}

export interface Singles {
  found: number;
  first3: number;
  total: number;
  oneWrong: number;
  tests: number;
  inGridOrder: number;
  readonly ms: number[];
  /** What stood out, a line each. */
  readonly worst: { readonly line: string; readonly tests: number }[];
}

export const noSingles = (): Singles => ({
  found: 0,
  first3: 0,
  total: 0,
  oneWrong: 0,
  tests: 0,
  inGridOrder: 0,
  ms: [],
  worst: [],
});

/** Every part of a machine, failed alone. */
export function trySingles(of: string, diagnoser: Diagnoser, totals: Singles, random: Random): void {
  for (const suspect of showing(diagnoser)) {
    const answers = answersUnder(diagnoser, suspect, random);
    if (!answers.some(isWrong)) continue;
    const before = performance.now();
    const { explanations } = diagnoser.diagnose(answers);
    nextTest(diagnoser, explanations, { doer: "technician", asked: new Set(answers.map((a) => a.question)) });
    totals.ms.push(performance.now() - before);
    const place = placeOf(explanations, suspect);
    totals.total += 1;
    if (place >= 0) totals.found += 1;
    if (place >= 0 && place < 3) totals.first3 += 1;
    const wrongly = withOneWrong(answers, random);
    if (placeOf(diagnoser.diagnose(wrongly).explanations, suspect) >= 0) totals.oneWrong += 1;
    const to = isolated(diagnoser, answers);
    if (to === undefined) continue;
    totals.tests += to.tests;
    totals.inGridOrder += to.inGridOrder;
    const line = `${of}: ${suspectName(suspect)}, place ${place + 1}, ${to.tests} tests (${to.inGridOrder} in grid order)`;
    totals.worst.push({ line, tests: place < 0 ? 1000 : to.tests });
    totals.worst.sort((a, b) => b.tests - a.tests).splice(5);
  }
}

export interface Pairs {
  found: number;
  total: number;
  readonly missed: string[];
}

/** Random pairs of which neither hides the other: each shows, beside the other, in a test that the other leaves alone. */
export function tryPairs(
  of: string,
  diagnoser: Diagnoser,
  count: number,
  totals: Pairs,
  random: Random,
): void {
  const all = showing(diagnoser);
  const any = () => all[Math.floor(random() * all.length)] as Suspect;
  for (let made = 0, tried = 0; made < count && tried < count * 50; tried++) {
    const [one, other] = [any(), any()];
    if (one.faults[0]?.component === other.faults[0]?.component) continue;
    const both = suspectOf(diagnoser.machine, [...one.faults, ...other.faults]);
    const alone = (a: Suspect, b: Suspect) =>
      diagnoser.questions.some(
        (question) =>
          (a.of(question) & asItMust) === 0 &&
          b.of(question) === asItMust &&
          both.of(question) === a.of(question),
      );
    if (!alone(one, other) || !alone(other, one)) continue;
    const answers = answersUnder(diagnoser, both, random);
    if (hidden(diagnoser, answers, [one, other])) continue;
    made += 1;
    totals.total += 1;
    if (placeOf(diagnoser.diagnose(answers).explanations, both) >= 0) totals.found += 1;
    else totals.missed.push(`${of}: ${suspectName(both)}`);
  }
}

/** One hides the other where an answer that was right says that the other is not failed. */
const hidden = (diagnoser: Diagnoser, answers: readonly Observed[], pair: readonly Suspect[]): boolean =>
  answers.some(({ question, sights }) => {
    const asked = diagnoser.question(question);
    return (
      (sights & asItMust) !== 0 &&
      pair.some((suspect) => asked !== undefined && (suspect.of(asked) & asItMust) === 0)
    );
  });
