import type { Sheet } from "../sheet/sheet";
import { entryOf } from "../vocabulary/state/table";
import { type PlanState, type State, unknown, type VariableId } from "../vocabulary/state/values";
import type { Station } from "../vocabulary/stations";
import { test, undecided, variablesIn } from "./condition";
import { interlocks } from "./interlocks";
import { buildMachine, type Machine } from "./machine";
import { movementKey } from "./movement";
import { whatHoldsBack } from "./operate";
import { stands } from "./stands";

/** What was tried and came, since the machine was last set up: it has shown what it depends on. */
export interface Shown {
  readonly station: Station;
  readonly function: string;
  readonly direction: string;
}

/**
 * What to check before calling a missing response a fault: the interlocks possible on this machine that hold the
 * movement back in the state the walk has reached. What a person can be wrong about is unknown, so an interlock over
 * it is listed too, unless a movement that came has just shown it. In the order of how often each is the cause.
 */
export function ruleOuts(
  machine: Machine,
  believed: State,
  movement: Shown,
  shown: readonly Shown[] = [],
): readonly string[] {
  const known = shownBy(machine, believed, shown);
  const doubted = Object.fromEntries(
    Object.entries(believed).map(([id, value]) => [
      id,
      isDoubtful(id as VariableId, known) ? unknown : value,
    ]),
  ) as State;
  const found = whatHoldsBack(machine, doubted, movement.station, movement.function, movement.direction)
    .filter((held) => held.effect === "refuse")
    .map((held) => held.interlock);
  return machine.interlocks.map((i) => i.id).filter((id) => found.includes(id));
}

const isDoubtful = (id: VariableId, known: ReadonlySet<string>): boolean => {
  const { doubt } = entryOf(id);
  return doubt === "each_time" || (doubt === "until_shown" && !known.has(id));
};

/**
 * Every variable that alone would have held one of those movements back, had it not been as believed. What something
 * else kept from acting (a tilt sensor, while the lift is down) a movement does not show.
 */
function shownBy(machine: Machine, believed: State, shown: readonly Shown[]): ReadonlySet<string> {
  const bearing = shown.flatMap(
    (one) => machine.movements.get(movementKey(one.station, one.function, one.direction))?.bearing ?? [],
  );
  return new Set(
    bearing
      .filter(({ effect }) => effect === "refuse")
      .flatMap(({ when }) =>
        variablesIn(when).filter((id) => test(when, { ...believed, [id]: unknown }) === undecided),
      ),
  );
}

/** Whether this, found and set right, explains a movement that did not come. A used rescue override never does. */
export const mayExplain = (cause: string): boolean =>
  interlocks.find(({ id }) => id === cause)?.neverExplains !== true;

/** The same from a plan's side: the state the walk has reached, and what has come in it. */
export function checkFirst(
  sheet: Sheet,
  reached: PlanState,
  movement: Shown,
  shown: readonly Shown[],
): readonly string[] {
  const machine = buildMachine(sheet);
  const group = machine.functions.find((fn) => fn.id === movement.function)?.group ?? "lift";
  const state = stands(machine, reached, { station: movement.station, group });
  return ruleOuts(machine, state, movement, shown);
}
