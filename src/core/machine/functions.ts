import { applies, mayHave } from "../sheet/read";
import type { Sheet } from "../sheet/sheet";
import type { Applies } from "../vocabulary/applies-to";
import { booms, type Family, legged, platformDriven, scissors, verticals } from "../vocabulary/families";
import type { FeatureId } from "../vocabulary/features";
import type { AxisId } from "../vocabulary/state/values";
import type { Station } from "../vocabulary/stations";

/** What kind of thing a function moves: interlocks block groups, not names. */
export type FunctionGroup = "lift" | "boom" | "platform" | "drive" | "legs" | "axles" | "tracks";

export const everything: readonly FunctionGroup[] = [
  "lift",
  "boom",
  "platform",
  "drive",
  "legs",
  "axles",
  "tracks",
];
export const notDrive: readonly FunctionGroup[] = ["lift", "boom", "platform", "legs", "axles"];
export const aloft: readonly FunctionGroup[] = ["lift", "boom", "platform"];

export interface MachineFunction {
  readonly id: string;
  readonly group: FunctionGroup;
  /** First direction raises the axis value, second lowers it. */
  readonly directions: readonly [string, string];
  /** The axes it moves together. */
  readonly axes: readonly AxisId[];
  /** Raises the platform when the axis grows. */
  readonly raises: boolean;
  /** Runs both ways from the middle: the axis goes from -1 to 1. */
  readonly signed: boolean;
  /** Fraction of full travel per second at full speed on main power; 0 where the axis has no end. */
  readonly ratePerS: number;
  readonly stations: readonly Station[];
  /** Moves on auxiliary power where an auxiliary pump is fitted. */
  readonly auxiliary: boolean;
}

interface FunctionEntry extends MachineFunction {
  readonly to: Applies;
}

const both: readonly Station[] = ["ground", "platform"];
const fromAloft: readonly Station[] = ["platform"];
const below: readonly Station[] = ["ground"];
const lead: readonly Station[] = ["remote"];

type Detail = Partial<Pick<MachineFunction, "signed" | "raises" | "auxiliary" | "axes">>;

/** A function whose axis bears its name; several axes are named in the detail. */
type AxisName = AxisId extends `axis.${infer Name}` ? Name : never;
type Id = AxisName | "legs" | "legs_front" | "legs_rear";

function fn(
  id: Id,
  group: FunctionGroup,
  directions: readonly [string, string],
  fullTravelS: number,
  at: readonly Station[],
  to: Applies,
  detail: Detail = {},
): FunctionEntry {
  return {
    id,
    group,
    directions,
    axes: [`axis.${id}` as AxisId],
    raises: false,
    signed: false,
    auxiliary: group === "boom" || group === "platform",
    ratePerS: fullTravelS === 0 ? 0 : 1 / fullTravelS,
    stations: at,
    to,
    ...detail,
  };
}

const upDown = ["up", "down"] as const;
const outIn = ["out", "in"] as const;
const sideways = ["left", "right"] as const;
const downUp = ["down", "up"] as const;
const ofBooms = (...features: readonly FeatureId[]): Applies => ({ families: booms, features });
const rough: readonly Family[] = ["rough_terrain_scissor"];
const corners = ["front_left", "front_right", "rear_left", "rear_right"] as const;
const legAxes = (...of: readonly (typeof corners)[number][]) =>
  of.map((corner) => `axis.leg_${corner}` as const);

/** In the order a panel is swept. */
const table: readonly FunctionEntry[] = [
  fn(
    "lift",
    "lift",
    upDown,
    28,
    both,
    { families: [...scissors, "vertical_mast"] },
    { raises: true, auxiliary: true },
  ),
  fn(
    "lift",
    "lift",
    upDown,
    22,
    both,
    { families: ["push_around_mast"], power: "electrical" },
    { raises: true },
  ),
  // A cranked mast is raised by the person who stands on it: it has no ground station.
  fn(
    "lift",
    "lift",
    upDown,
    60,
    fromAloft,
    { families: ["push_around_mast"], power: "hand_crank" },
    { raises: true },
  ),
  fn("swing", "boom", sideways, 90, both, { families: booms }, { signed: true }),
  fn("tower", "boom", upDown, 35, both, ofBooms("tower_boom"), { raises: true }),
  fn("tower_telescope", "boom", outIn, 25, both, ofBooms("tower_telescope"), { raises: true }),
  fn("main", "boom", upDown, 40, both, { families: booms }, { raises: true }),
  fn("telescope", "boom", outIn, 25, both, ofBooms("main_telescope"), { raises: true }),
  fn("jib", "boom", upDown, 30, both, ofBooms("jib")),
  fn("jib_telescope", "boom", outIn, 15, both, ofBooms("jib_telescope")),
  fn("jib_swing", "boom", sideways, 30, both, ofBooms("jib_swing"), { signed: true }),
  fn("level", "platform", upDown, 20, both, ofBooms("platform_level_correction"), { signed: true }),
  fn("rotate", "platform", sideways, 18, both, ofBooms("platform_rotate"), { signed: true }),
  fn("axles", "axles", outIn, 12, both, { features: ["extendable_axles"] }),
  // Worked from below on a boom, from aloft on a scissor: all by themselves, all together, in pairs or one by one.
  ...(
    [
      [below, legged],
      [fromAloft, rough],
    ] as const
  ).flatMap(([from, families]) => {
    const moved = (how: string): Applies => ({
      families,
      features: ["outriggers"],
      choice: ["legs_move", how],
    });
    const all = { axes: legAxes(...corners) };
    const pair = (end: "front" | "rear") =>
      fn(`legs_${end}`, "legs", downUp, 15, from, moved("pairs"), {
        axes: legAxes(`${end}_left`, `${end}_right`),
      });
    return [
      fn(
        "legs",
        "legs",
        downUp,
        20,
        from,
        { families, features: ["outriggers", "outrigger_auto_level"] },
        all,
      ),
      fn("legs", "legs", downUp, 20, from, moved("together"), all),
      pair("front"),
      pair("rear"),
      ...corners.map((corner) => fn(`leg_${corner}`, "legs", downUp, 15, from, moved("singly"))),
    ];
  }),
  fn("tracks", "tracks", ["wide", "narrow"], 10, lead, { features: ["extendable_tracks"] }),
  fn("drive", "drive", ["forward", "reverse"], 0, fromAloft, { families: platformDriven }, { signed: true }),
  fn("drive", "drive", ["forward", "reverse"], 0, lead, { families: ["tracked_spider"] }, { signed: true }),
  fn("steer", "drive", sideways, 4, fromAloft, { families: platformDriven }, { signed: true }),
  // Steered by difference: one track against the other.
  fn("steer", "drive", sideways, 4, lead, { families: ["tracked_spider"] }, { signed: true }),
];

/** Every function in every direction at every station that some lift has. */
export const everyMovement = (): readonly {
  readonly station: Station;
  readonly function: string;
  readonly direction: string;
}[] =>
  table.flatMap((entry) =>
    entry.stations.flatMap((station) =>
      entry.directions.map((direction) => ({ station, function: entry.id, direction })),
    ),
  );

/** The functions this sheet's machine may have, in the order a panel is swept. */
export function functionsOf(sheet: Sheet): readonly MachineFunction[] {
  const made = new Map<string, MachineFunction>();
  for (const entry of table) {
    if (!made.has(entry.id) && applies(sheet, entry.to)) made.set(entry.id, placed(sheet, entry));
  }
  return [...made.values()];
}

/** Which station some functions can be worked from is the sheet's to say. */
function placed(sheet: Sheet, entry: FunctionEntry): MachineFunction {
  const { to: _to, ...made } = entry;
  if (made.group === "axles") {
    const from = sheet.choices?.["axles_set_from"];
    if (from === "ground" || from === "platform") return { ...made, stations: [from] };
  }
  if (!verticals.includes(sheet.family as never) || made.group !== "lift") return made;
  return { ...made, auxiliary: mayHave(sheet, "auxiliary_pump") };
}

/** The function that raises the platform first of all: the lift of a stack or mast, the main boom of a boom. */
export const mainLift = (functions: readonly MachineFunction[]): MachineFunction | undefined =>
  functions.find(({ id }) => id === "lift" || id === "main");

/** What may have to be held at the platform before anything moves. */
export const platformEnables: readonly FeatureId[] = [
  "foot_pedal",
  "trigger_enable",
  "joystick_squeeze",
  "lifting_collar",
  "speed_key",
];

/** The enable a station has, by its sheet. `none` only where the sheet says so; a crank has none. */
export function hasEnable(sheet: Sheet, station: Station): boolean {
  if (sheet.power === "hand_crank") return false;
  if (station === "ground") return mayHave(sheet, "ground_enable");
  // A lead remote has a press of its own.
  if (station === "remote") return true;
  return platformEnables.some((id) => mayHave(sheet, id));
}
