import { booms, type Family, families, fourWheeled, legged, masts, selfDriven } from "./families";

const scissorsAndMasts: readonly Family[] = ["slab_scissor", "rough_terrain_scissor", ...masts];
const rough: readonly Family[] = ["rough_terrain_scissor"];

/**
 * Places on the machine a person goes to, and the families that have them. Each that a sheet sets becomes one
 * stop of the walk. Coordinates are metres in plan from the centre of the chassis, stowed: x towards the front,
 * y to the left.
 */
export const positionTable = {
  documents_box: families,
  wheel_front_left: fourWheeled,
  wheel_front_right: fourWheeled,
  wheel_rear_left: [...fourWheeled, "towable_boom"],
  wheel_rear_right: [...fourWheeled, "towable_boom"],
  caster_front_left: ["push_around_mast"],
  caster_front_right: ["push_around_mast"],
  caster_rear_left: ["push_around_mast"],
  caster_rear_right: ["push_around_mast"],
  track_left: ["tracked_spider"],
  track_right: ["tracked_spider"],
  leg_front_left: [...legged, ...rough],
  leg_front_right: [...legged, ...rough],
  leg_rear_left: [...legged, ...rough],
  leg_rear_right: [...legged, ...rough],
  chassis_front: families,
  chassis_rear: families,
  battery_tray: families,
  hydraulic_tray: families,
  engine_bay: [...booms, ...rough],
  turntable_left: booms,
  turntable_right: booms,
  ground_panel: families,
  disconnect: families,
  descent_control: families,
  charger_plug: families,
  fuel_tank: [...booms, ...rough],
  brake_release: selfDriven,
  freewheel_valve: selfDriven,
  drawbar: ["towable_boom"],
  cab: ["vehicle_boom"],
  mast_side: masts,
  boom_end: booms,
  entry: scissorsAndMasts.concat(booms),
} as const satisfies Record<string, readonly Family[]>;

export type PositionId = keyof typeof positionTable;

export const positionIds = Object.keys(positionTable) as [PositionId, ...PositionId[]];

/** The places a sheet of this family asks for. */
export const positionsOf = (family: Family): readonly PositionId[] =>
  positionIds.filter((id) => (positionTable[id] as readonly Family[]).includes(family));
