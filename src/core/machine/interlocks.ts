import type { FeatureId } from "../sheet/features";
import type { Condition } from "./condition";
import type { FunctionGroup } from "./functions";
import type { Station } from "./state";

/**
 * One interlock: what it watches, what it blocks or slows, what a person notices. This one list serves the
 * expected results of function tests, the rule-outs, and (later) diagnosis and practice.
 *
 * `$station` and `$other` in a variable's name stand for the station operated from and the other one.
 */
export interface Interlock {
  readonly id: string;
  /** Applies only where the sheet may have this feature. */
  readonly feature?: FeatureId;
  /** Applies only to machines with an engine, or only to those without. */
  readonly power?: "engine" | "battery";
  readonly when: Condition;
  readonly groups: readonly FunctionGroup[];
  readonly directions?: readonly string[];
  readonly stations?: readonly Station[];
  /** Which source it holds back. Auxiliary power goes round what only main power needs. */
  readonly source: "any" | "main";
  readonly effect: "refuse" | "creep";
}

const everything: readonly FunctionGroup[] = ["lift", "boom", "platform", "drive"];
const notDrive: readonly FunctionGroup[] = ["lift", "boom", "platform"];
const is = (variable: string, value: string): Condition => ({ is: [variable, value] });
const all = (...parts: Condition[]): Condition => ({ all: parts });
const any = (...parts: Condition[]): Condition => ({ any: parts });
const not = (part: Condition): Condition => ({ not: part });
/** Above transport posture, whatever the machine raises with. Absent axes are set to 0 when a machine is built. */
const raised = any(
  { above: ["axis.lift", 0.15] },
  { above: ["axis.tower", 0.1] },
  { above: ["axis.main", 0.1] },
);

export const interlocks: readonly Interlock[] = [
  {
    id: "stop_button_in",
    when: any(is("stop.ground", "in"), is("stop.platform", "in")),
    groups: everything,
    source: "any",
    effect: "refuse",
  },
  {
    id: "disconnect_off",
    when: is("disconnect", "off"),
    groups: everything,
    source: "any",
    effect: "refuse",
  },
  {
    id: "key_elsewhere",
    when: not(is("key", "$station")),
    groups: everything,
    source: "any",
    effect: "refuse",
  },
  {
    id: "self_check_running",
    when: { above: ["selfCheckLeftS", 0] },
    groups: everything,
    source: "any",
    effect: "refuse",
  },
  {
    id: "engine_not_running",
    power: "engine",
    when: not(is("engine", "running")),
    groups: everything,
    source: "main",
    effect: "refuse",
  },
  {
    id: "engine_running_on_auxiliary",
    feature: "auxiliary_pump",
    power: "engine",
    when: all(is("source", "auxiliary"), is("engine", "running")),
    groups: notDrive,
    source: "any",
    effect: "refuse",
  },
  {
    id: "no_drive_on_auxiliary",
    feature: "auxiliary_pump",
    when: is("source", "auxiliary"),
    groups: ["drive"],
    source: "any",
    effect: "refuse",
  },
  {
    id: "auxiliary_spent",
    feature: "auxiliary_pump",
    when: all(is("source", "auxiliary"), is("auxiliarySpent", "yes")),
    groups: notDrive,
    source: "any",
    effect: "refuse",
  },
  {
    id: "enable_not_held",
    when: not(is("enable.$station", "held")),
    groups: everything,
    source: "main",
    effect: "refuse",
  },
  {
    id: "enable_timed_out",
    when: is("enableTimedOut.$station", "yes"),
    groups: everything,
    source: "main",
    effect: "refuse",
  },
  {
    id: "function_before_enable",
    when: is("chosenFirst.$station", "yes"),
    groups: everything,
    source: "main",
    effect: "refuse",
  },
  {
    id: "lift_not_selected",
    feature: "lift_drive_selector",
    when: not(is("selector", "lift")),
    groups: ["lift"],
    stations: ["platform"],
    source: "any",
    effect: "refuse",
  },
  {
    id: "drive_not_selected",
    feature: "lift_drive_selector",
    when: not(is("selector", "drive")),
    groups: ["drive"],
    stations: ["platform"],
    source: "any",
    effect: "refuse",
  },
  {
    id: "gate_open",
    feature: "gate_interlock",
    when: is("gate", "open"),
    groups: everything,
    stations: ["platform"],
    source: "any",
    effect: "refuse",
  },
  {
    id: "overload",
    feature: "load_sensing",
    when: is("load", "over"),
    groups: everything,
    source: "main",
    effect: "refuse",
  },
  {
    id: "tilt_raised",
    feature: "tilt_sensor",
    when: all(is("tiltTripped", "yes"), raised),
    groups: ["lift", "drive"],
    directions: ["up", "forward", "reverse"],
    source: "any",
    effect: "refuse",
  },
  {
    id: "guards_not_locked",
    feature: "pothole_guards",
    when: all(raised, any(is("guard.left", "blocked"), is("guard.right", "blocked"))),
    groups: ["drive"],
    source: "any",
    effect: "refuse",
  },
  {
    id: "battery_low",
    feature: "low_voltage_lockout",
    power: "battery",
    when: is("battery", "low"),
    groups: ["lift"],
    directions: ["up"],
    source: "any",
    effect: "refuse",
  },
  {
    id: "prop_set",
    feature: "maintenance_prop",
    when: is("prop", "set"),
    groups: ["lift"],
    directions: ["down"],
    source: "any",
    effect: "refuse",
  },
  {
    id: "descent_valve_open",
    feature: "manual_descent",
    when: is("valve.descent", "open"),
    groups: ["lift"],
    directions: ["up"],
    source: "any",
    effect: "refuse",
  },
  {
    id: "brake_released",
    feature: "brake_release",
    when: is("valve.brake_release", "open"),
    groups: ["drive"],
    source: "any",
    effect: "refuse",
  },
  {
    id: "freewheel_open",
    feature: "freewheel_valve",
    when: is("valve.freewheel", "open"),
    groups: ["drive"],
    source: "any",
    effect: "refuse",
  },
  {
    id: "turntable_locked",
    feature: "turntable_lock_pin",
    when: is("turntableLock", "in"),
    groups: ["boom"],
    directions: ["left", "right"],
    source: "any",
    effect: "refuse",
  },
  {
    id: "tower_not_up",
    feature: "tower_telescope",
    when: not({ above: ["axis.tower", 0.98] }),
    groups: ["boom"],
    directions: ["tower_telescope.out"],
    source: "any",
    effect: "refuse",
  },
  {
    id: "tower_telescope_out",
    feature: "tower_telescope",
    when: { above: ["axis.tower_telescope", 0.02] },
    groups: ["boom"],
    directions: ["tower.down"],
    source: "any",
    effect: "refuse",
  },
  {
    id: "direction_not_confirmed",
    feature: "drive_direction_confirm",
    when: all(is("swung", "past_rear"), not(is("directionConfirmed", "yes"))),
    groups: ["drive"],
    directions: ["forward", "reverse"],
    source: "any",
    effect: "refuse",
  },
  {
    id: "crush_guard_pressed",
    feature: "crush_guard",
    when: is("crushGuard", "pressed"),
    groups: everything,
    stations: ["platform"],
    source: "main",
    effect: "refuse",
  },
  {
    id: "drive_cut_out",
    feature: "drive_cut_out",
    when: raised,
    groups: ["drive"],
    source: "any",
    effect: "refuse",
  },
  {
    id: "drive_cut_back",
    feature: "drive_cut_back",
    when: raised,
    groups: ["drive"],
    directions: ["forward", "reverse"],
    source: "any",
    effect: "creep",
  },
];

/** What stops the engine from cranking, in the same form. */
export const crankInterlocks: readonly Pick<Interlock, "id" | "when">[] = [
  { id: "stop_button_in", when: any(is("stop.ground", "in"), is("stop.platform", "in")) },
  { id: "disconnect_off", when: is("disconnect", "off") },
  { id: "key_off", when: is("key", "off") },
  { id: "pedal_down_at_start", when: is("enable.platform", "held") },
];
