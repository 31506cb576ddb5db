import type { Doer } from "../machine/permitted";
import { forbids } from "../machine/permitted";
import { onFailing } from "../proof/run";
import type { Diagnoser, Explanation } from "./diagnose";
import { type Suspect, suspectOf } from "./outcome";
import type { Question } from "./question";
import { noSight, type Sights } from "./sight";

/** A test that would tell suspects apart. */
export interface NextTest {
  readonly question: Question;
  /** How much of what is not known it settles on average, in bits. */
  readonly bits: number;
  /** What it would come to with each explanation, in their order. */
  readonly shows: readonly Sights[];
  /** With one of the suspects it would move unbidden, not stop, drop, roll or tip. */
  readonly mayHarm: boolean;
}

export interface Asking {
  readonly doer: Doer;
  /** Ids of the questions that have been answered. */
  readonly asked: ReadonlySet<string>;
}

/** Two tests that settle nearly as much: the quicker one. */
const nearly = 0.95;

/**
 * The test that tells the explanations apart best, among those this person may make; of those nearly as good the
 * quickest. None where no test does. What might hurt with one of the suspects is only named to a technician, last.
 */
export function nextTest(
  diagnoser: Diagnoser,
  explanations: readonly Explanation[],
  { doer, asked }: Asking,
): NextTest | undefined {
  const [best] = testsThatTell(diagnoser, explanations, { doer, asked });
  return best;
}

/** Every such test, the best first. */
export function testsThatTell(
  diagnoser: Diagnoser,
  explanations: readonly Explanation[],
  { doer, asked }: Asking,
): readonly NextTest[] {
  if (explanations.length < 2) return [];
  const suspects = explanations.map((one) => representative(diagnoser, one));
  const weights = explanations.map(({ groups }) => groups.reduce((n, group) => n * group.length, 1));
  const tests: NextTest[] = [];
  for (const question of diagnoser.questions) {
    if (asked.has(question.id)) continue;
    const shows = suspects.map((suspect) => suspect.of(question));
    if (shows.every((sights) => sights === shows[0])) continue;
    const bits = bitsSettled(shows, weights);
    if (bits > 1e-9) tests.push({ question, bits, shows, mayHarm: false });
  }
  tests.sort((a, b) => b.bits - a.bits);
  const allowed: NextTest[] = [];
  const careful: NextTest[] = [];
  for (const test of tests) {
    if (!isPermitted(diagnoser, test.question, doer)) continue;
    if (!mayHarm(diagnoser, suspects, test.question)) allowed.push(test);
    else if (doer === "technician") careful.push({ ...test, mayHarm: true });
  }
  return [...quickestFirst(allowed), ...quickestFirst(careful)];
}

function quickestFirst(tests: readonly NextTest[]): readonly NextTest[] {
  const [first] = tests;
  if (first === undefined) return tests;
  const asGood = tests.filter(({ bits }) => bits >= first.bits * nearly);
  const rest = tests.filter(({ bits }) => bits < first.bits * nearly);
  return [...asGood.sort((a, b) => a.question.minutes - b.question.minutes), ...rest];
}

/** One of each explanation's groups stands for all of it: no test tells the others apart from it. */
export function representative(diagnoser: Diagnoser, { groups }: Explanation): Suspect {
  const faults = groups.flatMap(([first]) => first ?? []);
  const [only] = faults;
  const single =
    faults.length === 1
      ? diagnoser.suspects.find(
          (one) => one.faults[0]?.component === only?.component && one.faults[0]?.mode === only?.mode,
        )
      : undefined;
  return single ?? suspectOf(diagnoser.machine, faults);
}

/**
 * Mutual information between the suspects and what the test shows, in bits: what is not known before it less what is on
 * average not known after. A suspect under which the test may show several things shows each of them as often.
 */
export function bitsSettled(shows: readonly Sights[], weights: readonly number[]): number {
  const total = weights.reduce((sum, weight) => sum + weight, 0);
  const bySight = new Map<number, number[]>();
  for (const [i, set] of shows.entries()) {
    const bits = bitsOf(set);
    for (const bit of bits) {
      const row = bySight.get(bit) ?? shows.map(() => 0);
      row[i] = (weights[i] ?? 0) / total / bits.length;
      bySight.set(bit, row);
    }
  }
  const before = entropy(weights.map((weight) => weight / total));
  let after = 0;
  for (const row of bySight.values()) {
    const p = row.reduce((sum, one) => sum + one, 0);
    if (p > 0) after += p * entropy(row.map((one) => one / p));
  }
  return before - after;
}

const entropy = (parts: readonly number[]): number =>
  parts.reduce((sum, p) => (p > 0 ? sum - p * Math.log2(p) : sum), 0);

function bitsOf(set: Sights): readonly number[] {
  const bits: number[] = [];
  for (let bit = 0; set >> bit !== noSight; bit++) if ((set & (1 << bit)) !== 0) bits.push(bit);
  return bits;
}

/** Whether this person may do all that a test asks, as the sound machine goes through it. */
function isPermitted({ machine }: Diagnoser, { trials }: Question, doer: Doer): boolean {
  return trials.every(({ act, from, sound }) =>
    act.deeds.every(({ action }, i) => {
      const state = i === 0 ? from : (sound.results[i - 1]?.state ?? from);
      return forbids(machine, state, doer, action).length === 0;
    }),
  );
}

/** Whether a test would do something to people with one of the suspects that it does not do on a sound machine. */
function mayHarm({ machine }: Diagnoser, suspects: readonly Suspect[], { trials }: Question): boolean {
  return suspects.some((suspect) =>
    trials.some(({ act, from, sound }) => {
      for (const one of onFailing(machine, suspect.failing(), from, act, sound))
        if (one.result.harm.length > one.sound.harm.length) return true;
      return false;
    }),
  );
}
