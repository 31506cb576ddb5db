import {
  type AxisId,
  type KnownValue,
  type NamedValues,
  type StationId,
  type StopId,
  unknown,
  type VariableId,
} from "../vocabulary/state/values";
import { keyOf, type Station } from "../vocabulary/stations";

/** A threshold of the machine, worked out from its sheet when it is built (see `thresholds.ts`). */
export type Threshold =
  | "transport"
  | "tilt_height"
  | "cut_back_height"
  | "cut_out_height"
  | "legs_height"
  | "axles_angle"
  | "stripe_light"
  | "stripe_heavy"
  | "jib_stow";

/** What a condition may watch: a variable, or what the station operated from has of its own. */
export type Watched = VariableId | `${StationId}.$station`;
/** The words what is watched can be; `$key` stands for the key position that gives the station its power. */
type WordOf<Id extends Watched> = Id extends VariableId
  ? Extract<KnownValue<Id>, string> | (Id extends "key" ? "$key" : never)
  : Id extends `${infer Own}.$station`
    ? Extract<KnownValue<Extract<`${Own}.ground`, VariableId>>, string>
    : never;

/**
 * A condition over the machine's state, as data. Evaluated in three values, because a machine as found may
 * hold values nobody knows. `raisedAbove` holds when any axis that raises the platform is above the threshold.
 */
export type Condition =
  | { readonly is: readonly [Watched, string] }
  | { readonly above: readonly [Watched, number | Threshold] }
  | { readonly raisedAbove: Threshold }
  | { readonly anyStopIn: true }
  | { readonly not: Condition }
  | { readonly all: readonly Condition[] }
  | { readonly any: readonly Condition[] };

export const is = <Id extends Watched>(variable: Id, value: WordOf<Id>): Condition => ({
  is: [variable, value],
});
export const above = (variable: Watched, limit: number | Threshold): Condition => ({
  above: [variable, limit],
});
export const all = (...parts: Condition[]): Condition => ({ all: parts });
export const any = (...parts: Condition[]): Condition => ({ any: parts });
export const not = (part: Condition): Condition => ({ not: part });
export const raised: Condition = { raisedAbove: "transport" };
export const legAxes = [
  "axis.leg_front_left",
  "axis.leg_front_right",
  "axis.leg_rear_left",
  "axis.leg_rear_right",
] as const;
/** All four legs down and bearing. */
export const legsBear = all(...legAxes.map((axis) => above(axis, 0.95)));

/**
 * A condition with every name and number of one machine filled in. All of one shape, whatever it is, because
 * testing them is what the model spends its time on.
 */
export interface Bound {
  readonly op: "is" | "above" | "not" | "all" | "any";
  readonly variable: string;
  readonly word: string;
  readonly limit: number;
  readonly parts: readonly Bound[];
}

const bound = (op: Bound["op"], detail: Partial<Omit<Bound, "op">>): Bound => ({
  op,
  variable: detail.variable ?? "",
  word: detail.word ?? "",
  limit: detail.limit ?? 0,
  parts: detail.parts ?? [],
});

export const isBound = (variable: string, word: string): Bound => bound("is", { variable, word });
export const aboveBound = (variable: string, limit: number): Bound => bound("above", { variable, limit });
export const allBound = (parts: readonly Bound[]): Bound => bound("all", { parts });
export const anyBound = (parts: readonly Bound[]): Bound => bound("any", { parts });
const notBound = (part: Bound): Bound => bound("not", { parts: [part] });

/** `depends` names the unknown variables that would decide it. */
export type Truth = { readonly holds: boolean } | { readonly depends: readonly string[] };

export const never = anyBound([]);
export const always = allBound([]);

/** What binding needs to know of a machine. */
export interface Terms {
  readonly has: (variable: string) => boolean;
  readonly threshold: (name: Threshold) => number;
  readonly raisingAxes: readonly AxisId[];
  readonly stops: readonly StopId[];
  readonly station?: Station;
}

/**
 * Fills in `$station`, `$key`, thresholds and lists, and settles what the machine does not have: a variable it lacks is
 * never anything and never above anything.
 */
export function bind(condition: Condition, terms: Terms): Bound {
  if ("is" in condition) {
    const variable = named(condition.is[0], terms);
    return terms.has(variable) ? isBound(variable, named(condition.is[1], terms)) : never;
  }
  if ("above" in condition) {
    const [name, limit] = condition.above;
    const variable = named(name, terms);
    if (!terms.has(variable)) return never;
    return aboveBound(variable, typeof limit === "number" ? limit : terms.threshold(limit));
  }
  if ("raisedAbove" in condition) {
    const limit = terms.threshold(condition.raisedAbove);
    return anyBound(terms.raisingAxes.map((axis) => aboveBound(axis, limit)));
  }
  if ("anyStopIn" in condition) return anyBound(terms.stops.map((stop) => isBound(stop, "in")));
  if ("not" in condition) {
    const inner = bind(condition.not, terms);
    return isNever(inner) ? always : isAlways(inner) ? never : notBound(inner);
  }
  if ("all" in condition) {
    const parts = condition.all.map((part) => bind(part, terms)).filter((part) => !isAlways(part));
    return parts.some(isNever) ? never : parts.length === 1 && parts[0] ? parts[0] : allBound(parts);
  }
  const parts = condition.any.map((part) => bind(part, terms)).filter((part) => !isNever(part));
  return parts.some(isAlways) ? always : parts.length === 1 && parts[0] ? parts[0] : anyBound(parts);
}

export const isNever = (b: Bound): boolean => b.op === "any" && b.parts.length === 0;
export const isAlways = (b: Bound): boolean => b.op === "all" && b.parts.length === 0;

const named = (text: string, { station }: Terms): string =>
  station === undefined ? text : text.replace("$station", station).replace("$key", keyOf[station]);

/** Three-valued evaluation (strong Kleene): unknown decides nothing unless the other side already does. */
export function evaluate(condition: Bound, state: NamedValues): Truth {
  const quick = test(condition, state);
  return quick === undecided ? { depends: dependsOf(condition, state) } : quick === 1 ? yes : no;
}

const yes: Truth = { holds: true };
const no: Truth = { holds: false };
export const undecided = -1;

/** 1 when it holds, 0 when not, -1 when unknown values decide. The hot path of a step. */
export function test(condition: Bound, state: NamedValues): 1 | 0 | -1 {
  const { op } = condition;
  if (op === "is") {
    const value = state[condition.variable];
    if (value === condition.word) return 1;
    return value === unknown || value === undefined ? undecided : 0;
  }
  if (op === "above") {
    const value = state[condition.variable];
    if (typeof value !== "number") return undecided;
    return value > condition.limit ? 1 : 0;
  }
  const { parts } = condition;
  if (op === "not") {
    const inner = test(parts[0] ?? never, state);
    return inner === undecided ? undecided : inner === 1 ? 0 : 1;
  }
  const decisive = op === "any" ? 1 : 0;
  let open = false;
  for (let i = 0; i < parts.length; i++) {
    const truth = test(parts[i] as Bound, state);
    if (truth === decisive) return decisive;
    if (truth === undecided) open = true;
  }
  return open ? undecided : decisive === 1 ? 0 : 1;
}

function dependsOf(condition: Bound, state: NamedValues): readonly string[] {
  if (test(condition, state) !== undecided) return [];
  if (condition.op === "is" || condition.op === "above") return [condition.variable];
  return condition.parts.flatMap((part) => dependsOf(part, state));
}

/** The variables a condition reads. */
export const variablesIn = (condition: Bound): readonly string[] =>
  condition.op === "is" || condition.op === "above"
    ? [condition.variable]
    : condition.parts.flatMap(variablesIn);
