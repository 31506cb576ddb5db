import {
  booms,
  type Family,
  families,
  legged,
  masts,
  platformDriven,
  scissors,
  selfDriven,
  selfPropelledBooms,
  verticals,
} from "./families";

interface FeatureEntry {
  /** The families that can have it at all. */
  readonly families: readonly Family[];
}

const of = (...groups: readonly (readonly Family[])[]): FeatureEntry => ({ families: groups.flat() });

const spider: readonly Family[] = ["tracked_spider"];
const vehicle: readonly Family[] = ["vehicle_boom"];
const towable: readonly Family[] = ["towable_boom"];
const rough: readonly Family[] = ["rough_terrain_scissor"];
const slab: readonly Family[] = ["slab_scissor"];
const mast: readonly Family[] = ["vertical_mast"];
const pushAround: readonly Family[] = ["push_around_mast"];
const articulating: readonly Family[] = ["articulating_boom"];
/** Families that may burn fuel; whether this one does is the sheet's `power`. */
const engined: readonly Family[] = [...selfPropelledBooms, ...legged, ...rough];
const everyPowered: readonly Family[] = families;

/** What may be fitted to a lift, in the order a sheet is typed in (field guide, section 3). */
export const features = {
  // Lifting structure
  tower_boom: of(articulating, legged),
  tower_telescope: of(articulating, spider),
  main_telescope: of(booms),
  jib: of(booms),
  jib_telescope: of(selfPropelledBooms, spider, vehicle),
  jib_swing: of(selfPropelledBooms, spider),
  jib_stow_position: of(selfPropelledBooms),
  platform_rotate: of(booms),
  platform_level_correction: of(booms),
  lift_cables: of(booms, mast),
  turntable_lock_pin: of(booms),
  boom_cradle: of(legged),
  cradle_switches: of(legged),
  // Chassis and stability
  extendable_axles: of(selfPropelledBooms),
  oscillating_axle: of(selfPropelledBooms, rough),
  four_wheel_drive: of(selfPropelledBooms, rough),
  steer_modes: of(selfPropelledBooms, rough),
  outriggers: of(legged, rough),
  outrigger_auto_level: of(legged, rough),
  outrigger_pins: of(spider, towable),
  extendable_tracks: of(spider),
  pothole_guards: of(slab, mast),
  freewheel_valve: of(selfPropelledBooms, rough, spider),
  brake_release: of(selfDriven),
  tow_coupling: of(towable),
  park_brake_interlock: of(vehicle, towable),
  casters: of(pushAround),
  fork_pockets: of(pushAround, slab, mast),
  grounding_strap: of(booms, rough),
  // Platform
  extension_deck: of(scissors, mast),
  folding_rails: of(scissors, mast),
  removable_control_box: of(scissors, mast, spider),
  gate_interlock: of(families),
  fall_arrest_anchors: of(families),
  platform_outlet: of(everyPowered),
  power_inlet: of(everyPowered),
  generator: of(selfPropelledBooms, rough, vehicle),
  work_lights: of(booms, scissors),
  accessories: of(families),
  tool_tray: of(masts),
  // Enables and selectors
  ground_enable: of(booms, scissors, masts),
  foot_pedal: of(booms),
  trigger_enable: of(verticals, legged),
  joystick_squeeze: of(platformDriven),
  lifting_collar: of(booms),
  speed_key: of(legged),
  lift_drive_selector: of(verticals),
  mode_selector: of(["towable_boom", "tracked_spider", "vehicle_boom"]),
  drive_speed_selector: of(selfDriven),
  boom_speed_dial: of(booms),
  proportional_sticks: of(booms),
  creep_switch: of(booms),
  drive_direction_confirm: of(selfPropelledBooms),
  two_load_ranges: of(selfPropelledBooms, spider, vehicle),
  automatic_boom_mode: of(selfPropelledBooms),
  lead_remote: of(spider, vehicle),
  // Interlocks and safety devices
  drive_cut_back: of(platformDriven),
  drive_cut_out: of(platformDriven),
  steering_slows: of(platformDriven),
  load_sensing: of(families),
  tilt_sensor: of(families),
  reach_control: of(selfPropelledBooms, spider, vehicle),
  reach_self_test: of(selfPropelledBooms),
  crush_guard: of(booms),
  contact_bumper: of(booms),
  rescue_override: of(booms),
  keypad_code: of(everyPowered),
  low_voltage_lockout: of(everyPowered),
  low_fuel_cut_out: of(engined),
  oil_warm_up: of(engined),
  // Emergency lowering
  auxiliary_pump: of(booms, rough),
  manual_descent: of(verticals, legged),
  electric_descent: of(booms, verticals),
  bleed_down_valve: of(booms, rough),
  cable_descent: of(scissors, mast),
  hook_tool: of(masts, towable),
  maintenance_prop: of(scissors),
  // Power
  glow_plugs: of(engined),
  choke: of(engined),
  cold_heater: of(engined),
  take_off: of(vehicle),
  battery_charger: of(everyPowered),
  // Lamps, sounds, screens
  lowering_alarm: of(families),
  travel_alarm: of(selfDriven),
  reversing_alarm: of(selfDriven),
  beacon: of(families),
  horn: of(families),
  display_screen: of(families),
  lift_permitted_lamp: of(rough, legged),
  filter_lamps: of(booms, rough),
  service_lamp: of(booms),
} as const satisfies Record<string, FeatureEntry>;

export type FeatureId = keyof typeof features;

export const featureIds = Object.keys(features) as FeatureId[];

/** What is part of another feature: without that there is none. */
export const partOf: Readonly<Partial<Record<FeatureId, FeatureId>>> = {
  tower_telescope: "tower_boom",
  jib_telescope: "jib",
  jib_swing: "jib",
  jib_stow_position: "jib",
  cradle_switches: "boom_cradle",
  outrigger_auto_level: "outriggers",
  outrigger_pins: "outriggers",
  lift_permitted_lamp: "outriggers",
  reach_control: "main_telescope",
  reach_self_test: "reach_control",
};

/** Whether a lift of this family can have the feature at all. */
export const familyMayHave = (family: Family, feature: FeatureId): boolean =>
  (features[feature].families as readonly Family[]).includes(family);

/** The features a sheet of this family asks about, in their order. */
export const featuresOf = (family: Family): readonly FeatureId[] =>
  featureIds.filter((id) => familyMayHave(family, id));
