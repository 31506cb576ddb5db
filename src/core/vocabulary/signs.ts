import type { Applies } from "./applies-to";

/** Lamps a machine may show, by what they tell. Place, colour and the maker's shape are on the sheet. */
export const lamps = {
  bulb_check: { power: "electrical" },
  tilt: { features: ["tilt_sensor"] },
  overload: { features: ["load_sensing"] },
  axles: { features: ["extendable_axles"] },
  legs: { features: ["outriggers"] },
  lift_permitted: { features: ["lift_permitted_lamp"] },
  range_light: { features: ["two_load_ranges"] },
  range_heavy: { features: ["two_load_ranges"] },
  reach_good: { features: ["reach_self_test"] },
  reach_warning: { features: ["reach_control"] },
  direction: { features: ["drive_direction_confirm"] },
  creep: { anyOf: ["creep_switch", "drive_cut_back"] },
  glow: { features: ["glow_plugs"], fuels: ["diesel", "hybrid", "vehicle_take_off"] },
  battery_low: { features: ["low_voltage_lockout"], power: "traction_battery" },
  fuel_low: { features: ["low_fuel_cut_out"], power: "engine" },
  charging: { features: ["battery_charger"], power: "electrical" },
  take_off: { features: ["take_off"] },
  cradle: { features: ["cradle_switches"] },
  service: { features: ["service_lamp"] },
  filter: { features: ["filter_lamps"] },
  beacon: { features: ["beacon"], power: "electrical" },
  level_fault: { features: ["platform_level_correction"] },
} as const satisfies Record<string, Applies>;

export type LampId = keyof typeof lamps;
export const lampIds = Object.keys(lamps) as [LampId, ...LampId[]];

/** Sounds a machine may make, by what they tell. The pattern is on the sheet. */
export const sounds = {
  lowering: { features: ["lowering_alarm"], power: "electrical" },
  travel: { features: ["travel_alarm"] },
  reversing: { features: ["reversing_alarm"] },
  tilt: { features: ["tilt_sensor"], power: "electrical" },
  overload: { features: ["load_sensing"], power: "electrical" },
  guards: { features: ["pothole_guards"] },
  crushed: { features: ["crush_guard"] },
  bumper: { features: ["contact_bumper"] },
  engine_condition: { power: "engine" },
  horn: { features: ["horn"], power: "electrical" },
  start_chirp: { power: "electrical" },
} as const satisfies Record<string, Applies>;

export type SoundId = keyof typeof sounds;
export const soundIds = Object.keys(sounds) as [SoundId, ...SoundId[]];

export const patterns = ["steady", "slow_beep", "fast_beep", "warble", "chirp", "horn"] as const;
export type Pattern = (typeof patterns)[number];

/** How a lamp shines. */
export const lampLooks = ["steady", "flashing"] as const;
export type LampLook = (typeof lampLooks)[number];

/** What a lamp asks of whoever sees it, from nothing to taking the unit out of use. */
export const lampActs = [
  "tells",
  "wait",
  "limit",
  "report",
  "stop_work",
  "lower_and_charge",
  "lower_then_level",
  "retract_then_lower",
  "take_load_off",
  "cycle_stop_once",
  "tag_out",
] as const;
export type LampAct = (typeof lampActs)[number];

/** Whether nothing more is to be operated once it is lit. */
export const stopsMachine = (act: LampAct): boolean => act === "tag_out" || act === "stop_work";
