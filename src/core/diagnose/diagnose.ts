import type { Fault } from "../machine/faults";
import { buildMachine, failingParts, type Machine } from "../machine/machine";
import type { Sheet } from "../sheet/sheet";
import { type Suspect, suspectOf } from "./outcome";
import { type Question, questionsOf } from "./question";
import { asItMust, type Sights } from "./sight";

/** What somebody saw of a test. */
export interface Observed {
  /** Id of the question. */
  readonly question: string;
  /** Any of these would be told so. */
  readonly sights: Sights;
  /** Right at one time and wrong at another, and no reason was found. */
  readonly sometimes?: true;
}

/** How far a set of failed parts accounts for what was seen. */
export type Fit = "exact" | "one_mistaken" | "intermittent";

/** One failed part, or two, that would show what was seen. */
export interface Explanation {
  readonly fit: Fit;
  /** One entry a failed part: those ways to fail that no test at the controls tells apart. */
  readonly groups: readonly (readonly Fault[])[];
  /** The question it does not account for, where one answer would have to be mistaken. */
  readonly mistaken?: string;
}

/** A way to fail that would show the first thing found wrong, and what rules it out. */
export interface RuledOut {
  readonly fault: Fault;
  /** Questions whose answers it could not have given. */
  readonly by: readonly string[];
}

export interface Diagnosis {
  /** The likeliest first. Empty where nothing was found wrong, or where nothing fits. */
  readonly explanations: readonly Explanation[];
  readonly ruledOut: readonly RuledOut[];
  /** How many answers they account for. */
  readonly answers: number;
  /** Something was found wrong that no failed part of this model shows. */
  readonly nothingFits: boolean;
  /** Pairs that were not looked at, since there were too many. */
  readonly left: number;
}

/** How often each part was found to be the cause before, by component. */
export type Causes = Readonly<Record<string, number>>;

/** Pairs of groups run together on the model before it says that it has not looked at the rest. */
const mostPairs = 400;

interface Answered {
  readonly question: Question;
  readonly seen: Observed;
}

/** The machine of a sheet with all its suspects, each run as far as it is asked. Kept with the sheet. */
export class Diagnoser {
  readonly machine: Machine;
  readonly questions: readonly Question[];
  readonly suspects: readonly Suspect[];
  private readonly byId: ReadonlyMap<string, Question>;
  private readonly signatures = new Map<Suspect, string>();

  constructor(sheet: Sheet) {
    this.machine = buildMachine(sheet);
    this.questions = questionsOf(this.machine);
    this.byId = new Map(this.questions.map((question) => [question.id, question]));
    this.suspects = failingParts(this.machine).flatMap(({ id, modes }) =>
      modes.map((mode) => suspectOf(this.machine, [{ component: id, mode }])),
    );
  }

  /** What every test may come to under a suspect, as one text: those alike no test at the controls tells apart. */
  signature(suspect: Suspect): string {
    let signature = this.signatures.get(suspect);
    if (signature === undefined) {
      signature = this.questions.map((question) => suspect.of(question).toString(36)).join(" ");
      this.signatures.set(suspect, signature);
    }
    return signature;
  }

  question(id: string): Question | undefined {
    return this.byId.get(id);
  }

  /**
   * The smallest sets of failed parts that would show all that was seen, found by running the machine model. First what
   * accounts for everything, one part before two; then one part where a single answer must be mistaken; last loose
   * contacts, which would explain anything. Answers to tests this machine does not have are left out.
   */
  diagnose(observed: readonly Observed[], causes: Causes = {}): Diagnosis {
    const answered = observed.flatMap((seen): readonly Answered[] => {
      const question = this.byId.get(seen.question);
      return question === undefined ? [] : [{ question, seen }];
    });
    const wrong = answered.filter(({ seen }) => isWrong(seen));
    const right = answered.filter(({ seen }) => !isWrong(seen));
    const none = { explanations: [], ruledOut: [], answers: answered.length, nothingFits: false, left: 0 };
    if (wrong.length === 0) return none;
    const inOrder = [...wrong, ...right];
    const exact: Suspect[] = [];
    const loose: Suspect[] = [];
    const nearly: { readonly suspect: Suspect; readonly mistaken: string }[] = [];
    for (const suspect of this.suspects) {
      const misfits = misfitsOf(suspect, inOrder, 2);
      if (misfits.length > 1) continue;
      const [mistaken] = misfits;
      if (mistaken === undefined) (isLoose(suspect) ? loose : exact).push(suspect);
      else if (!isLoose(suspect) && wrong.some((one) => one !== mistaken && fitsOne(suspect, one)))
        nearly.push({ suspect, mistaken: mistaken.question.id });
    }
    const pairs = exact.length > 0 ? { found: [], left: 0 } : this.pairs(wrong, right);
    const likely = (one: Explanation) => weightOf(one, causes);
    const byWeight = (list: readonly Explanation[]) => [...list].sort((a, b) => likely(b) - likely(a));
    const explanations = [
      ...byWeight(this.grouped(exact).map((group) => ({ fit: "exact", groups: [group] }))),
      ...byWeight(pairs.found),
      ...byWeight(
        [...new Set(nearly.map(({ mistaken }) => mistaken))].flatMap((mistaken) =>
          this.grouped(nearly.filter((one) => one.mistaken === mistaken).map(({ suspect }) => suspect)).map(
            (group): Explanation => ({ fit: "one_mistaken", groups: [group], mistaken }),
          ),
        ),
      ),
      ...this.looseFirst(loose, right, causes),
    ];
    return {
      ...none,
      explanations,
      ruledOut: this.ruledOut(wrong, right),
      nothingFits: explanations.length === 0,
      left: pairs.left,
    };
  }

  /**
   * Loose contacts, the likeliest first: each answer that was right and could have been spoiled by one makes it half as
   * likely.
   */
  private looseFirst(
    loose: readonly Suspect[],
    right: readonly Answered[],
    causes: Causes,
  ): readonly Explanation[] {
    const spoils = new Map(
      loose.map((suspect) => [
        suspect.faults[0],
        right.filter(({ question }) => suspect.of(question) !== asItMust).length,
      ]),
    );
    const weigh = (one: Explanation) =>
      weightOf(one, causes) / 2 ** Math.min(...one.groups.flat().map((fault) => spoils.get(fault) ?? 0));
    return this.grouped(loose)
      .map((group): Explanation => ({ fit: "intermittent", groups: [group] }))
      .sort((a, b) => weigh(b) - weigh(a));
  }

  /** Suspects in groups that no test tells apart, in the order of the machine's parts. */
  private grouped(suspects: readonly Suspect[]): readonly (readonly Fault[])[] {
    const groups = new Map<string, Fault[]>();
    for (const suspect of suspects) {
      const signature = this.signature(suspect);
      groups.set(signature, [...(groups.get(signature) ?? []), ...suspect.faults]);
    }
    return [...groups.values()];
  }

  /** Two parts failed at once, neither hiding the other: each breaks no answer that was right, together they show the rest. */
  private pairs(
    wrong: readonly Answered[],
    right: readonly Answered[],
  ): { readonly found: readonly Explanation[]; readonly left: number } {
    const groups = new Map<string, Suspect[]>();
    for (const suspect of this.suspects) {
      if (isLoose(suspect) || !wrong.some((one) => fitsOne(suspect, one))) continue;
      if (misfitsOf(suspect, right, 1).length > 0) continue;
      const signature = this.signature(suspect);
      groups.set(signature, [...(groups.get(signature) ?? []), suspect]);
    }
    const members = [...groups.values()];
    const shows = members.map(([one]) => wrong.map((each) => one !== undefined && fitsOne(one, each)));
    const found: Explanation[] = [];
    let tried = 0;
    let left = 0;
    for (const [i, one] of members.entries()) {
      for (const [j, other] of members.entries()) {
        if (j <= i || !wrong.every((_, k) => shows[i]?.[k] === true || shows[j]?.[k] === true)) continue;
        if (tried >= mostPairs) {
          left += 1;
          continue;
        }
        tried += 1;
        const both = suspectOf(
          this.machine,
          [one, other].flatMap(([first]) => first?.faults ?? []),
        );
        if (misfitsOf(both, [...wrong, ...right], 1).length > 0) continue;
        found.push({
          fit: "exact",
          groups: [one, other].map((group) => group.flatMap(({ faults }) => faults)),
        });
      }
    }
    return { found, left };
  }

  /** What would show the first thing found wrong, and by which answers it is ruled out. */
  private ruledOut(wrong: readonly Answered[], right: readonly Answered[]): readonly RuledOut[] {
    const [first] = wrong;
    if (first === undefined) return [];
    return this.suspects
      .filter((suspect) => !isLoose(suspect) && fitsOne(suspect, first))
      .flatMap((suspect) => {
        const by = misfitsOf(suspect, right, right.length).map(({ question }) => question.id);
        const [fault] = suspect.faults;
        return by.length === 0 || fault === undefined ? [] : [{ fault, by }];
      });
  }
}

const known = new WeakMap<Sheet, Diagnoser>();

/** The diagnoser of a sheet, made once. */
export function diagnoserOf(sheet: Sheet): Diagnoser {
  const diagnoser = known.get(sheet) ?? new Diagnoser(sheet);
  known.set(sheet, diagnoser);
  return diagnoser;
}

export const isWrong = ({ sights, sometimes }: Observed): boolean =>
  sometimes === true || (sights & asItMust) === 0;

const isLoose = ({ faults }: Suspect): boolean => faults.some(({ mode }) => mode === "intermittent");

function fitsOne(suspect: Suspect, { question, seen }: Answered): boolean {
  const may = suspect.of(question);
  if (seen.sometimes === true) return (may & asItMust) !== 0 && (may & ~asItMust) !== 0;
  return (may & seen.sights) !== 0;
}

/** The answers a suspect could not have given, at most so many. */
function misfitsOf(suspect: Suspect, answered: readonly Answered[], most: number): readonly Answered[] {
  const misfits: Answered[] = [];
  for (const one of answered) {
    if (fitsOne(suspect, one)) continue;
    misfits.push(one);
    if (misfits.length >= most) break;
  }
  return misfits;
}

/** How a connection comes to be crossed: only by work on it. */
const crossed = 0.1;

/** How likely a failed part is the cause, against the others: once for itself, and once for each time it was before. */
export function weightOf({ groups }: Pick<Explanation, "groups">, causes: Causes): number {
  return groups.reduce((product, group) => {
    const sum = group.reduce(
      (weight, { component, mode }) => weight + (mode === "crossed" ? crossed : 1) + (causes[component] ?? 0),
      0,
    );
    return product * sum;
  }, 1);
}
