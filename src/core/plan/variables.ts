import { applies, choiceOf } from "../sheet/read";
import type { Sheet } from "../sheet/sheet";
import type { Applies } from "../vocabulary/applies-to";
import { legged } from "../vocabulary/families";
import type { PositionId } from "../vocabulary/positions";

/** The machine's state as planning needs it: one word per variable. `unknown` where nobody has looked yet. */
export type PlanState = Readonly<Record<string, string>>;

/** One variable a plan may change: how, at what cost, where a person stands for it, and what must hold. */
export interface PlanVariable {
  readonly id: string;
  readonly values: readonly string[];
  /** What a change to `to` needs first. */
  readonly needs: (to: string, state: PlanState) => Partial<PlanState>;
  readonly minutes: (to: string) => number;
  /** The value it must have when the inspection closes; `as_found` restores it, `as_left` does not care. */
  readonly closed: string;
  /** Where it is changed by a person on the ground: the first place the sheet sets. Empty: anywhere. */
  readonly from: readonly PositionId[];
  /** Changed by means of the machine's power, and so not after a finding that stops the machine. */
  readonly powered: boolean;
  /** Unmet goals of a lower rank are settled first; within a rank the nearest is. */
  readonly rank: number;
}

interface Entry extends Omit<PlanVariable, "needs" | "powered" | "closed"> {
  readonly needs: (to: string, state: PlanState, sheet: Sheet) => Partial<PlanState>;
  readonly closed: string;
  readonly powered?: true;
  readonly to?: Applies;
}

const none: PlanState = {};

/** Power on at the station where the person stands. */
function powered(state: PlanState): PlanState {
  return {
    disconnect: "on",
    "stop.ground": "out",
    "stop.platform": "out",
    key: state["who"] ?? "ground",
    engine: "running",
    takeOff: "in",
    "valve.descent": "shut",
  };
}

const isLegged = (sheet: Sheet): boolean => (legged as readonly string[]).includes(sheet.family);

/** Who drives stands in the platform; a spider is driven from the ground. */
const driver = (sheet: Sheet): string => (sheet.family === "tracked_spider" ? "ground" : "platform");

/** What a posture stands on. Axles and legs go out before anything leaves transport posture. */
function footing(to: string, sheet: Sheet): PlanState {
  if (to === "stowed") return none;
  const legs = isLegged(sheet) || (sheet.family === "rough_terrain_scissor" && to !== "clear");
  return { axles: "out", hitch: "uncoupled", ...(legs ? { outriggers: "out" } : {}) };
}

const panel: readonly PositionId[] = ["ground_panel"];
const platformBox: readonly PositionId[] = ["entry", "boom_end"];

/**
 * In the order in which unmet goals are settled: where the person is and how the machine stands come first,
 * power and keys last, because the former need the latter.
 */
const table: readonly Entry[] = [
  {
    id: "incline",
    rank: 0,
    values: ["level", "slope", "beyond_trip", "one_slope", "block"],
    closed: "level",
    from: panel,
    powered: true,
    minutes: () => 0.8,
    needs: (_to, state, sheet) => {
      const who = driver(sheet);
      return { posture: "stowed", outriggers: "in", timber: "none", who, ...powered({ ...state, who }) };
    },
  },
  {
    // Laid under a guard bar by hand, by whoever helps.
    id: "timber",
    rank: 0,
    values: ["none", "left", "right"],
    closed: "none",
    from: [],
    minutes: () => 0.4,
    to: { features: ["pothole_guards"] },
    needs: () => ({ posture: "stowed" }),
  },
  {
    id: "who",
    rank: 1,
    values: ["ground", "platform"],
    closed: "ground",
    from: platformBox,
    minutes: () => 0.4,
    needs: (to) =>
      to === "platform"
        ? { posture: "stowed", key: "platform", "stop.ground": "out", hitch: "uncoupled" }
        : { posture: "stowed" },
  },
  {
    id: "prop",
    rank: 2,
    values: ["parked", "set"],
    closed: "parked",
    from: ["descent_control", "battery_tray"],
    minutes: () => 0.4,
    to: { features: ["maintenance_prop"] },
    needs: () => ({ posture: "raised", who: "ground" }),
  },
  {
    id: "posture",
    rank: 3,
    values: ["stowed", "clear", "raised", "on_prop"],
    closed: "stowed",
    from: panel,
    powered: true,
    minutes: (to) => (to === "clear" ? 0.1 : 0.5),
    needs: (to, state, sheet) => ({
      ...powered(state),
      // A cranked mast is raised by the person who stands on it.
      ...(sheet.power === "hand_crank" && to !== "stowed" ? { who: "platform" } : {}),
      testArea: "confirmed",
      ...(state["who"] === "platform" && to !== "stowed" ? { gate: "shut" } : {}),
      ...footing(to, sheet),
      // A guard on timber cannot lock: it is raised just clear to show it, and no higher.
      ...(to === "raised" || to === "on_prop" ? { timber: "none" } : {}),
      ...(to === "on_prop" ? { prop: "set" } : to === "raised" ? {} : { prop: "parked" }),
    }),
  },
  {
    id: "jib",
    rank: 4,
    values: ["straight", "folded"],
    closed: "as_found",
    from: panel,
    powered: true,
    minutes: () => 0.5,
    to: { features: ["jib"] },
    needs: (_to, state, sheet) => ({
      posture: "stowed",
      testArea: "confirmed",
      ...powered(state),
      ...(isLegged(sheet) ? { outriggers: "out", hitch: "uncoupled" } : {}),
    }),
  },
  {
    id: "outriggers",
    rank: 5,
    values: ["in", "out"],
    closed: "as_found",
    from: panel,
    powered: true,
    minutes: () => 1.5,
    to: { features: ["outriggers"] },
    needs: (to, state, sheet) => {
      const who = isLegged(sheet) ? "ground" : "platform";
      return {
        posture: "stowed",
        incline: "level",
        who,
        ...powered({ ...state, who }),
        testArea: "confirmed",
        // The legs lift the rear of whatever is hitched to them.
        ...(to === "out" ? { hitch: "uncoupled" } : {}),
      };
    },
  },
  {
    id: "axles",
    rank: 6,
    values: ["in", "out"],
    closed: "as_found",
    from: panel,
    powered: true,
    minutes: () => 0.5,
    to: { features: ["extendable_axles"] },
    needs: (_to, state, sheet) => {
      const who = choiceOf(sheet, "axles_set_from") === "platform" ? "platform" : (state["who"] ?? "ground");
      return {
        posture: "stowed",
        incline: "level",
        who,
        ...powered({ ...state, who }),
        testArea: "confirmed",
      };
    },
  },
  {
    id: "hitch",
    rank: 7,
    values: ["uncoupled", "coupled"],
    closed: "as_left",
    from: ["drawbar"],
    minutes: () => 4,
    to: { features: ["tow_coupling"] },
    needs: () => ({ posture: "stowed", who: "ground" }),
  },
  {
    id: "valve.descent",
    rank: 8,
    values: ["shut", "open"],
    closed: "shut",
    from: ["descent_control"],
    minutes: () => 0.2,
    to: { features: ["manual_descent"] },
    needs: () => none,
  },
  {
    id: "turntableLock",
    rank: 8,
    values: ["out", "in"],
    closed: "as_found",
    from: ["turntable_left", "turntable_right", "ground_panel"],
    minutes: () => 0.2,
    to: { features: ["turntable_lock_pin"] },
    needs: () => ({ posture: "stowed", who: "ground" }),
  },
  {
    id: "gate",
    rank: 8,
    values: ["shut", "open"],
    closed: "shut",
    from: platformBox,
    minutes: () => 0.1,
    needs: () => none,
  },
  {
    id: "air",
    rank: 9,
    values: ["open", "closed"],
    closed: "as_left",
    from: [],
    minutes: () => 1.5,
    to: { power: "engine" },
    needs: () => none,
  },
  {
    id: "engine",
    rank: 10,
    values: ["off", "running"],
    closed: "off",
    from: panel,
    powered: true,
    minutes: (to) => (to === "running" ? 0.5 : 0.1),
    to: { power: "engine" },
    needs: (to, state) =>
      to === "off"
        ? none
        : {
            air: "open",
            disconnect: "on",
            "stop.ground": "out",
            "stop.platform": "out",
            key: state["key"] === "platform" ? "platform" : "ground",
          },
  },
  {
    id: "takeOff",
    rank: 11,
    values: ["out", "in"],
    closed: "out",
    from: ["cab"],
    powered: true,
    minutes: () => 0.3,
    to: { features: ["take_off"] },
    needs: () => ({ engine: "running", who: "ground", posture: "stowed" }),
  },
  {
    id: "key",
    rank: 12,
    to: { power: "electrical" },
    values: ["off", "ground", "platform"],
    closed: "off",
    from: panel,
    minutes: () => 0.1,
    needs: () => ({ who: "ground" }),
  },
  {
    id: "stop.ground",
    rank: 12,
    to: { power: "electrical" },
    values: ["in", "out"],
    closed: "in",
    from: panel,
    minutes: () => 0.1,
    needs: () => ({ who: "ground" }),
  },
  {
    id: "stop.platform",
    rank: 12,
    to: { power: "electrical" },
    values: ["in", "out"],
    closed: "in",
    from: platformBox,
    minutes: () => 0.1,
    needs: () => ({ posture: "stowed" }),
  },
  {
    id: "disconnect",
    rank: 12,
    to: { power: "electrical" },
    values: ["off", "on"],
    closed: "off",
    from: ["disconnect", "battery_tray"],
    minutes: () => 0.2,
    needs: (to) => (to === "off" ? { engine: "off", who: "ground" } : { who: "ground" }),
  },
  {
    id: "testArea",
    rank: 13,
    values: ["unconfirmed", "confirmed"],
    closed: "as_left",
    from: [],
    minutes: () => 0,
    needs: () => none,
  },
];

/** The variables this sheet's machine has. Needs over any other variable do not concern it. */
export function variablesOf(sheet: Sheet): readonly PlanVariable[] {
  return table
    .filter((variable) => applies(sheet, variable.to ?? {}))
    .map(({ to: _to, needs, powered: byPower, ...variable }) => ({
      ...variable,
      powered: byPower === true,
      needs: (to, state) => needs(to, state, sheet),
    }));
}
