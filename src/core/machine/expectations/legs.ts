import type { State } from "../../vocabulary/state/values";

/** All four legs down and bearing, and all four up: what most lines about legs start from. */
export const onItsLegs: State = {
  "axis.leg_front_left": 1,
  "axis.leg_front_right": 1,
  "axis.leg_rear_left": 1,
  "axis.leg_rear_right": 1,
};
export const legsUp: State = {
  "axis.leg_front_left": 0,
  "axis.leg_front_right": 0,
  "axis.leg_rear_left": 0,
  "axis.leg_rear_right": 0,
};
