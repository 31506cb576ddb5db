import { actsOf } from "../catalogue/acts/acts";
import type { Check } from "../catalogue/catalogue";
import { buildMachine, type Machine } from "../machine/machine";
import { type Excluded, excludedBy, ruleOuts, type Tried } from "../machine/rule-out";
import { stands, standsIn } from "../machine/stands";
import type { Sheet } from "../sheet/sheet";
import type { PlanState, State } from "../vocabulary/state/values";

/** A test made on this walk: how the machine was set for it, and whether all of it went as it must. */
export interface TestMade {
  readonly check: Check;
  readonly state: PlanState;
  readonly fine: boolean;
}

/** Struck or cut, and put back: the panel checks itself anew, and a code is asked for again. */
const wakesPanel = (id: string) => id === "key" || id === "disconnect" || id.startsWith("stop.");
const askedAnew = ["selfCheckLeftS", "keypad"] as const;

/**
 * What the tests made on this walk say does not hold, and nothing has touched since: a movement that came excludes every
 * setting that would have held it back. What was set otherwise after, by the plan or by a test that works it, is doubted
 * again. `made` is in the order it was made.
 */
export function excludedBefore(machine: Machine, made: readonly TestMade[], now: State): Excluded {
  const known = new Map<string, { readonly stood: unknown; readonly out: Set<string> }>();
  const doubt = (id: string) => {
    known.delete(id);
    if (wakesPanel(id)) for (const one of askedAnew) known.delete(one);
  };
  const moveOnTo = (state: Readonly<Record<string, unknown>>) => {
    for (const [id, { stood }] of [...known]) if (state[id] !== undefined && state[id] !== stood) doubt(id);
  };
  for (const { check, state, fine } of made) {
    const { test } = check.definition;
    if (test === undefined) {
      moveOnTo(state);
      for (const id of workedBy(machine, check, state)) doubt(id);
      continue;
    }
    const from = believedFor(machine, state, test);
    moveOnTo(from);
    if (!fine || test.enable !== "held") continue;
    for (const [id, out] of excludedBy(machine, from, test)) {
      const before = known.get(id)?.out ?? [];
      known.set(id, { stood: from[id as keyof State], out: new Set([...before, ...out]) });
    }
  }
  moveOnTo(now);
  return new Map([...known].map(([id, { out }]) => [id, out]));
}

/** The machine as somebody believes it stands who works this movement. */
const believedFor = (machine: Machine, state: PlanState, test: Tried): State =>
  stands(machine, state, {
    station: test.station,
    group: machine.functions.find(({ id }) => id === test.function)?.group ?? "lift",
  });

/** The controls a test sets by itself: whoever made it may have left one otherwise. */
function workedBy(machine: Machine, check: Check, state: PlanState): readonly string[] {
  return actsOf(check, { machine, stands: standsIn(machine, state) }).flatMap(({ deeds, given }) => [
    ...Object.keys(given ?? {}),
    ...deeds.flatMap(({ action }) => (action.do === "set" ? [action.variable] : [])),
  ]);
}

/** What to check first where a movement did not come, in the state the walk has reached and given all seen in it. */
export function checkFirst(
  sheet: Sheet,
  movement: Tried,
  reached: PlanState,
  made: readonly TestMade[],
): readonly string[] {
  const machine = buildMachine(sheet);
  const believed = believedFor(machine, reached, movement);
  return ruleOuts(machine, believed, movement, excludedBefore(machine, made, believed));
}
