import type { Check } from "../catalogue/catalogue";
import { expectedOf } from "../machine/expect";
import type { Component, ComponentId, Fault } from "../machine/faults";
import { buildMachine, failingParts, type Machine } from "../machine/machine";
import type { Sheet } from "../sheet/sheet";
import type { PartId } from "../vocabulary/parts";

/** Why a check is re-tested. */
export type Touch =
  /** It found what was repaired. */
  | { readonly because: "found_it" }
  /** It looks at a part that was repaired, or disturbed on the way. */
  | { readonly because: "looks_at"; readonly part: PartId; readonly how: "repaired" | "disturbed" }
  /** By the machine model its outcome depends on that part: with `component` failed it would come out otherwise. */
  | {
      readonly because: "depends_on";
      readonly part: PartId;
      readonly component: ComponentId;
      readonly how: "repaired" | "disturbed";
    }
  /** The same movement from another station, or the other way: the fault may lie in what they share. */
  | { readonly because: "same_movement"; readonly function: string }
  /** After every repair, whatever it was (field guide, section 13). */
  | { readonly because: "always" };

interface Repair {
  readonly parts: readonly PartId[];
  readonly disturbed: readonly PartId[];
  readonly checks: readonly string[];
}

/** Re-tested after every repair. */
const always: readonly PartId[] = ["emergency_lowering", "ground_stop", "platform_stop", "chassis_stop"];

/** What of the machine model each part of the catalogue is: the components whose failing is that part's failing. */
const madeOf: Partial<Record<PartId, readonly RegExp[]>> = {
  battery: [/^supply$/],
  disconnect: [/^supply$/],
  fuses_and_relays: [/^supply$/, /^panel\./],
  engine: [/^pump\.main$/],
  electric_motor: [/^pump\.main$/],
  take_off: [/^pump\.main$/],
  hydraulic_unit: [/^pump\.main$/, /^manifold\./],
  hydraulic_tank: [/^pump\.main$/, /^pump\.auxiliary$/],
  hoses: [/^actuator\./],
  coil_plugs: [/^coil\./],
  auxiliary_pump: [/^pump\.auxiliary$/],
  rotary_coupling: [/^manifold\./],
  swing_motor: [/^actuator\.swing$/],
  slewing_ring: [/^actuator\.swing$/],
  turntable_lock: [/^actuator\.swing$/],
  boom_cylinders: [/^actuator\.(main|tower|telescope|tower_telescope|jib)$/],
  main_boom: [/^actuator\.(main|telescope)$/],
  tower: [/^actuator\.(tower|tower_telescope)$/],
  jib: [/^actuator\.jib/],
  wear_pads: [/^actuator\.(telescope|tower_telescope|jib_telescope)$/],
  lift_cables: [/^actuator\.(lift|telescope)$/],
  carrier: [/^panel\.platform$/, /^actuator\.(jib|rotate|level)/],
  rotator: [/^actuator\.rotate$/],
  platform_levelling: [/^actuator\.level$/],
  lift_cylinder: [/^actuator\.lift$/],
  scissor_arms: [/^actuator\.lift$/],
  scissor_pins: [/^actuator\.lift$/],
  rollers: [/^actuator\.lift$/],
  mast: [/^actuator\.lift$/],
  mast_chains: [/^actuator\.lift$/],
  stack_harness: [/^panel\.platform$/],
  steering: [/^actuator\.steer$/, /^coil\.steer\./],
  hub: [/^brakes$/, /^actuator\.drive$/],
  brakes: [/^brakes$/],
  drive_shaft: [/^actuator\.drive$/],
  drive_cables: [/^actuator\.drive$/, /^coil\.drive\./],
  tracks: [/^actuator\.drive$/, /^actuator\.track/],
  legs: [/^actuator\.leg/, /^actuator\.legs$/],
  leg_cylinders: [/^actuator\.leg/],
  axles: [/^actuator\.axles$/],
  ground_panel: [/^panel\.ground$/, /^enable\.ground$/, /^switch\.ground\./],
  ground_switch: [/^panel\.ground$/],
  ground_enable: [/^enable\.ground$/],
  ground_stop: [/^stop\.ground$/],
  chassis_stop: [/^stop\.(chassis|remote)/],
  platform_stop: [/^stop\.platform$/],
  platform_box: [/^panel\.platform$/, /^enable\.platform$/, /^switch\.platform\./],
  platform_enable: [/^enable\.platform$/],
  key_switch: [/^panel\./],
  keypad: [/^panel\.ground$/],
  remote: [/^panel\.ground$/],
};

/** Interlocks whose sensing a part is. */
const senses: Partial<Record<PartId, readonly string[]>> = {
  tilt_sensor: ["tilt_refuses_lift", "tilt_refuses_drive", "tilt_creeps", "chassis_off_level"],
  load_sensor: ["overload"],
  limit_switches: ["drive_cut_out", "drive_cut_back"],
  angle_sensors: ["tower_not_up", "tower_telescope_out", "axles_in_lift", "drive_cut_back"],
  pothole_guard: ["guards_not_locked", "guards_refuse_lift"],
  gate: ["gate_open"],
  legs: ["legs_not_set", "legs_needed_above_height"],
  leg_switches: [
    "legs_not_set",
    "legs_needed_above_height",
    "legs_while_raised",
    "legs_down_no_travel",
    "ground_shifted",
  ],
  boom_cradle: ["boom_in_cradle"],
  cradle_switches: ["boom_in_cradle", "legs_while_raised"],
  axles: ["axles_in_telescope", "axles_in_lift", "axles_while_raised"],
  crush_guard: ["crush_guard_pressed"],
  contact_bumper: ["bumper_cuts_all", "bumper_cuts_travel", "bumper_overridden"],
  reach_control: ["reach_limit"],
  load_range: ["reach_limit", "jib_swing_heavy"],
  direction_confirm: ["direction_not_confirmed"],
  drive_speed: ["drive_cut_out", "drive_cut_back", "steering_sharp"],
  brake_pins: ["brake_pins_not_engaged"],
  casters: ["casters_free"],
  crank: ["crank_locked"],
  turntable_lock: ["turntable_locked"],
  park_brake: ["park_brake_off"],
  coupler: ["still_coupled"],
  take_off: ["take_off_out"],
  jib: ["jib_stow_stop"],
  platform_levelling: ["level_fault"],
  emergency_lowering: ["descent_valve_open", "bleed_down_open"],
  prop: ["prop_set"],
  battery: ["battery_low", "battery_flat"],
  fuel: ["fuel_cut_out"],
  charger: ["charger_plugged"],
  keypad: ["keypad_waiting"],
  rescue_override: ["rescue_stored"],
};

/**
 * The checks a repair touches, each with why: those that found it or look at what was repaired or disturbed; those
 * whose outcome the machine model makes depend on such a part (planted as failed, the test comes out otherwise);
 * the found movement from every station; stop buttons and emergency lowering always. Keys to reasons.
 */
export function touchedBy(
  repair: Repair,
  checks: readonly Check[],
  sheet: Sheet,
): ReadonlyMap<string, readonly Touch[]> {
  const sound = buildMachine(sheet);
  const reasons = new Map<string, Touch[]>();
  const add = (check: Check, touch: Touch) => {
    const list = reasons.get(check.key);
    if (list === undefined) reasons.set(check.key, [touch]);
    else list.push(touch);
  };
  const functions = new Set(
    checks.filter((c) => repair.checks.includes(c.key)).flatMap((c) => c.definition.test?.function ?? []),
  );
  const named = [
    ...repair.parts.map((part) => ({ part, how: "repaired" as const })),
    ...repair.disturbed.map((part) => ({ part, how: "disturbed" as const })),
  ];
  for (const check of checks) {
    const { part, test, phase } = check.definition;
    if (repair.checks.includes(check.key)) add(check, { because: "found_it" });
    if (phase === "transport" || phase === "park") continue;
    if (test !== undefined && functions.has(test.function)) {
      add(check, { because: "same_movement", function: test.function });
    }
    // A movement's own switch is a part of its own; that a switch was repaired says which by the check that found it.
    if (test === undefined) {
      for (const { part: repaired, how } of named) {
        if (part === repaired) add(check, { because: "looks_at", part, how });
      }
    }
    if (always.includes(part)) add(check, { because: "always" });
  }
  for (const { part, how } of named) {
    // Which movement a repaired switch serves is known by the check that found it; without one, all of its station.
    if ((part === "ground_switch" || part === "platform_switch") && functions.size > 0) continue;
    for (const component of componentsOfPart(part, sound)) {
      for (const check of checks) {
        if (dependsOn(check, component, sheet, sound)) {
          add(check, { because: "depends_on", part, component: component.id, how });
        }
      }
    }
  }
  return reasons;
}

function componentsOfPart(part: PartId, machine: Machine): readonly Component[] {
  const patterns = madeOf[part] ?? (part === "platform_switch" ? [/^panel\.platform$/] : []);
  const sensed = senses[part];
  return failingParts(machine).filter(
    ({ id }) =>
      patterns.some((pattern) => pattern.test(id)) ||
      (id.startsWith("sensor.") && sensed?.includes(id.slice("sensor.".length)) === true),
  );
}

/** True when the check would come out otherwise with the component failed in some way. */
function dependsOn(check: Check, component: Component, sheet: Sheet, sound: Machine): boolean {
  const { test, tries, powered } = check.definition;
  if (component.id.startsWith("sensor.")) {
    if (tries?.includes(component.id.slice("sensor.".length)) === true) return true;
  }
  if (test === undefined) {
    return powered === true && component.id === "supply" && check.definition.phase === "ground_power";
  }
  const expected = expectedOf(sound, test);
  return component.modes.some(
    (mode) => expectedOf(failed(sheet, { component: component.id, mode }), test) !== expected,
  );
}

/** The machine with one fault; built once for a sheet and fault. */
const failures = new WeakMap<Sheet, Map<string, Machine>>();

function failed(sheet: Sheet, fault: Fault): Machine {
  let machines = failures.get(sheet);
  if (machines === undefined) {
    machines = new Map();
    failures.set(sheet, machines);
  }
  const key = `${fault.component}/${fault.mode}`;
  let machine = machines.get(key);
  if (machine === undefined) {
    machine = buildMachine(sheet, [fault]);
    machines.set(key, machine);
  }
  return machine;
}
