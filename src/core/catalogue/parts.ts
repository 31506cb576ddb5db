/**
 * Parts a check looks at, and what each does. The role decides how far its damage reaches: grading and the
 * re-test after a repair both ask it.
 */
export type Role = "carries_load" | "holds_pressure" | "controls_motion" | "protects_people" | "informs";
export type System =
  | "documents"
  | "chassis"
  | "power"
  | "hydraulics"
  | "structure"
  | "platform"
  | "ground_controls"
  | "platform_controls"
  | "safety"
  | "workplace";

interface PartEntry {
  readonly role: Role;
  readonly system: System;
}

const part = (system: System, role: Role): PartEntry => ({ role, system });

export const parts = {
  tag_and_log: part("documents", "informs"),
  manual: part("documents", "informs"),
  handbooks: part("documents", "informs"),
  examination: part("documents", "informs"),
  data_plate: part("documents", "informs"),
  capacity_plate: part("documents", "protects_people"),
  decals: part("documents", "informs"),
  tyre: part("chassis", "carries_load"),
  wheel_nuts: part("chassis", "carries_load"),
  hub: part("chassis", "holds_pressure"),
  steering: part("chassis", "controls_motion"),
  thrust_washer: part("chassis", "controls_motion"),
  lockout_cylinders: part("chassis", "protects_people"),
  frame: part("chassis", "carries_load"),
  counterweight: part("chassis", "carries_load"),
  underside: part("chassis", "informs"),
  pothole_guard: part("chassis", "protects_people"),
  covers: part("chassis", "informs"),
  battery: part("power", "informs"),
  charger: part("power", "informs"),
  engine: part("power", "informs"),
  fuel: part("power", "holds_pressure"),
  fuses_and_relays: part("power", "controls_motion"),
  hydraulic_tank: part("hydraulics", "holds_pressure"),
  hydraulic_unit: part("hydraulics", "holds_pressure"),
  hoses: part("hydraulics", "holds_pressure"),
  coil_plugs: part("hydraulics", "controls_motion"),
  auxiliary_pump: part("hydraulics", "protects_people"),
  slewing_ring: part("structure", "carries_load"),
  swing_motor: part("structure", "controls_motion"),
  turntable_lock: part("structure", "controls_motion"),
  tower: part("structure", "carries_load"),
  main_boom: part("structure", "carries_load"),
  jib: part("structure", "carries_load"),
  boom_cylinders: part("structure", "holds_pressure"),
  carrier: part("structure", "controls_motion"),
  wear_pads: part("structure", "carries_load"),
  angle_sensors: part("structure", "protects_people"),
  scissor_arms: part("structure", "carries_load"),
  scissor_pins: part("structure", "carries_load"),
  lift_cylinder: part("structure", "holds_pressure"),
  stack_harness: part("structure", "controls_motion"),
  rollers: part("structure", "carries_load"),
  limit_switches: part("structure", "protects_people"),
  prop: part("structure", "protects_people"),
  platform_bracket: part("platform", "carries_load"),
  lowest_hoop: part("platform", "carries_load"),
  rotator: part("platform", "carries_load"),
  rails: part("platform", "protects_people"),
  rail_pins: part("platform", "protects_people"),
  gate: part("platform", "protects_people"),
  anchors: part("platform", "protects_people"),
  deck: part("platform", "carries_load"),
  extension_deck: part("platform", "carries_load"),
  harness: part("platform", "protects_people"),
  outlet: part("platform", "protects_people"),
  steps: part("platform", "protects_people"),
  ground_panel: part("ground_controls", "controls_motion"),
  ground_stop: part("ground_controls", "protects_people"),
  ground_enable: part("ground_controls", "protects_people"),
  ground_switch: part("ground_controls", "controls_motion"),
  platform_box: part("platform_controls", "controls_motion"),
  platform_stop: part("platform_controls", "protects_people"),
  platform_enable: part("platform_controls", "protects_people"),
  platform_switch: part("platform_controls", "controls_motion"),
  horn: part("platform_controls", "protects_people"),
  key_switch: part("ground_controls", "controls_motion"),
  disconnect: part("power", "protects_people"),
  emergency_lowering: part("safety", "protects_people"),
  lowering_alarm: part("safety", "protects_people"),
  beacon: part("safety", "informs"),
  brakes: part("safety", "controls_motion"),
  drive_speed: part("safety", "protects_people"),
  direction_confirm: part("safety", "protects_people"),
  crush_guard: part("safety", "protects_people"),
  tilt_sensor: part("safety", "protects_people"),
  axle_lockout: part("safety", "protects_people"),
  test_area: part("workplace", "protects_people"),
  ground: part("workplace", "protects_people"),
  overhead: part("workplace", "protects_people"),
  weather: part("workplace", "protects_people"),
  surroundings: part("workplace", "protects_people"),
  load_plan: part("workplace", "protects_people"),
  rescue: part("workplace", "protects_people"),
} as const satisfies Record<string, PartEntry>;

export type PartId = keyof typeof parts;
