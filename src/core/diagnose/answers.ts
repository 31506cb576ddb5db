import { type Check, checksOf } from "../catalogue/catalogue";
import { isWithin } from "../catalogue/within";
import { interlocks } from "../machine/interlocks";
import { showsNothing } from "../measure/made-on";
import type { InspectionEvent } from "../record/events";
import { resultOf } from "../record/looked-into";
import { type Given, type Reduction, reduce } from "../record/reduce";
import { figureOf } from "../sheet/read";
import type { Sheet } from "../sheet/sheet";
import type { Observed } from "./diagnose";
import { asItMust, noSight } from "./sight";
import { sightsOfCondition } from "./told";

/** Seen once as it must, once not, and no reason found. */
const sometimes = "intermittent";

/** An answer to a test in words: that all went as it must, or the condition somebody picked. */
export type Says = "fine" | (string & {});

/** What an answer in words tells of its test; undefined where the model shows no sign of it. */
export function observedAs(question: string, says: Says): Observed | undefined {
  if (says === "fine") return { question, sights: asItMust };
  if (says === sometimes) return { question, sights: noSight, sometimes: true };
  const sights = sightsOfCondition(says);
  return sights === noSight ? undefined : { question, sights };
}

/** One answer of a walk as a technician reads it. */
export interface Told {
  readonly question: string;
  readonly says: Says;
  /** What was checked before it was called a fault, or was found to be the reason: ids of interlocks. */
  readonly checked?: readonly string[];
}

/**
 * What a walk tells of the tests it made: the answer that stands for each, and what was checked first. Of several to one
 * test whatever found something wrong stands. A reading tells whether it kept its limit.
 */
export function toldIn(sheet: Sheet, events: readonly InspectionEvent[]): readonly Told[] {
  const byId = new Map(checksOf(sheet).map((check) => [check.definition.id, check]));
  const told = new Map<string, Told>();
  const reduction = reduce(events);
  for (const [key, given] of reduction.given) {
    // An answer to an earlier version of a check tells the same of what was seen.
    const check = byId.get(key.slice(0, key.indexOf("@")));
    if (check === undefined) continue;
    const all = given.flatMap((one) => saidIn(check, sheet, one, reduction));
    const stands = all.findLast(({ says }) => says !== "fine") ?? all.at(-1);
    const before = told.get(check.definition.id);
    if (stands !== undefined && (before === undefined || before.says === "fine"))
      told.set(check.definition.id, stands);
  }
  return [...told.values()];
}

function saidIn(
  check: Check,
  sheet: Sheet,
  given: Given,
  { lookedInto, madeOn }: Pick<Reduction, "lookedInto" | "madeOn">,
): readonly Told[] {
  const question = check.definition.id;
  if (given.type === "skipped") return [];
  if (given.type === "measured") {
    const { measure } = check.definition;
    const limit = measure === undefined ? undefined : (figureOf(sheet, measure.limit) ?? given.limitRead);
    if (measure === undefined || limit === undefined) return [];
    return [{ question, says: isWithin(measure, given.value, limit) ? "fine" : measure.beyond }];
  }
  const result = resultOf(given, lookedInto);
  const on = madeOn.get(given.check);
  if (result.kind === "fine" && on !== undefined && showsNothing(sheet, question, on)) return [];
  if (result.kind === "fine")
    return [
      {
        question,
        says: "fine",
        ...(result.cause === undefined ? {} : { checked: [result.cause].filter(isInterlock) }),
      },
    ];
  const { condition, ruledOut } = result;
  // A condition of an earlier catalogue, or of nobody's, says nothing.
  if (check.conditions[condition] === undefined) return [];
  return [
    {
      question,
      says: condition,
      ...(ruledOut === undefined ? {} : { checked: ruledOut.filter(isInterlock) }),
    },
  ];
}

const known = new Set(interlocks.map(({ id }) => id));
const isInterlock = (id: string): boolean => known.has(id);

/** Those of the answers that say something of the model. */
export const observedIn = (told: readonly Told[]): readonly Observed[] =>
  told.flatMap(({ question, says }) => observedAs(question, says) ?? []);
