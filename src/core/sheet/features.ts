/**
 * What may be fitted to a lift. A `safety` feature carries a safety test: saying it is *not fitted* removes
 * that test, so it asks for the manual's page and a second person (see `sheet.ts`).
 */
export const features = {
  tower_boom: { safety: false },
  tower_telescope: { safety: false },
  main_telescope: { safety: false },
  jib: { safety: false },
  platform_rotate: { safety: false },
  platform_level_correction: { safety: false },
  turntable_lock_pin: { safety: false },
  oscillating_axle: { safety: true },
  pothole_guards: { safety: true },
  extension_deck: { safety: false },
  folding_rails: { safety: false },
  gate_interlock: { safety: true },
  ground_enable: { safety: true },
  foot_pedal: { safety: true },
  trigger_enable: { safety: true },
  lift_drive_selector: { safety: false },
  drive_direction_confirm: { safety: true },
  drive_cut_back: { safety: true },
  drive_cut_out: { safety: true },
  load_sensing: { safety: true },
  tilt_sensor: { safety: true },
  crush_guard: { safety: true },
  auxiliary_pump: { safety: true },
  manual_descent: { safety: true },
  maintenance_prop: { safety: true },
  brake_release: { safety: false },
  freewheel_valve: { safety: false },
  lowering_alarm: { safety: true },
  travel_alarm: { safety: true },
  beacon: { safety: false },
  horn: { safety: true },
  platform_outlet: { safety: true },
  glow_plugs: { safety: false },
  battery_charger: { safety: false },
  low_voltage_lockout: { safety: false },
  fall_arrest_anchors: { safety: true },
} as const;

export type FeatureId = keyof typeof features;

export const featureIds = Object.keys(features) as FeatureId[];
