import { applies, choiceOf, hasEngine } from "../sheet/read";
import type { Sheet } from "../sheet/sheet";
import { legged, selfDriven } from "../vocabulary/families";
import type { PartId } from "../vocabulary/parts";
import { type LampId, lampIds, lamps, type SoundId, soundIds, sounds } from "../vocabulary/signs";
import type { Station } from "../vocabulary/stations";
import { waysDown } from "./by-itself";
import type { Condition } from "./condition";
import { functionsOf, hasEnable, type MachineFunction } from "./functions";
import type { Interlock } from "./interlock";
import { stationsOf } from "./variables";

/**
 * How a component fails. `mis_set`: acts at another height, angle or time than it should. `crossed`: connected the
 * wrong way round.
 */
export const faultModes = [
  "dead",
  "stuck_on",
  "weak",
  "leaking",
  "mis_set",
  "intermittent",
  "crossed",
] as const;
export type FaultMode = (typeof faultModes)[number];

/** Something of the machine that can fail: `coil.main.up`, `sensor.tilt_refuses_lift`, `supply`. */
export type ComponentId = string;

export interface Fault {
  readonly component: ComponentId;
  readonly mode: FaultMode;
}

/** What kind of thing a component is: what is seen of its failing follows from it (`catalogue/sights.ts`). */
export type ComponentKind =
  | "supply"
  | "pump"
  | "panel"
  | "enable"
  | "stop"
  | "manifold"
  | "switch"
  /** One direction of a switch, and its wire down to the valve. */
  | "contact"
  | "coil"
  | "actuator"
  /** Turned by hand, and what holds it. */
  | "crank"
  | "catch"
  /** Senses what refuses a movement, or what slows it. */
  | "refusal"
  | "slowing"
  | "way_down"
  | "brake"
  | "lock"
  | "pins"
  | "swing_brake"
  | "check_valve"
  | "charger"
  | "lamp"
  | "alarm";

export interface Component {
  readonly id: ComponentId;
  readonly kind: ComponentKind;
  readonly modes: readonly FaultMode[];
  /** The interlock it senses. */
  readonly senses?: string;
  /** The catalogue's parts it belongs to: a repair to one of them is followed by the tests that depend on it. */
  readonly parts: readonly PartId[];
}

const electric: readonly FaultMode[] = ["dead", "intermittent"];
const contact: readonly FaultMode[] = ["dead", "stuck_on", "intermittent"];

/** The switch that enables a station: where one switch also starts and runs the auxiliary, that is the component. */
export const enableSwitch = (sheet: Sheet, station: Station): ComponentId =>
  choiceOf(sheet, "start_switch") === "starts_enables_and_auxiliary" && station === "ground"
    ? "start_switch"
    : `enable.${station}`;

const one = (
  kind: ComponentKind,
  id: ComponentId,
  modes: readonly FaultMode[],
  ...parts: readonly PartId[]
): Component => ({
  id,
  kind,
  modes,
  parts,
});

/** Each guard has a switch of its own; what acts on them is one. */
export const guardSwitches: readonly ComponentId[] = ["guard_switch.left", "guard_switch.right"];

const panelParts: Readonly<Record<Station, readonly PartId[]>> = {
  ground: ["fuses_and_relays", "key_switch", "ground_panel", "ground_switch", "keypad"],
  platform: ["fuses_and_relays", "key_switch", "platform_box", "platform_switch", "carrier", "stack_harness"],
  remote: ["fuses_and_relays", "key_switch", "remote"],
};

const enableParts: Readonly<Record<Station, readonly PartId[]>> = {
  ground: ["ground_panel", "ground_enable"],
  platform: ["platform_box", "platform_enable"],
  remote: ["remote"],
};

const switchParts: Readonly<Record<Station, readonly PartId[]>> = {
  ground: ["ground_panel"],
  platform: ["platform_box"],
  remote: ["remote"],
};

const stopPart = (id: string): PartId =>
  id === "ground" ? "ground_stop" : id === "platform" ? "platform_stop" : "chassis_stop";

/** What carries each function's motion, besides the hoses. */
const actuatorParts: Readonly<Record<string, readonly PartId[]>> = {
  lift: ["lift_cylinder", "scissor_arms", "scissor_pins", "rollers", "mast", "mast_chains", "lift_cables"],
  swing: ["swing_motor", "slewing_ring", "turntable_lock"],
  main: ["boom_cylinders", "main_boom"],
  telescope: ["boom_cylinders", "main_boom", "wear_pads", "lift_cables"],
  tower: ["boom_cylinders", "tower"],
  tower_telescope: ["boom_cylinders", "tower", "wear_pads"],
  jib: ["boom_cylinders", "jib", "carrier"],
  jib_telescope: ["jib", "wear_pads", "carrier"],
  jib_swing: ["jib", "carrier"],
  rotate: ["rotator", "carrier"],
  level: ["platform_levelling", "carrier"],
  steer: ["steering"],
  drive: ["hub", "drive_shaft", "drive_cables", "tracks"],
  tracks: ["tracks"],
  axles: ["axles"],
};
const legParts: readonly PartId[] = ["legs", "leg_cylinders"];

const coilParts: Readonly<Record<string, readonly PartId[]>> = {
  steer: ["steering"],
  drive: ["drive_cables"],
};

/** The part each lamp belongs to; none for what a service code shows, which the model does not run. */
const lampPart: Readonly<Record<LampId, PartId | undefined>> = {
  beacon: "beacon",
  service: undefined,
  filter: undefined,
  bulb_check: "ground_panel",
  tilt: "tilt_sensor",
  overload: "load_sensor",
  axles: "axles",
  legs: "leg_switches",
  lift_permitted: "leg_switches",
  range_light: "load_range",
  range_heavy: "load_range",
  reach_good: "reach_control",
  reach_warning: "reach_control",
  direction: "direction_confirm",
  creep: "platform_box",
  glow: "engine",
  battery_low: "battery",
  fuel_low: "fuel",
  charging: "charger",
  take_off: "take_off",
  cradle: "cradle_switches",
  level_fault: "platform_levelling",
};

const soundPart: Readonly<Record<SoundId, PartId | undefined>> = {
  start_chirp: undefined,
  horn: "horn",
  lowering: "lowering_alarm",
  travel: "travel_alarm",
  reversing: "travel_alarm",
  tilt: "tilt_sensor",
  overload: "load_sensor",
  guards: "pothole_guard",
  crushed: "crush_guard",
  bumper: "contact_bumper",
  engine_condition: "engine",
};

/** Every component of this sheet's machine that can fail, and how. */
export function componentsOf(sheet: Sheet, interlocks: readonly Interlock[]): readonly Component[] {
  const functions = functionsOf(sheet);
  const stations = stationsOf(functions);
  const byHand = sheet.power === "hand_crank";
  const family = (of: readonly string[]) => of.includes(sheet.family);
  return [
    ...(byHand
      ? [one("crank", "actuator.lift", ["dead", "weak", "crossed"], "crank", "mast", "mast_chains")]
      : []),
    ...(byHand ? [] : electrics(sheet, functions, stations)),
    ...interlocks
      .filter(({ parts }) => parts.length > 0)
      .map((interlock) => ({ ...sensor(interlock, byHand ? "by_hand" : "powered"), senses: interlock.id })),
    ...(applies(sheet, { features: ["pothole_guards"] })
      ? guardSwitches.map((id) => ({
          ...one("refusal", id, ["dead"], "pothole_guard"),
          senses: "guards_not_locked",
        }))
      : []),
    ...waysDown
      .filter((way) => applies(sheet, way.to))
      // A tool that hooks on is out of its clip or in it: nothing of it can stay open.
      .map((way) =>
        one(
          "way_down",
          way.id,
          way.id === "way.hook_tool" ? ["dead"] : ["dead", "stuck_on"],
          "emergency_lowering",
        ),
      ),
    ...(family(selfDriven) ? [one("brake", "brakes", ["dead", "weak"], "brakes", "hub")] : []),
    ...(family(["push_around_mast"])
      ? [one("lock", "caster_locks", ["dead"], "casters"), one("pins", "brake_pins", ["dead"], "brake_pins")]
      : []),
    ...(applies(sheet, { features: ["park_brake_interlock"] })
      ? [one("brake", "park_brake", ["dead"], "park_brake")]
      : []),
    ...(functions.some((fn) => fn.id === "swing")
      ? [one("swing_brake", "swing_brake", ["dead"], "swing_motor")]
      : []),
    ...(family(legged) ? [one("check_valve", "leg_check_valves", ["leaking"], "leg_cylinders")] : []),
    ...(applies(sheet, lamps.charging) ? [one("charger", "charger", ["dead"], "charger")] : []),
    ...lampIds.flatMap((id) => {
      const part = lampPart[id];
      return part !== undefined && applies(sheet, lamps[id])
        ? [one("lamp", `lamp.${id}`, ["dead"], part)]
        : [];
    }),
    ...soundIds.flatMap((id) => {
      const part = soundPart[id];
      return part !== undefined && applies(sheet, sounds[id])
        ? [one("alarm", `alarm.${id}`, ["dead"], part)]
        : [];
    }),
  ];
}

function electrics(
  sheet: Sheet,
  functions: readonly MachineFunction[],
  stations: readonly Station[],
): readonly Component[] {
  const auxiliary = functions.some((fn) => fn.auxiliary) && applies(sheet, { features: ["auxiliary_pump"] });
  const drive: PartId = hasEngine(sheet) ? "engine" : "electric_motor";
  return [
    one("supply", "supply", electric, "battery", "disconnect", "fuses_and_relays"),
    one("pump", "pump.main", ["dead", "weak"], drive, "take_off", "hydraulic_unit", "hydraulic_tank"),
    ...(auxiliary ? [one("pump", "pump.auxiliary", ["dead"], "auxiliary_pump", "hydraulic_tank")] : []),
    ...stations.map((station) => one("panel", `panel.${station}`, electric, ...panelParts[station])),
    ...stations
      .filter((station) => hasEnable(sheet, station))
      .map((station) => one("enable", enableSwitch(sheet, station), contact, ...enableParts[station])),
    ...sheet.stopButtons.map(({ id }) => one("stop", `stop.${id}`, ["dead", "stuck_on"], stopPart(id))),
    ...[...new Set(functions.map((fn) => fn.group))].map((group) =>
      one("manifold", `manifold.${group}`, electric, "hydraulic_unit", "rotary_coupling"),
    ),
    ...functions.flatMap((fn) => [
      ...fn.stations.flatMap((station) => [
        one("switch", `switch.${station}.${fn.id}`, [...contact, "crossed"], ...switchParts[station]),
        ...fn.directions.map((direction) =>
          one("contact", `contact.${station}.${fn.id}.${direction}`, electric, ...switchParts[station]),
        ),
      ]),
      ...fn.directions.map((direction) =>
        one("coil", `coil.${fn.id}.${direction}`, contact, "coil_plugs", ...(coilParts[fn.id] ?? [])),
      ),
      one(
        "actuator",
        `actuator.${fn.id}`,
        sinks(fn) ? ["dead", "weak", "leaking"] : ["dead", "weak"],
        "hoses",
        ...(fn.group === "legs" ? legParts : (actuatorParts[fn.id] ?? [])),
      ),
    ]),
  ];
}

function sensor(interlock: Interlock, worked: "by_hand" | "powered"): Component {
  const id = `sensor.${interlock.id}`;
  if (worked === "by_hand") return one("catch", id, catchModes(interlock), ...interlock.parts);
  const kind = interlock.effect === "creep" ? "slowing" : "refusal";
  return one(kind, id, sensorModes(interlock), ...interlock.parts);
}

/** A sensor is mis-set only where what it watches has a height, an angle or a length at which it acts. */
const sensorModes = ({ when }: Interlock): readonly FaultMode[] =>
  actsAtAmount(when) ? ["dead", "stuck_on", "mis_set", "intermittent"] : contact;

const catchModes = ({ when }: Interlock): readonly FaultMode[] =>
  actsAtAmount(when) ? ["dead", "stuck_on", "mis_set"] : ["dead", "stuck_on"];

function actsAtAmount(condition: Condition): boolean {
  if ("raisedAbove" in condition) return true;
  if ("above" in condition) return condition.above[1] !== 0;
  if ("not" in condition) return actsAtAmount(condition.not);
  if ("all" in condition) return condition.all.some(actsAtAmount);
  return "any" in condition && condition.any.some(actsAtAmount);
}

/** Held up by pressure: a leak lets it sink. */
export const sinks = (fn: MachineFunction): boolean => fn.raises && fn.directions[1] === "down";
