/**
 * Places on the machine a person goes to. Each that a sheet sets becomes one stop of the walk.
 * Coordinates are metres in plan from the centre of the chassis, stowed: x towards the front, y to the left.
 */
export const positionIds = [
  "documents_box",
  "wheel_front_left",
  "wheel_front_right",
  "wheel_rear_left",
  "wheel_rear_right",
  "chassis_front",
  "chassis_rear",
  "battery_tray",
  "hydraulic_tray",
  "engine_bay",
  "turntable_left",
  "turntable_right",
  "ground_panel",
  "boom_end",
  "entry",
] as const;

export type PositionId = (typeof positionIds)[number];
