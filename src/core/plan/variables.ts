import type { Applies } from "../sheet/applies-to";
import { legged } from "../sheet/families";
import { applies, choiceOf } from "../sheet/read";
import type { Sheet } from "../sheet/sheet";

/** The machine's state as planning needs it: one word per variable. */
export type PlanState = Readonly<Record<string, string>>;

/** One variable a plan may change: how, at what cost, and what must hold while doing it. */
export interface PlanVariable {
  readonly id: string;
  readonly values: readonly string[];
  /** What a change to `to` needs first. */
  readonly needs: (to: string, state: PlanState) => Partial<PlanState>;
  readonly minutes: (to: string) => number;
  /** The value it must have when the inspection closes; `as_found` restores it. */
  readonly closed: string;
}

interface Entry extends Omit<PlanVariable, "needs"> {
  readonly needs: (to: string, state: PlanState, sheet: Sheet) => Partial<PlanState>;
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
  return { axles: "out", ...(legs ? { outriggers: "out" } : {}) };
}

/**
 * In the order in which unmet goals are settled: where the person is and how the machine stands come first,
 * power and keys last, because the former need the latter.
 */
const table: readonly Entry[] = [
  {
    id: "incline",
    values: ["level", "slope", "beyond_trip", "block", "timber_left", "timber_right"],
    closed: "level",
    minutes: () => 0.8,
    needs: (_to, state, sheet) => ({
      posture: "stowed",
      outriggers: "in",
      who: driver(sheet),
      ...powered({ ...state, who: driver(sheet) }),
    }),
  },
  {
    id: "who",
    values: ["ground", "platform"],
    closed: "ground",
    minutes: () => 0.4,
    needs: (to) =>
      to === "platform"
        ? { posture: "stowed", key: "platform", "stop.ground": "out" }
        : { posture: "stowed" },
  },
  {
    id: "prop",
    values: ["parked", "set"],
    closed: "parked",
    minutes: () => 0.4,
    to: { features: ["maintenance_prop"] },
    needs: () => ({ posture: "raised", who: "ground" }),
  },
  {
    id: "posture",
    values: ["stowed", "clear", "raised", "on_prop"],
    closed: "stowed",
    minutes: (to) => (to === "clear" ? 0.1 : 0.5),
    needs: (to, state, sheet) => ({
      ...powered(state),
      // A cranked mast is raised by the person who stands on it.
      ...(sheet.power === "hand_crank" && to !== "stowed" ? { who: "platform" } : {}),
      testArea: "confirmed",
      ...footing(to, sheet),
      ...(to === "on_prop" ? { prop: "set" } : to === "raised" ? {} : { prop: "parked" }),
    }),
  },
  {
    id: "outriggers",
    values: ["in", "out"],
    closed: "as_found",
    minutes: () => 1.5,
    to: { features: ["outriggers"] },
    needs: (_to, state, sheet) => {
      const who = isLegged(sheet) ? "ground" : "platform";
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
    id: "axles",
    values: ["in", "out"],
    closed: "as_found",
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
    id: "valve.descent",
    values: ["shut", "open"],
    closed: "shut",
    minutes: () => 0.2,
    to: { features: ["manual_descent"] },
    needs: () => none,
  },
  {
    id: "turntableLock",
    values: ["out", "in"],
    closed: "as_found",
    minutes: () => 0.2,
    to: { features: ["turntable_lock_pin"] },
    needs: () => ({ posture: "stowed", who: "ground" }),
  },
  { id: "gate", values: ["shut", "open"], closed: "shut", minutes: () => 0.1, needs: () => none },
  {
    id: "engine",
    values: ["off", "running"],
    closed: "off",
    minutes: (to) => (to === "running" ? 0.5 : 0.1),
    to: { power: "engine" },
    needs: (to, state) =>
      to === "off"
        ? none
        : {
            disconnect: "on",
            "stop.ground": "out",
            "stop.platform": "out",
            key: state["key"] === "off" ? "ground" : (state["key"] ?? "ground"),
          },
  },
  {
    id: "takeOff",
    values: ["out", "in"],
    closed: "out",
    minutes: () => 0.3,
    to: { features: ["take_off"] },
    needs: () => ({ engine: "running", who: "ground", posture: "stowed" }),
  },
  {
    id: "key",
    to: { power: "electrical" },
    values: ["off", "ground", "platform"],
    closed: "off",
    minutes: () => 0.1,
    needs: () => ({ who: "ground" }),
  },
  {
    id: "stop.ground",
    to: { power: "electrical" },
    values: ["in", "out"],
    closed: "in",
    minutes: () => 0.1,
    needs: () => ({ who: "ground" }),
  },
  {
    id: "stop.platform",
    to: { power: "electrical" },
    values: ["in", "out"],
    closed: "in",
    minutes: () => 0.1,
    needs: () => ({ posture: "stowed" }),
  },
  {
    id: "disconnect",
    to: { power: "electrical" },
    values: ["off", "on"],
    closed: "off",
    minutes: () => 0.2,
    needs: (to) => (to === "off" ? { engine: "off", who: "ground" } : { who: "ground" }),
  },
  {
    id: "testArea",
    values: ["unconfirmed", "confirmed"],
    closed: "as_left",
    minutes: () => 0,
    needs: () => none,
  },
];

/** The variables this sheet's machine has. Needs over any other variable do not concern it. */
export function variablesOf(sheet: Sheet): readonly PlanVariable[] {
  return table
    .filter((variable) => applies(sheet, variable.to ?? {}))
    .map(({ to: _to, needs, ...variable }) => ({
      ...variable,
      needs: (to, state) => needs(to, state, sheet),
    }));
}

/** Found stowed: lowered, shut down, key with the operator. */
export function foundStowed(sheet: Sheet): PlanState {
  const all: PlanState = {
    who: "ground",
    prop: "parked",
    incline: "level",
    posture: "stowed",
    outriggers: "in",
    axles: "in",
    takeOff: "out",
    "valve.descent": "shut",
    turntableLock: "in",
    gate: "shut",
    engine: "off",
    key: "off",
    "stop.ground": "in",
    "stop.platform": "in",
    disconnect: "off",
    testArea: "unconfirmed",
  };
  const known = new Set(variablesOf(sheet).map((v) => v.id));
  return Object.fromEntries(Object.entries(all).filter(([id]) => known.has(id)));
}
