/**
 * The machine's state is flat: one value per named variable. A flat state lets interlocks, check needs and
 * plan changes all be data that names variables, and makes a step cheap to copy.
 *
 * Amounts: `axis.*` run from 0 (stowed) to 1 (end of travel); `*HeldS` are seconds.
 */
export type VariableId = string;
export type Value = string | number;

/** A value nobody knows yet, on a machine as found. */
export const unknown = "unknown";

export type MachineState = Readonly<Record<VariableId, Value>>;

export type Station = "ground" | "platform";
export const stations: readonly Station[] = ["ground", "platform"];

export const otherStation = (station: Station): Station => (station === "ground" ? "platform" : "ground");
