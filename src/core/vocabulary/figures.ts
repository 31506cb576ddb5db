import {
  booms,
  type Family,
  families,
  legged,
  platformDriven,
  selfDriven,
  selfPropelledBooms,
  verticals,
} from "./families";

interface FigureEntry {
  readonly unit: string;
  readonly families: readonly Family[];
}

const of = <Unit extends string>(unit: Unit, ...groups: readonly (readonly Family[])[]) => ({
  unit,
  families: groups.length === 0 ? families : (groups.flat() as readonly Family[]),
});
const rough: readonly Family[] = ["rough_terrain_scissor"];
const pushAround: readonly Family[] = ["push_around_mast"];
const decked: readonly Family[] = ["slab_scissor", "rough_terrain_scissor", "vertical_mast"];
const legs: readonly Family[] = [...legged, ...rough];
const engined: readonly Family[] = [...booms, ...rough];

/**
 * Every figure a sheet may carry, with the one unit it is stored in and the families it concerns. Screens
 * convert; the core never does.
 */
export const figureTable = {
  // Load and persons
  rated_load: of("kg"),
  rated_load_heavy: of("kg", booms),
  extension_load: of("kg", decked),
  extension_locks: of("count", decked),
  extension_length: of("m", decked),
  persons: of("count"),
  side_force: of("N"),
  // Weather and ground
  wind_outdoor: of("m/s"),
  climbable_grade: of("%", selfDriven),
  brake_hold_grade: of("%", selfDriven),
  side_slope: of("%", selfDriven),
  push_slope: of("deg", pushAround),
  legs_level_slope: of("deg", legs),
  tilt_trip_along: of("deg"),
  tilt_trip_across: of("deg"),
  tilt_delay: of("s"),
  tilt_acts_above: of("m"),
  trip_block_height: of("mm", selfDriven),
  lockout_block_height: of("mm", selfPropelledBooms, rough),
  floor_pressure: of("kPa", legs),
  // Times
  enable_time_out: of("s"),
  direction_window: of("s", selfPropelledBooms),
  self_check: of("s"),
  auxiliary_longest_run: of("s", booms, rough),
  auxiliary_rest: of("s", booms, rough),
  crank_limit: of("s", engined),
  crank_rest: of("s", engined),
  glow_time: of("s", engined),
  warm_up_time: of("min", engined),
  warm_up_below: of("degC", engined),
  idle_down: of("min", engined),
  low_fuel_left: of("min", engined),
  longest_charge: of("h"),
  reach_self_test_time: of("s", selfPropelledBooms),
  drift_time: of("min"),
  drift_max: of("mm"),
  // Heights, angles and speeds at which the machine changes its mind
  drive_cut_back_above: of("m", selfDriven),
  drive_cut_out_above: of("m", selfDriven),
  drive_top_speed: of("m/s", selfDriven),
  raised_speed_ratio_max: of("ratio", selfDriven),
  stopping_distance_max: of("m", selfDriven),
  legs_needed_above: of("m", rough),
  boom_angle_axles_in: of("deg", selfPropelledBooms),
  stripe_light: of("m", booms),
  stripe_heavy: of("m", booms),
  guard_clearance: of("mm", verticals),
  guard_deploys_above: of("m", verticals),
  crush_guard_force: of("N", booms),
  // Wear, fluids, power
  tyre_pressure: of("kPa"),
  tyre_gouge_max: of("mm"),
  tyre_tread_min: of("mm"),
  hydraulic_level_min: of("mm"),
  coolant_level_min: of("mm", engined),
  fuel_level_min: of("%", engined),
  battery_rest_voltage_min: of("V"),
  charger_supply: of("V"),
  charger_cord_max: of("m"),
  grease_hours: of("h"),
  grease_points: of("count"),
  grease_strokes: of("count"),
  service_hours: of("h"),
  inspection_months: of("months"),
  // Weights
  gross_weight: of("kg"),
  wheel_load: of("kg"),
  leg_load: of("kg", legs),
  // Dimensions
  length: of("m"),
  width: of("m"),
  stowed_height: of("m"),
  rails_folded_height: of("m", verticals),
  door_width: of("m", verticals, ["tracked_spider"]),
  wheelbase: of("m"),
  track: of("m"),
  wheel_diameter: of("m"),
  chassis_height: of("m"),
  platform_length: of("m"),
  platform_width: of("m"),
  platform_stowed_height: of("m"),
  platform_height: of("m"),
  working_height: of("m"),
  /** How far the platform sways at height. */
  platform_sway: of("m"),
  outreach: of("m", booms),
  outreach_heavy: of("m", booms),
  up_and_over: of("m", booms),
  tower_length: of("m", booms),
  main_length: of("m", booms),
  main_stroke: of("m", booms),
  jib_length: of("m", booms),
  turntable_length: of("m", booms),
  tail_swing: of("m", selfPropelledBooms),
  legs_spread_length: of("m", legs),
  legs_spread_width: of("m", legs),
  // Distances to keep
  drop_off_distance: of("m"),
  bystander_distance: of("m", platformDriven, legged),
} as const satisfies Record<string, FigureEntry>;

export type FigureId = keyof typeof figureTable;
export type FigureUnit = (typeof figureTable)[FigureId]["unit"];

export const figureIds = Object.keys(figureTable) as FigureId[];

/** The stored unit of each figure. */
export const figures = Object.fromEntries(figureIds.map((id) => [id, figureTable[id].unit])) as Readonly<
  Record<FigureId, FigureUnit>
>;

/** The figures a sheet of this family asks for, in their order. */
export const figuresOf = (family: Family): readonly FigureId[] =>
  figureIds.filter((id) => (figureTable[id].families as readonly Family[]).includes(family));
