import type { PlanState, PlanVariable } from "./variables";

export interface Change {
  readonly variable: string;
  readonly from: string;
  readonly to: string;
  readonly minutes: number;
  /** Where the person stands while making it. */
  readonly who: string;
}

export interface Reached {
  readonly state: PlanState;
  readonly changes: readonly Change[];
}

const limit = 80;

/**
 * The changes that bring `state` to `goal`, each made only once what it needs holds: means-ends analysis over
 * the variables in their order. Goals over variables the machine does not have are met.
 *
 * Throws when a goal cannot be reached, naming it: that is a mistake in the catalogue, not in the input.
 */
export function reach(variables: readonly PlanVariable[], state: PlanState, goal: PlanState): Reached {
  const byId = new Map(variables.map((v) => [v.id, v]));
  let now = state;
  const changes: Change[] = [];

  const settle = (wanted: Partial<PlanState>, under: readonly string[]): void => {
    for (let pass = 0; pass <= variables.length; pass++) {
      const unmet = variables.find((v) => wanted[v.id] !== undefined && now[v.id] !== wanted[v.id]);
      if (unmet === undefined) return;
      change(unmet.id, wanted[unmet.id] ?? "", under);
    }
    throw new Error(`cannot hold ${text(wanted)} together, starting from ${text(state)}`);
  };

  const change = (id: string, to: string, under: readonly string[]): void => {
    const variable = byId.get(id);
    const step = `${id}=${to}`;
    if (variable === undefined) return;
    if (id === "testArea" || under.includes(step) || changes.length > limit) {
      throw new Error(`cannot reach ${step} from ${text(state)} by way of ${under.join(", ")}`);
    }
    settle(variable.needs(to, now), [...under, step]);
    const from = now[id] ?? "";
    if (from === to) return;
    changes.push({ variable: id, from, to, minutes: variable.minutes(to), who: now["who"] ?? "ground" });
    now = { ...now, [id]: to };
  };

  settle(goal, []);
  return { state: now, changes };
}

const text = (state: Partial<PlanState>) =>
  Object.entries(state)
    .map(([id, value]) => `${id}=${value}`)
    .join(" ");
