import type { ComponentKind } from "../machine/faults";
import { failingParts } from "../machine/machine";
import type { Sheet } from "../sheet/sheet";
import type { PartId } from "../vocabulary/parts";
import type { Station } from "../vocabulary/stations";
import { observedAs, observedIn, type Says, type Told } from "./answers";
import { type Causes, type Diagnoser, type Diagnosis, diagnoserOf, type Explanation } from "./diagnose";
import { type MeterAt, meterAt } from "./meter";
import { representative, testsThatTell } from "./next-test";

/** One test as the screen needs it. */
export interface Asked {
  readonly id: string;
  readonly station: Station;
  readonly minutes: number;
  /** What may be said of it: that it went as it must, or one of these conditions. */
  readonly conditions: readonly string[];
}

/** What one answer to the next test would leave. */
export interface Leaves {
  readonly says: Says;
  /** Which of the explanations, by their place from 0. */
  readonly left: readonly number[];
}

export interface Next {
  readonly test: Asked;
  readonly mayHarm: boolean;
  readonly leaves: readonly Leaves[];
}

/** All that a technician is shown of a tag: what would explain it, the next test, and where the meter goes. */
export interface Report extends Diagnosis {
  readonly next?: Next;
  readonly meter?: MeterAt;
  /** The parts of the catalogue each suspect belongs to, by component. */
  readonly parts: Readonly<Record<string, readonly PartId[]>>;
}

/** What a movement on auxiliary power may come to. */
const onAuxiliary = ["did_not_move", "slow", "wrong_way", "did_not_stop"] as const;

/** The tests of a machine, in the order a panel is swept. */
export const testsOf = (sheet: Sheet): readonly Asked[] => diagnoserOf(sheet).questions.map(askedOf);

function askedOf({ id, station, minutes, check }: Diagnoser["questions"][number]): Asked {
  const conditions: readonly string[] = check === undefined ? onAuxiliary : Object.keys(check.conditions);
  const says = conditions.filter((condition) => observedAs(id, condition) !== undefined);
  return { id, station, minutes, conditions: says };
}

/** How many explanations a technician reads at once; what fits ever less follows. */
const considered = 12;

/**
 * Everything a tag's page shows of where the trouble is, for a technician. `causes`: how often each part was the cause on
 * machines of this model. Slow the first time for a sheet; run it in a worker.
 */
export function reportOf(sheet: Sheet, told: readonly Told[], causes: Causes): Report {
  const diagnoser = diagnoserOf(sheet);
  const diagnosis = diagnoser.diagnose(observedIn(told), causes);
  const best = diagnosis.explanations.filter(({ fit }) => fit === diagnosis.explanations[0]?.fit);
  const explanations = best.slice(0, considered);
  const components = failingParts(diagnoser.machine);
  const kinds = new Map<string, ComponentKind>(components.map(({ id, kind }) => [id, kind]));
  const parts = Object.fromEntries(components.map((one) => [one.id, one.parts]));
  const asked = new Set(told.map(({ question }) => question));
  const [test] = testsThatTell(diagnoser, explanations, { doer: "technician", asked });
  const meter = meterAt(explanations, ({ component }) => kinds.get(component), deadIn(diagnoser, told));
  return {
    ...diagnosis,
    parts,
    ...(test === undefined
      ? {}
      : {
          next: {
            test: askedOf(test.question),
            mayHarm: test.mayHarm,
            leaves: leavesOf(diagnoser, explanations, askedOf(test.question)),
          },
        }),
    ...(meter === undefined ? {} : { meter }),
  };
}

/** For each thing that may be said of a test, which explanations it leaves; what would leave none is not said. */
function leavesOf(
  diagnoser: Diagnoser,
  explanations: readonly Explanation[],
  { id, conditions }: Asked,
): readonly Leaves[] {
  const question = diagnoser.question(id);
  if (question === undefined) return [];
  const shows = explanations.map((one) => representative(diagnoser, one).of(question));
  return ["fine", ...conditions].flatMap((says): readonly Leaves[] => {
    const seen = observedAs(id, says);
    if (seen === undefined || seen.sometimes === true) return [];
    const left = shows.flatMap((sights, i) => ((sights & seen.sights) !== 0 ? [i] : []));
    return left.length === 0 ? [] : [{ says, left }];
  });
}

/** The first movement that did not come on main power. */
function deadIn(
  diagnoser: Diagnoser,
  told: readonly Told[],
): Pick<MeterAt, "station" | "function" | "direction"> | undefined {
  for (const { question, says } of told) {
    const test = diagnoser.question(question)?.check?.definition.test;
    if (says === "did_not_move" && test !== undefined)
      return { station: test.station, function: test.function, direction: test.direction };
  }
  return undefined;
}

/** How many tests an operator is asked to try besides. */
const mostHelpful = 2;

/**
 * Which of some tests an operator would still make tell a technician most: none that could hurt with any of the suspects,
 * and none only a technician may make.
 */
export function helpfulTests(
  sheet: Sheet,
  told: readonly Told[],
  among: readonly string[],
): readonly string[] {
  const diagnoser = diagnoserOf(sheet);
  const { explanations } = diagnoser.diagnose(observedIn(told), {});
  const best = explanations.filter(({ fit }) => fit === explanations[0]?.fit).slice(0, considered);
  const asked = new Set(told.map(({ question }) => question));
  const open = new Set(among);
  return testsThatTell(diagnoser, best, { doer: "operator", asked })
    .map(({ question }) => question.id)
    .filter((id) => open.has(id))
    .slice(0, mostHelpful);
}
