import { hasEngine } from "../machine/functions";
import { mayHave } from "../sheet/read";
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

const none: PlanState = {};

/** Power on at the station where the person stands. */
function powered(state: PlanState): PlanState {
  return {
    disconnect: "on",
    "stop.ground": "out",
    "stop.platform": "out",
    key: state["who"] ?? "ground",
    engine: "running",
    "valve.descent": "shut",
  };
}

/**
 * In the order in which unmet goals are settled: where the person is and how the machine stands come first,
 * power and keys last, because the former need the latter.
 */
const table: readonly (PlanVariable & { readonly when?: (sheet: Sheet) => boolean })[] = [
  {
    id: "incline",
    values: ["level", "slope", "beyond_trip", "block", "timber_left", "timber_right"],
    closed: "level",
    minutes: () => 0.8,
    needs: (_to, state) => ({
      posture: "stowed",
      who: "platform",
      ...powered({ ...state, who: "platform" }),
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
    when: (s) => mayHave(s, "maintenance_prop"),
    needs: () => ({ posture: "raised", who: "ground" }),
  },
  {
    id: "posture",
    values: ["stowed", "clear", "raised", "on_prop"],
    closed: "stowed",
    minutes: (to) => (to === "clear" ? 0.1 : 0.5),
    needs: (to, state) => ({
      ...powered(state),
      testArea: "confirmed",
      ...(to === "on_prop" ? { prop: "set" } : to === "raised" ? {} : { prop: "parked" }),
    }),
  },
  {
    id: "valve.descent",
    values: ["shut", "open"],
    closed: "shut",
    minutes: () => 0.2,
    when: (s) => mayHave(s, "manual_descent"),
    needs: () => none,
  },
  {
    id: "turntableLock",
    values: ["out", "in"],
    closed: "as_found",
    minutes: () => 0.2,
    when: (s) => mayHave(s, "turntable_lock_pin"),
    needs: () => ({ posture: "stowed", who: "ground" }),
  },
  { id: "gate", values: ["shut", "open"], closed: "shut", minutes: () => 0.1, needs: () => none },
  {
    id: "engine",
    values: ["off", "running"],
    closed: "off",
    minutes: (to) => (to === "running" ? 0.5 : 0.1),
    when: hasEngine,
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
    id: "key",
    values: ["off", "ground", "platform"],
    closed: "off",
    minutes: () => 0.1,
    needs: () => ({ who: "ground" }),
  },
  {
    id: "stop.ground",
    values: ["in", "out"],
    closed: "in",
    minutes: () => 0.1,
    needs: () => ({ who: "ground" }),
  },
  {
    id: "stop.platform",
    values: ["in", "out"],
    closed: "in",
    minutes: () => 0.1,
    needs: () => ({ posture: "stowed" }),
  },
  {
    id: "disconnect",
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
  return table.filter((variable) => variable.when?.(sheet) ?? true);
}

/** Found stowed: lowered, shut down, key with the operator. */
export function foundStowed(sheet: Sheet): PlanState {
  const all: PlanState = {
    who: "ground",
    prop: "parked",
    incline: "level",
    posture: "stowed",
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
