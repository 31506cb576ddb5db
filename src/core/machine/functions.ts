import type { FeatureId } from "../sheet/features";
import { fitOf, mayHave } from "../sheet/read";
import type { Sheet } from "../sheet/sheet";
import type { Station } from "./state";

/** What kind of thing a function moves: interlocks block groups, not names. */
export type FunctionGroup = "lift" | "boom" | "platform" | "drive";

export interface MachineFunction {
  readonly id: string;
  readonly group: FunctionGroup;
  /** First direction raises the axis value, second lowers it. */
  readonly directions: readonly [string, string];
  readonly axis: string;
  /** Fraction of full travel per second at full speed on main power. */
  readonly ratePerS: number;
  readonly stations: readonly Station[];
  /** Moves on auxiliary power where an auxiliary pump is fitted. */
  readonly auxiliary: boolean;
}

interface FunctionEntry extends MachineFunction {
  readonly when: (sheet: Sheet) => boolean;
}

const isScissor = (sheet: Sheet) =>
  sheet.family === "slab_scissor" || sheet.family === "rough_terrain_scissor";
const isBoom = (sheet: Sheet) => sheet.family === "telescopic_boom" || sheet.family === "articulating_boom";
const has = (feature: FeatureId) => (sheet: Sheet) => isBoom(sheet) && mayHave(sheet, feature);

const both: readonly Station[] = ["ground", "platform"];
const aloft: readonly Station[] = ["platform"];

const table: readonly FunctionEntry[] = [
  {
    id: "lift",
    group: "lift",
    directions: ["up", "down"],
    axis: "axis.lift",
    ratePerS: 1 / 28,
    stations: both,
    auxiliary: false,
    when: isScissor,
  },
  {
    id: "swing",
    group: "boom",
    directions: ["left", "right"],
    axis: "axis.swing",
    ratePerS: 1 / 90,
    stations: both,
    auxiliary: true,
    when: isBoom,
  },
  {
    id: "tower",
    group: "boom",
    directions: ["up", "down"],
    axis: "axis.tower",
    ratePerS: 1 / 35,
    stations: both,
    auxiliary: true,
    when: has("tower_boom"),
  },
  {
    id: "tower_telescope",
    group: "boom",
    directions: ["out", "in"],
    axis: "axis.tower_telescope",
    ratePerS: 1 / 25,
    stations: both,
    auxiliary: true,
    when: has("tower_telescope"),
  },
  {
    id: "main",
    group: "boom",
    directions: ["up", "down"],
    axis: "axis.main",
    ratePerS: 1 / 40,
    stations: both,
    auxiliary: true,
    when: isBoom,
  },
  {
    id: "telescope",
    group: "boom",
    directions: ["out", "in"],
    axis: "axis.telescope",
    ratePerS: 1 / 25,
    stations: both,
    auxiliary: true,
    when: has("main_telescope"),
  },
  {
    id: "jib",
    group: "boom",
    directions: ["up", "down"],
    axis: "axis.jib",
    ratePerS: 1 / 30,
    stations: both,
    auxiliary: true,
    when: has("jib"),
  },
  {
    id: "level",
    group: "platform",
    directions: ["up", "down"],
    axis: "axis.level",
    ratePerS: 1 / 20,
    stations: both,
    auxiliary: true,
    when: has("platform_level_correction"),
  },
  {
    id: "rotate",
    group: "platform",
    directions: ["left", "right"],
    axis: "axis.rotate",
    ratePerS: 1 / 18,
    stations: both,
    auxiliary: true,
    when: has("platform_rotate"),
  },
  {
    id: "drive",
    group: "drive",
    directions: ["forward", "reverse"],
    axis: "axis.drive",
    ratePerS: 0,
    stations: aloft,
    auxiliary: false,
    when: (s) => isScissor(s) || isBoom(s),
  },
  {
    id: "steer",
    group: "drive",
    directions: ["left", "right"],
    axis: "axis.steer",
    ratePerS: 1 / 4,
    stations: aloft,
    auxiliary: false,
    when: (s) => isScissor(s) || isBoom(s),
  },
];

/** The functions this sheet's machine may have, in the order a panel is swept. */
export function functionsOf(sheet: Sheet): readonly MachineFunction[] {
  return table.filter((entry) => entry.when(sheet));
}

/** Whether the sheet's machine makes its main power with an engine rather than a battery. */
export const hasEngine = (sheet: Sheet): boolean => sheet.power !== "battery" && sheet.power !== "hand_crank";

/** The enable a station has, by its sheet. `none` only where the sheet says so. */
export function hasEnable(sheet: Sheet, station: Station): boolean {
  if (station === "ground") return mayHave(sheet, "ground_enable");
  return fitOf(sheet, "foot_pedal") === "fitted" || fitOf(sheet, "trigger_enable") === "fitted"
    ? true
    : mayHave(sheet, "foot_pedal") || mayHave(sheet, "trigger_enable");
}
