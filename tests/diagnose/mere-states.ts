import { shortS } from "@/core/catalogue/acts/deeds";
import { type Check, checksOf } from "@/core/catalogue/catalogue";
import { variablesIn } from "@/core/machine/condition";
import { buildMachine, type Machine } from "@/core/machine/machine";
import { movementKey } from "@/core/machine/movement";
import { mayExplain, type Tried } from "@/core/machine/rule-out";
import { stands } from "@/core/machine/stands";
import { step } from "@/core/machine/step";
import { valuesOf } from "@/core/machine/variables";
import type { Sheet } from "@/core/sheet/sheet";
import { checkFirst, type TestMade } from "@/core/underway/shown";
import { entryOf } from "@/core/vocabulary/state/table";
import type { State, VariableId } from "@/core/vocabulary/state/values";

/** Something left otherwise than everybody believes: no part of the machine is failed. */
export interface MereState {
  readonly variable: VariableId;
  readonly value: string;
}

/** Every setting a person can be wrong about that holds back some movement of this machine. */
export function mereStatesOf(sheet: Sheet): readonly MereState[] {
  const machine = buildMachine(sheet);
  const read = new Set(
    [...machine.movements.values()].flatMap(({ bearing }) =>
      bearing
        .filter(({ effect, id }) => effect === "refuse" && mayExplain(id))
        .flatMap(({ when }) => variablesIn(when)),
    ),
  ) as Set<VariableId>;
  return [...valuesOf(sheet)].flatMap(([id, values]) =>
    Array.isArray(values) && read.has(id as VariableId) && entryOf(id as VariableId).doubt !== "never"
      ? (values as readonly string[]).map((value) => ({ variable: id as VariableId, value }))
      : [],
  );
}

export interface Missed {
  readonly movement: string;
  readonly trouble: MereState;
  readonly offered: readonly string[];
}

/**
 * Sweeps the grid of a machine with one thing left otherwise, each movement as its check sets it: at the first that does
 * not come, is what holds it back among what is offered? Answers how often it was asked, and where it was not.
 */
export function swept(
  sheet: Sheet,
  trouble: MereState,
): { readonly asked: number; readonly missed: readonly Missed[] } {
  const machine = buildMachine(sheet);
  const made: TestMade[] = [];
  const missed: Missed[] = [];
  let asked = 0;
  for (const check of checksOf(sheet)) {
    const { test } = check.definition;
    if (test === undefined) continue;
    const state = check.definition.needs;
    const held = heldBackBy(machine, check, test, trouble);
    if (held === undefined) continue;
    if (held.length === 0) {
      made.push({ check, state, fine: true });
      continue;
    }
    asked += 1;
    const offered = checkFirst(sheet, test, state, made);
    if (!held.some((id) => offered.includes(id)))
      missed.push({ movement: movementKey(test.station, test.function, test.direction), trouble, offered });
  }
  return { asked, missed };
}

/** What holds a movement back because of the trouble; nothing where it comes, undefined where it would not come anyway. */
function heldBackBy(
  machine: Machine,
  check: Check,
  test: Tried,
  { variable, value }: MereState,
): readonly string[] | undefined {
  const group = machine.functions.find(({ id }) => id === test.function)?.group ?? "lift";
  const believed: State = {
    ...stands(machine, check.definition.needs, { station: test.station, group }),
    ...(check.definition.test?.given ?? {}),
  };
  const run = (from: State) => {
    const held = step(machine, from, { do: "hold_enable", station: test.station }, 0).state;
    const { function: fn, station, direction } = test;
    return step(machine, held, { do: "operate", station, function: fn, direction }, shortS);
  };
  // What stands at the end it would move towards is no trouble.
  const stays = (from: State) => {
    const { acceptable, blockedBy } = run(from);
    return acceptable.every(({ see }) => see === "stays")
      ? blockedBy.filter(({ effect }) => effect === "refuse").map(({ interlock }) => interlock)
      : [];
  };
  const before = stays(believed).filter((id) => id !== "end_of_travel");
  if (before.length > 0) return undefined;
  return stays({ ...believed, [variable]: value }).filter((id) => id !== "end_of_travel" && mayExplain(id));
}
