import { applies, fitOf, hasEngine } from "../sheet/read";
import type { Sheet } from "../sheet/sheet";
import { legged } from "../vocabulary/families";
import { stationEntries } from "../vocabulary/state/controls";
import { amountOf, stateTable, stowedValue, tableIds, wordsOf } from "../vocabulary/state/table";
import {
  type Amount,
  type State,
  type StationId,
  stationValues,
  stopValues,
  unknown,
  type Value,
  type VariableId,
} from "../vocabulary/state/values";
import { keyOf, type Station, stations } from "../vocabulary/stations";
import { functionsOf, type MachineFunction } from "./functions";

type Loose = Record<string, Value>;

/** A variable as this machine has it. */
interface Variable {
  readonly id: VariableId;
  /** The words it can be; an amount, or a name, where not given. */
  readonly values?: readonly string[];
  readonly stowed: Value;
  readonly ready: Value;
}

/** Variables of one station: its enable and the function chosen there. */
const perStation = (station: Station): readonly Variable[] =>
  (Object.keys(stationEntries) as StationId[]).map((own) => {
    const values = stationValues[own];
    const words = Array.isArray(values) ? (values as readonly string[]) : undefined;
    const stowed = words?.[0] ?? (values === "name" ? "none" : 0);
    return { id: `${own}.${station}`, values: words, stowed, ready: stowed };
  });

/** The stations this machine's functions are worked from. */
export const stationsOf = (functions: readonly MachineFunction[]): readonly Station[] =>
  stations.filter((station) => functions.some((fn) => fn.stations.includes(station)));

/** Every variable of a sheet's machine that the model runs. */
export function variablesOf(sheet: Sheet): readonly Variable[] {
  const functions = functionsOf(sheet);
  const axes = new Set<VariableId>(functions.flatMap((fn) => fn.axes));
  const has = (id: (typeof tableIds)[number]) => {
    const { modelled, to } = stateTable[id];
    if (!modelled || id.startsWith("stop.") || id === "moving") return false;
    return id.startsWith("axis.") ? axes.has(id) : applies(sheet, to ?? {});
  };
  // What interlocks ask for most stands first, where an engine that looks a name up finds it soonest.
  return [
    ...sheet.stopButtons.map(
      ({ id }): Variable => ({ id: `stop.${id}`, values: stopValues, stowed: "in", ready: "out" }),
    ),
    { id: "moving", stowed: "none", ready: "none" },
    ...stationsOf(functions).flatMap(perStation),
    ...tableIds.filter(has).map((id): Variable => {
      const stowed = stowedValue(id);
      return { id, values: wordsOf(id), stowed, ready: stateTable[id].ready ?? stowed };
    }),
  ];
}

/** The machine stowed and shut down: key off, stop buttons in, disconnect off, everything closed. */
export function stowedVariables(sheet: Sheet): State {
  const state: Loose = {};
  for (const { id, stowed } of variablesOf(sheet)) state[id] = stowed;
  if (state["turntableLock"] !== undefined && fitOf(sheet, "turntable_lock_pin") !== "fitted")
    state["turntableLock"] = "out";
  return compact(state);
}

/**
 * The same state in the form engines copy fastest, since a step copies it. An object built key by key ends up as
 * a hash table; one that is parsed keeps its shape. And every field is first given a word, so that amounts are
 * kept by reference and not as numbers of their own, which would each be copied apart. Together some twenty times.
 */
function compact(state: Loose): State {
  const shape = JSON.parse(JSON.stringify(state, (key, value) => (key === "" ? value : unknown)));
  return Object.assign(shape, state);
}

/**
 * Made ready at one station: powered, self-check over, engine running where there is one, on its legs and
 * axles, everything that must be set set. The selectors stand at what `group` needs.
 */
export function readyVariables(
  sheet: Sheet,
  station: Station,
  group: MachineFunction["group"] = "lift",
): State {
  const state: Loose = {};
  for (const { id, ready } of variablesOf(sheet)) state[id] = ready;
  if (state["key"] !== undefined) state["key"] = keyOf[station];
  if (state["selector"] !== undefined) state["selector"] = group === "drive" ? "drive" : "lift";
  if (state["mode"] !== undefined) {
    state["mode"] = group === "legs" ? "legs" : group === "drive" || group === "tracks" ? "drive" : "boom";
  }
  if (hasEngine(sheet)) state["engine"] = "running";
  const onLegs =
    (legged as readonly string[]).includes(sheet.family) && group !== "drive" && group !== "tracks";
  for (const axis of Object.keys(state)) {
    if (axis.startsWith("axis.leg_") && onLegs) state[axis] = 1;
    if (axis === "axis.axles") state[axis] = 1;
  }
  return compact(state);
}

/** What each variable of a sheet's machine can be: its words, the range of an amount, or a name. */
export function valuesOf(sheet: Sheet): ReadonlyMap<string, readonly string[] | Amount | "name"> {
  return new Map(variablesOf(sheet).map(({ id, values }) => [id, values ?? amountOf(id) ?? "name"]));
}
