import type { Entries } from "./entry";
import type { AxisId } from "./values";

/** Found by working its function; what a person may believe set is doubted. */
const counted = { modelled: true, doubt: "never" } as const;
const mayBeUnset = { modelled: true, doubt: "until_shown" } as const;

/** What moves, and how far each axis stands from stowed. A machine has the axes of its functions. */
export const motionEntries: Entries<AxisId | "moving"> = {
  moving: counted,
  "axis.lift": counted,
  "axis.tower": counted,
  "axis.tower_telescope": counted,
  "axis.main": counted,
  "axis.telescope": counted,
  "axis.jib": counted,
  "axis.jib_telescope": counted,
  "axis.swing": counted,
  "axis.jib_swing": counted,
  "axis.level": counted,
  "axis.rotate": counted,
  "axis.axles": mayBeUnset,
  "axis.leg_front_left": mayBeUnset,
  "axis.leg_front_right": mayBeUnset,
  "axis.leg_rear_left": mayBeUnset,
  "axis.leg_rear_right": mayBeUnset,
  "axis.tracks": counted,
  "axis.drive": counted,
  "axis.steer": counted,
};
