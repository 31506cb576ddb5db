import type { Act, Setting } from "./act";

/** Writes the acts of one check for a machine as it stands, worked from this station. */
export type Write = (setting: Setting, station: "ground" | "platform") => readonly Act[];
