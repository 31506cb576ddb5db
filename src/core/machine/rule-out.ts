import { platformBox } from "../vocabulary/state/needs";
import { entryOf } from "../vocabulary/state/table";
import { type State, unknown, type Value, type VariableId } from "../vocabulary/state/values";
import type { Station } from "../vocabulary/stations";
import { type Bound, test, undecided, variablesIn } from "./condition";
import type { BoundInterlock } from "./interlock";
import { interlocks } from "./interlocks";
import type { Machine } from "./machine";
import { movementKey } from "./movement";
import { valuesOf } from "./variables";

/** One function in one direction, as somebody worked it. */
export interface Tried {
  readonly station: Station;
  readonly function: string;
  readonly direction: string;
}

/** Settings that something seen on the walk says do not hold, by variable: a word each, or `amount` for any other amount. */
export type Excluded = ReadonlyMap<string, ReadonlySet<string>>;

const nothing: Excluded = new Map();
const anyAmount = "amount";

/**
 * What to check before calling a missing response a fault: the interlocks of this machine that hold the movement back in
 * the state the walk has reached, or would if something a person can be wrong about stood otherwise than believed. What
 * the walk has shown not to be so is left out, and what is a fault in itself (a rescue that was used). What is at hand
 * where the person stands comes first; then in the order of how often each is the cause.
 */
export function ruleOuts(
  machine: Machine,
  believed: State,
  movement: Tried,
  excluded: Excluded = nothing,
): readonly string[] {
  const otherwise = doubtsOf(machine, believed, excluded);
  const doubted: State = Object.assign(
    { ...believed },
    Object.fromEntries([...otherwise.keys()].map((id) => [id, unknown])),
  );
  const bearing = bearingOn(machine, movement);
  const found = machine.interlocks
    .map(({ id }) => id)
    .filter((id) => mayExplain(id))
    .filter((id) =>
      bearing.some(
        (one) => one.id === id && one.effect === "refuse" && mayHold(one.when, believed, doubted, otherwise),
      ),
    );
  return [
    ...found.filter((id) => isAtHand(bearing, movement, id)),
    ...found.filter((id) => !isAtHand(bearing, movement, id)),
  ];
}

/** It holds as things are believed to stand, or one of them need only stand otherwise. */
function mayHold(
  when: Bound,
  believed: State,
  doubted: State,
  otherwise: ReadonlyMap<string, readonly Value[]>,
): boolean {
  if (test(when, believed) === 1) return true;
  return variablesIn(when).some((id) =>
    (otherwise.get(id) ?? []).some((value) => test(when, { ...doubted, [id]: value }) !== 0),
  );
}

/** How each variable that a person can be wrong about may stand otherwise than believed. */
function doubtsOf(
  machine: Machine,
  believed: State,
  excluded: Excluded,
): ReadonlyMap<string, readonly Value[]> {
  const values = valuesOf(machine.sheet);
  const doubts = new Map<string, readonly Value[]>();
  for (const [id, stands] of Object.entries(believed)) {
    const { doubt } = entryOf(id as VariableId);
    if (doubt === "never") continue;
    const out = doubt === "each_time" ? undefined : excluded.get(id);
    const words = values.get(id);
    const others: readonly Value[] = Array.isArray(words)
      ? words.filter((word) => word !== stands && out?.has(word) !== true)
      : out?.has(anyAmount) === true
        ? []
        : [unknown];
    if (others.length > 0) doubts.set(id, others);
  }
  return doubts;
}

/**
 * What a movement that came says does not hold: each setting that alone would have held it back. What something else
 * kept from acting (a tilt sensor, while the lift is down) it does not show.
 */
export function excludedBy(machine: Machine, believed: State, movement: Tried): Excluded {
  const values = valuesOf(machine.sheet);
  const excluded = new Map<string, Set<string>>();
  for (const { effect, when } of bearingOn(machine, movement)) {
    if (effect !== "refuse") continue;
    for (const id of variablesIn(when)) {
      const words = values.get(id);
      const out = Array.isArray(words)
        ? (words as readonly string[]).filter((word) => test(when, { ...believed, [id]: word }) === 1)
        : test(when, { ...believed, [id]: unknown }) === undecided
          ? [anyAmount]
          : [];
      const known = excluded.get(id) ?? new Set();
      for (const word of out) known.add(word);
      if (known.size > 0) excluded.set(id, known);
    }
  }
  return excluded;
}

const bearingOn = (machine: Machine, { station, function: fn, direction }: Tried) =>
  machine.movements.get(movementKey(station, fn, direction))?.bearing ?? [];

/** Seen to without leaving the station: from the platform, what is not set by somebody beside the machine alone. */
const isAtHand = (bearing: readonly BoundInterlock[], { station }: Tried, interlock: string): boolean =>
  station !== "platform" ||
  bearing
    .filter(({ id }) => id === interlock)
    .flatMap(({ when }) => variablesIn(when))
    .some((id) => (entryOf(id as VariableId).walked?.at ?? []).every((at) => platformBox.includes(at)));

/** Whether this, found and set right, explains a movement that did not come. A used rescue override never does. */
export const mayExplain = (cause: string): boolean =>
  interlocks.find(({ id }) => id === cause)?.neverExplains !== true;
