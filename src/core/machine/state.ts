/**
 * The machine's state is flat: one value per named variable. A flat state lets interlocks, check needs and
 * plan changes all be data that names variables, and makes a step cheap to copy.
 *
 * Amounts: `axis.*` run from 0 (stowed) to 1 (end of travel); names that end in `S` are seconds.
 */
export type VariableId = string;
export type Value = string | number;

/** A value nobody knows yet, on a machine as found. */
export const unknown = "unknown";

export type MachineState = Readonly<Record<VariableId, Value>>;

/** Where a person operates from. A remote hangs on a lead and works with the key at the ground station. */
export type Station = "ground" | "platform" | "remote";
export const stations: readonly Station[] = ["ground", "platform", "remote"];

/** The key position that gives a station its power. */
export const keyOf: Readonly<Record<Station, "ground" | "platform">> = {
  ground: "ground",
  platform: "platform",
  remote: "ground",
};
