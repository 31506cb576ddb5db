import type { Check } from "../catalogue/catalogue";
import type { PlanState } from "../vocabulary/state/values";
import type { Means } from "./changes";
import { needsOf, stateKey } from "./groups";
import { tryReach } from "./search";

/** Who and what is at hand. */
export interface AtHand {
  /** People present, the operator among them. Some tests need a second pair of eyes. */
  readonly people: number;
  /** Things some check asks to be carried that are not there. */
  readonly missing: readonly string[];
  readonly key: boolean;
}

export const everythingAtHand: AtHand = { people: 2, missing: [], key: true };

/** Why a check cannot be made this time. It stays incomplete, and that is said before the walk starts. */
export type Reason =
  | { readonly why: "no_assistant" }
  | { readonly why: "not_at_hand"; readonly thing: string }
  | { readonly why: "no_key" }
  /** After a finding that stops the machine, or because the way there leads through such an operation. */
  | { readonly why: "held" }
  | { readonly why: "out_of_reach" };

export interface Incomplete {
  readonly check: Check;
  readonly reason: Reason;
}

/** Parts the checks into those that can be made and those that cannot, with the reason. */
export function possibleWith(
  checks: readonly Check[],
  means: Means,
  atHand: AtHand,
  state: PlanState,
): { readonly possible: readonly Check[]; readonly incomplete: readonly Incomplete[] } {
  const known = new Set(means.variables.map((v) => v.id));
  const areaInScope =
    state["testArea"] === "confirmed" ||
    checks.some((c) => c.definition.leaves?.["testArea"] === "confirmed");
  const from: PlanState = areaInScope ? { ...state, testArea: "confirmed" } : state;
  const reachable = new Map<string, boolean>();
  const canReach = (check: Check): boolean => {
    const needs = needsOf(check, known);
    const key = stateKey(needs);
    let can = reachable.get(key);
    if (can === undefined) {
      can = tryReach(means, from, needs, undefined) !== undefined;
      reachable.set(key, can);
    }
    return can;
  };
  const reasonFor = (check: Check): Reason | undefined => {
    const { definition } = check;
    if (definition.assistant === true && atHand.people < 2) return { why: "no_assistant" };
    const thing = definition.carry?.find((item) => atHand.missing.includes(item));
    if (thing !== undefined) return { why: "not_at_hand", thing };
    if (means.held && definition.powered === true) return { why: "held" };
    if (canReach(check)) return undefined;
    if (!means.key) return { why: "no_key" };
    return { why: means.held ? "held" : "out_of_reach" };
  };
  const judged = checks.map((check) => ({ check, reason: reasonFor(check) }));
  return {
    possible: judged.filter((j) => j.reason === undefined).map((j) => j.check),
    incomplete: judged.flatMap(({ check, reason }) => (reason === undefined ? [] : [{ check, reason }])),
  };
}
