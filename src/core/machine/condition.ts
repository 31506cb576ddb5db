import { type MachineState, unknown, type VariableId } from "./state";

/**
 * A condition over the machine's state, as data. Evaluated in three values, because a machine as found may
 * hold values nobody knows.
 */
export type Condition =
  | { readonly is: readonly [VariableId, string] }
  | { readonly above: readonly [VariableId, number] }
  | { readonly not: Condition }
  | { readonly all: readonly Condition[] }
  | { readonly any: readonly Condition[] };

/** `depends` names the unknown variables that would decide it. */
export type Truth = { readonly holds: boolean } | { readonly depends: readonly VariableId[] };

const yes: Truth = { holds: true };
const no: Truth = { holds: false };

/** Three-valued evaluation (strong Kleene): unknown decides nothing unless the other side already does. */
export function evaluate(condition: Condition, state: MachineState): Truth {
  if ("is" in condition) {
    const value = state[condition.is[0]];
    if (value === undefined || value === unknown) return { depends: [condition.is[0]] };
    return value === condition.is[1] ? yes : no;
  }
  if ("above" in condition) {
    const value = state[condition.above[0]];
    if (typeof value !== "number") return { depends: [condition.above[0]] };
    return value > condition.above[1] ? yes : no;
  }
  if ("not" in condition) {
    const inner = evaluate(condition.not, state);
    return "holds" in inner ? (inner.holds ? no : yes) : inner;
  }
  const decisive = "any" in condition;
  const parts = decisive ? condition.any : condition.all;
  const depends: VariableId[] = [];
  for (const part of parts) {
    const truth = evaluate(part, state);
    if ("depends" in truth) depends.push(...truth.depends);
    else if (truth.holds === decisive) return truth;
  }
  if (depends.length > 0) return { depends };
  return decisive ? no : yes;
}
