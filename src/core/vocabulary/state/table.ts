import { controlEntries, stationEntries } from "./controls";
import type { Entries, StateEntry } from "./entry";
import { motionEntries } from "./motion";
import { placeEntries } from "./place";
import { otherStop, powerEntries } from "./power";
import { stanceEntries } from "./stance";
import {
  type Amount,
  type FixedId,
  type StationId,
  stateValues,
  stationValues,
  stopValues,
  type Value,
  type VariableId,
} from "./values";

/** The two stop buttons a walk asks for by name; a sheet may name more. */
type TableId = FixedId | "stop.ground" | "stop.platform";

/** One entry for every variable in the list of values: a missing one does not compile. */
export const stateTable: Entries<TableId> = {
  ...placeEntries,
  ...powerEntries,
  ...stanceEntries,
  ...controlEntries,
  ...motionEntries,
};

/** The entry of any variable, a station's own and a sheet's further stop buttons among them. */
export function entryOf(id: VariableId): Pick<StateEntry<VariableId>, "doubt" | "to" | "walked"> {
  if (id in stateTable) return stateTable[id as FixedId];
  const [own = ""] = id.split(".", 1);
  if (own in stationEntries) return stationEntries[own as keyof typeof stationEntries];
  return otherStop;
}

/** The words of a variable, the stowed machine's first; undefined for an amount and for a name. */
export function wordsOf(id: TableId): readonly string[] | undefined {
  const values = id in stateValues ? stateValues[id as FixedId] : stopValues;
  return Array.isArray(values) ? values : undefined;
}

/** The unit and range of an amount; undefined for a word and for a name. */
export function amountOf(id: VariableId): Amount | undefined {
  const [own = ""] = id.split(".", 1);
  const kind: unknown = id in stateValues ? stateValues[id as FixedId] : stationValues[own as StationId];
  return typeof kind === "object" && kind !== null && "unit" in kind ? (kind as Amount) : undefined;
}

/** What a variable is on the stowed machine. */
export function stowedValue(id: TableId): Value {
  const values = id in stateValues ? stateValues[id as FixedId] : stopValues;
  return Array.isArray(values) ? (values[0] as string) : values === "name" ? "none" : 0;
}

/** In the order the vocabulary names them, the two stop buttons with the key. */
export const tableIds: readonly TableId[] = (Object.keys(stateValues) as FixedId[]).flatMap((id) =>
  id === "key" ? (["key", "stop.ground", "stop.platform"] as const) : [id],
);
