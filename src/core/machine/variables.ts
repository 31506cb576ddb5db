import { applies, fitOf, hasEngine } from "../sheet/read";
import type { Sheet } from "../sheet/sheet";
import type { Applies } from "../vocabulary/applies-to";
import { booms, type Family, legged, platformDriven } from "../vocabulary/families";
import { functionsOf, type MachineFunction } from "./functions";
import {
  keyOf,
  type MachineState,
  type Station,
  stations,
  unknown,
  type Value,
  type VariableId,
} from "./state";

interface VariableEntry {
  readonly id: VariableId;
  /** Values a person can set or find; undefined for an amount. */
  readonly values?: readonly string[];
  readonly stowed: Value;
  /** On a machine made ready to be tried; the stowed value where not given. */
  readonly ready?: Value;
  readonly to?: Applies;
}

const electrical: Applies = { power: "electrical" };
const swung: readonly Family[] = booms;

const word = (
  id: VariableId,
  values: readonly string[],
  to: Applies = {},
  ready?: string,
): VariableEntry => ({ id, values, stowed: values[0] ?? "", ready, to });
const seconds = (id: VariableId, to: Applies = {}): VariableEntry => ({ id, stowed: 0, to });

/** What a person sets, finds or waits for; the first value is the one of a stowed machine. */
const table: readonly VariableEntry[] = [
  word("key", ["off", "ground", "platform"], electrical),
  word("disconnect", ["off", "on"], electrical, "on"),
  word("keypad", ["waiting", "entered"], { features: ["keypad_code"] }, "entered"),
  seconds("selfCheckLeftS", electrical),
  word("engine", ["off", "running"], { power: "engine" }, "running"),
  word("gasValve", ["shut", "open"], { fuels: ["gas", "dual_fuel"] }, "open"),
  word("glowLamp", ["dark", "lit"], { features: ["glow_plugs"], power: "engine" }),
  seconds("glowLeftS", { features: ["glow_plugs"], power: "engine" }),
  seconds("crankRestLeftS", { power: "engine" }),
  word("fuel", ["enough", "low", "cut_out"], { power: "engine" }),
  word("oil", ["warm", "cold"], { power: "engine" }),
  word("warmUp", ["off", "on"], { features: ["oil_warm_up"] }),
  word("battery", ["charged", "low", "flat"], electrical),
  word("charger", ["unplugged", "plugged"], { features: ["battery_charger"], power: "electrical" }),
  word("source", ["main", "auxiliary"]),
  seconds("auxiliaryRunS", { features: ["auxiliary_pump"] }),
  word("auxiliarySpent", ["no", "yes"], { features: ["auxiliary_pump"] }),
  word("collar", ["down", "lifted"], { features: ["lifting_collar"] }, "lifted"),
  word("speedKey", ["released", "held"], { features: ["speed_key"] }, "held"),
  word("selector", ["drive", "lift"], { features: ["lift_drive_selector"] }),
  word("mode", ["drive", "legs", "boom"], { features: ["mode_selector"] }),
  word("speed", ["low", "high"], { features: ["drive_speed_selector"] }, "high"),
  word("dial", ["slow", "fast"], { features: ["boom_speed_dial"] }, "fast"),
  word("creep", ["off", "on"], { features: ["creep_switch"] }),
  word("range", ["light", "heavy"], { features: ["two_load_ranges"] }),
  word("boomMode", ["manual", "automatic"], { features: ["automatic_boom_mode"] }),
  word("gate", ["shut", "open"]),
  word("load", ["within", "over"]),
  word("tilt", ["level", "beyond_trip"]),
  seconds("tiltForS", { features: ["tilt_sensor"] }),
  word("tiltTripped", ["no", "yes"], { features: ["tilt_sensor"] }),
  word("guard.left", ["free", "blocked"], { features: ["pothole_guards"] }),
  word("guard.right", ["free", "blocked"], { features: ["pothole_guards"] }),
  word("prop", ["parked", "set"], { features: ["maintenance_prop"] }),
  word("valve.descent", ["shut", "open"], { features: ["manual_descent"] }),
  word("valve.bleed_down", ["shut", "open"], { features: ["bleed_down_valve"] }),
  word("valve.brake_release", ["shut", "open"], { features: ["brake_release"] }),
  word("valve.freewheel", ["shut", "open"], { features: ["freewheel_valve"] }),
  word("turntableLock", ["in", "out"], { features: ["turntable_lock_pin"] }, "out"),
  word("swung", ["straight", "past_rear"], { families: swung }),
  word("directionConfirmed", ["no", "yes"], { features: ["drive_direction_confirm"] }),
  seconds("directionLeftS", { features: ["drive_direction_confirm"] }),
  word("steered", ["straight", "sharp"], { features: ["steering_slows"] }),
  word("crushGuard", ["free", "pressed"], { features: ["crush_guard"] }),
  word("crushOverride", ["released", "held"], { features: ["crush_guard"] }),
  word("bumper", ["free", "pressed"], { features: ["contact_bumper"] }),
  word("bumperOverride", ["released", "held"], { features: ["contact_bumper"] }),
  word("rescueStored", ["no", "yes"], { features: ["rescue_override"] }),
  word("levelFault", ["none", "present"], { features: ["platform_level_correction"] }),
  word("jibStowOverride", ["released", "held"], { features: ["jib_stow_position"] }),
  word("reachTest", ["released", "held"], { features: ["reach_self_test"] }),
  word("chassisLevel", ["level", "off_level"], { features: ["outriggers"] }),
  word("ground", ["firm", "shifted"], { features: ["outriggers"] }),
  word("cradle", ["home", "not_home"], { features: ["cradle_switches"] }, "home"),
  word("parkBrake", ["on", "off"], { features: ["park_brake_interlock"] }, "on"),
  word("takeOff", ["out", "in"], { features: ["take_off"] }, "in"),
  word("coupled", ["yes", "no"], { features: ["tow_coupling"] }, "no"),
  word("brakes", ["engaged", "released"], { families: [...platformDriven, "tracked_spider"] }),
  word("casters", ["locked", "free"], { families: ["push_around_mast"] }),
  word("crankLock", ["on", "off"], { power: "hand_crank" }, "off"),
  word("brakePins", ["released", "engaged"], { families: ["push_around_mast"] }),
];

/** Variables of one station: its enable and the function chosen there. */
const perStation = (station: Station): readonly VariableEntry[] => [
  word(`enable.${station}`, ["released", "held"]),
  seconds(`enableIdleS.${station}`),
  word(`enableTimedOut.${station}`, ["no", "yes"]),
  word(`chosenFirst.${station}`, ["no", "yes"]),
  { id: `chosen.${station}`, stowed: "none" },
];

/** The stations this machine's functions are worked from. */
export const stationsOf = (functions: readonly MachineFunction[]): readonly Station[] =>
  stations.filter((station) => functions.some((fn) => fn.stations.includes(station)));

/** Every variable of a sheet's machine, with its values where it is not an amount. */
export function variablesOf(sheet: Sheet): readonly VariableEntry[] {
  const functions = functionsOf(sheet);
  // What interlocks ask for most stands first, where an engine that looks a name up finds it soonest.
  return [
    ...sheet.stopButtons.map((button) => word(`stop.${button.id}`, ["in", "out"], {}, "out")),
    { id: "moving", stowed: "none" },
    ...stationsOf(functions).flatMap(perStation),
    ...table.filter((entry) => applies(sheet, entry.to ?? {})),
    ...[...new Set(functions.flatMap((fn) => fn.axes))].map((axis) => ({ id: axis, stowed: 0 })),
  ];
}

/** The machine stowed and shut down: key off, stop buttons in, disconnect off, everything closed. */
export function stowedVariables(sheet: Sheet): MachineState {
  const state: Record<VariableId, Value> = {};
  for (const entry of variablesOf(sheet)) state[entry.id] = entry.stowed;
  if (state["turntableLock"] !== undefined && fitOf(sheet, "turntable_lock_pin") !== "fitted")
    state["turntableLock"] = "out";
  return compact(state);
}

/**
 * The same state in the form engines copy fastest, since a step copies it. An object built key by key ends up as
 * a hash table; one that is parsed keeps its shape. And every field is first given a word, so that amounts are
 * kept by reference and not as numbers of their own, which would each be copied apart. Together some twenty times.
 */
function compact(state: MachineState): MachineState {
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
): MachineState {
  const state: Record<VariableId, Value> = {};
  for (const entry of variablesOf(sheet)) state[entry.id] = entry.ready ?? entry.stowed;
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

/** The values of every variable of a sheet's machine: its words, an amount, or free text (what is chosen and moves). */
export function valuesOf(sheet: Sheet): ReadonlyMap<VariableId, readonly string[] | "amount" | "text"> {
  return new Map(
    variablesOf(sheet).map(({ id, values, stowed }) => [
      id,
      values ?? (typeof stowed === "number" ? "amount" : "text"),
    ]),
  );
}
