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
  /**
   * A safety test goes with it: saying it is *not fitted* removes that test, so it asks for the manual's page
   * and a second person (see `sheet.ts`).
   */
  readonly safety: boolean;
  /** The families that can have it at all. */
  readonly families: readonly Family[];
}

const plain = (...of: readonly (readonly Family[])[]): FeatureEntry => ({
  safety: false,
  families: of.flat(),
});
const safety = (...of: readonly (readonly Family[])[]): FeatureEntry => ({
  safety: true,
  families: of.flat(),
});

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
  tower_boom: plain(articulating, legged),
  tower_telescope: plain(articulating, spider),
  main_telescope: plain(booms),
  jib: plain(booms),
  jib_telescope: plain(selfPropelledBooms, spider, vehicle),
  jib_swing: plain(selfPropelledBooms, spider),
  jib_stow_position: plain(selfPropelledBooms),
  platform_rotate: plain(booms),
  platform_level_correction: plain(booms),
  lift_cables: safety(booms, mast),
  turntable_lock_pin: plain(booms),
  boom_cradle: plain(legged),
  cradle_switches: safety(legged),
  // Chassis and stability
  extendable_axles: safety(selfPropelledBooms),
  oscillating_axle: safety(selfPropelledBooms, rough),
  four_wheel_drive: plain(selfPropelledBooms, rough),
  steer_modes: plain(selfPropelledBooms, rough),
  outriggers: safety(legged, rough),
  outrigger_auto_level: plain(legged, rough),
  outrigger_pins: safety(spider, towable),
  extendable_tracks: plain(spider),
  pothole_guards: safety(slab, mast),
  freewheel_valve: plain(selfPropelledBooms, rough, spider),
  brake_release: plain(selfDriven),
  tow_coupling: plain(towable),
  park_brake_interlock: safety(vehicle, towable),
  casters: plain(pushAround),
  fork_pockets: plain(pushAround, slab, mast),
  grounding_strap: plain(booms, rough),
  // Platform
  extension_deck: plain(scissors, mast),
  folding_rails: plain(scissors, mast),
  removable_control_box: plain(scissors, mast, spider),
  gate_interlock: safety(families),
  fall_arrest_anchors: safety(families),
  platform_outlet: safety(everyPowered),
  power_inlet: plain(everyPowered),
  generator: plain(selfPropelledBooms, rough, vehicle),
  work_lights: plain(booms, scissors),
  accessories: plain(families),
  tool_tray: plain(masts),
  // Enables and selectors
  ground_enable: safety(booms, scissors, masts),
  foot_pedal: safety(booms),
  trigger_enable: safety(verticals, legged),
  joystick_squeeze: safety(platformDriven),
  lifting_collar: safety(booms),
  speed_key: safety(legged),
  lift_drive_selector: plain(verticals),
  mode_selector: plain(["towable_boom", "tracked_spider", "vehicle_boom"]),
  drive_speed_selector: plain(selfDriven),
  boom_speed_dial: plain(booms),
  creep_switch: plain(booms),
  drive_direction_confirm: safety(selfPropelledBooms),
  two_load_ranges: safety(selfPropelledBooms, spider, vehicle),
  automatic_boom_mode: plain(selfPropelledBooms),
  lead_remote: safety(spider, vehicle),
  // Interlocks and safety devices
  drive_cut_back: safety(platformDriven),
  drive_cut_out: safety(platformDriven),
  steering_slows: plain(platformDriven),
  load_sensing: safety(families),
  tilt_sensor: safety(families),
  reach_control: safety(selfPropelledBooms, spider, vehicle),
  reach_self_test: safety(selfPropelledBooms),
  crush_guard: safety(booms),
  contact_bumper: safety(booms),
  rescue_override: safety(booms),
  keypad_code: plain(everyPowered),
  low_voltage_lockout: plain(everyPowered),
  low_fuel_cut_out: plain(engined),
  oil_warm_up: plain(engined),
  // Emergency lowering
  auxiliary_pump: safety(booms, rough),
  manual_descent: safety(verticals, legged),
  electric_descent: safety(booms, verticals),
  bleed_down_valve: safety(booms, rough),
  cable_descent: safety(scissors, mast),
  hook_tool: safety(masts, towable),
  maintenance_prop: safety(scissors),
  // Power
  glow_plugs: plain(engined),
  choke: plain(engined),
  cold_heater: plain(engined),
  take_off: safety(vehicle),
  battery_charger: plain(everyPowered),
  // Lamps, sounds, screens
  lowering_alarm: safety(families),
  travel_alarm: safety(selfDriven),
  reversing_alarm: plain(selfDriven),
  beacon: plain(families),
  horn: safety(families),
  display_screen: plain(families),
  lift_permitted_lamp: plain(rough, legged),
  filter_lamps: plain(booms, rough),
  service_lamp: safety(booms),
} as const satisfies Record<string, FeatureEntry>;

export type FeatureId = keyof typeof features;

export const featureIds = Object.keys(features) as FeatureId[];

/** Whether a lift of this family can have the feature at all. */
export const familyMayHave = (family: Family, feature: FeatureId): boolean =>
  (features[feature].families as readonly Family[]).includes(family);

/** The features a sheet of this family asks about, in their order. */
export const featuresOf = (family: Family): readonly FeatureId[] =>
  featureIds.filter((id) => familyMayHave(family, id));
