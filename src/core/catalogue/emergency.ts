import { booms, masts } from "../vocabulary/families";
import { floor, repair, stop } from "./rules";
import { atGround, groundMoves, shutDown } from "./states";
import type { CheckDefinition } from "./types";

const lowering = {
  version: 1,
  part: "emergency_lowering",
  phase: "ground_lowering",
  station: "ground",
  at: ["ground_lowering"],
  powered: true,
  cautions: ["nobody_under"],
} as const;
const wrongs = { does_not_lower: floor("emergency_lowering"), stiff: repair } as const;
const valve = { ...wrongs, does_not_shut: floor("emergency_lowering"), does_not_rise_after: stop } as const;
const up = { ...groundMoves, engine: "off", posture: "clear" } as const;

/**
 * Ways down without power, besides the auxiliary pump and the valve that lowers onto a prop (`ground-tests.ts`).
 * Each is proven from the ground before anyone rides, then shut, and the lift must rise again.
 */
export const emergencyChecks: readonly CheckDefinition[] = [
  {
    version: 1,
    id: "descent.control",
    part: "emergency_lowering",
    phase: "walk",
    station: "walk",
    at: ["descent_control"],
    needs: shutDown,
    to: { anyOf: ["manual_descent", "electric_descent", "bleed_down_valve", "cable_descent"] },
    minutes: 0.1,
    conditions: { blocked: stop, left_open: stop, marks_unreadable: repair },
  },
  {
    ...lowering,
    id: "lower.valve",
    to: {
      families: [...masts, "towable_boom", "tracked_spider", "vehicle_boom"],
      features: ["manual_descent"],
    },
    needs: up,
    leaves: { posture: "stowed" },
    minutes: 0.5,
    conditions: valve,
  },
  {
    ...lowering,
    id: "lower.bleed_down",
    to: { families: [...booms, "rough_terrain_scissor"], features: ["bleed_down_valve"] },
    needs: up,
    leaves: { posture: "stowed" },
    minutes: 0.5,
    conditions: valve,
  },
  {
    ...lowering,
    id: "guard.down",
    part: "pothole_guard",
    to: { features: ["pothole_guards"] },
    needs: { ...groundMoves, posture: "clear", timber: "none" },
    minutes: 0.08,
    conditions: { stays_up: floor("guard"), does_not_lock: floor("guard") },
  },
  {
    ...lowering,
    id: "guard.clearance",
    part: "pothole_guard",
    to: { features: ["pothole_guards"] },
    needs: { ...groundMoves, posture: "clear", timber: "none" },
    carry: ["tape"],
    minutes: 0.1,
    conditions: { clearance_too_great: floor("guard") },
    measure: {
      quantity: "ground_clearance",
      unit: "mm",
      limit: "guard_clearance",
      sense: "at_most",
      beyond: "clearance_too_great",
    },
  },
  {
    ...lowering,
    version: 2,
    id: "lower.rises_after",
    to: {
      families: [...masts, ...booms, "rough_terrain_scissor"],
      anyOf: ["manual_descent", "bleed_down_valve"],
      power: "electrical",
    },
    tries: ["descent_valve_open", "bleed_down_open"],
    needs: { ...groundMoves, posture: "clear", timber: "none" },
    minutes: 0.3,
    // Rising with its valve open, it would not come down by it either.
    conditions: { moved: floor("emergency_lowering"), did_not_rise: stop, sinks: stop },
  },
  {
    ...lowering,
    id: "lower.electric",
    to: { features: ["electric_descent"] },
    needs: up,
    leaves: { posture: "stowed" },
    minutes: 0.4,
    conditions: { ...wrongs, did_not_stop: floor("moves_or_does_not_stop") },
  },
  {
    ...lowering,
    version: 2,
    id: "lower.cable",
    to: { features: ["cable_descent"] },
    needs: up,
    leaves: { posture: "stowed" },
    minutes: 0.4,
    cautions: ["clear_of_stack"],
    conditions: { ...wrongs, does_not_shut: floor("emergency_lowering"), frayed: stop },
  },
  {
    version: 1,
    id: "lower.hook_tool",
    part: "emergency_lowering",
    phase: "rails",
    station: "walk",
    at: ["rails"],
    to: { features: ["hook_tool"] },
    needs: { who: "ground", posture: "stowed" },
    minutes: 0.2,
    cautions: ["stand_aside"],
    conditions: { missing: floor("emergency_lowering"), bent: floor("emergency_lowering") },
  },
  {
    ...lowering,
    id: "ground.freewheel",
    part: "brakes",
    phase: "ground_last",
    to: { features: ["freewheel_valve"] },
    needs: { ...atGround, posture: "stowed", incline: "level", outriggers: "in" },
    minutes: 0.33,
    cautions: ["level_only"],
    conditions: { does_not_re_engage: floor("brake"), stiff: repair },
  },
];
