import { fourWheeled, platformDriven, selfPropelledBooms } from "../vocabulary/families";
import { floor, putRight, repair, stop, watch } from "./rules";
import { shutDown } from "./states";
import type { CheckDefinition, StopId } from "./types";

const wheels: readonly StopId[] = [
  "wheel_front_left",
  "wheel_front_right",
  "wheel_rear_left",
  "wheel_rear_right",
];
const steered: readonly StopId[] = ["wheel_front_left", "wheel_front_right"];
const sides: readonly StopId[] = ["ground_panel", "hydraulic_tray"];
const common = { version: 1, phase: "walk", station: "walk", needs: shutDown } as const;
const onWheels = { families: [...fourWheeled, "towable_boom"] } as const;

export const chassisChecks: readonly CheckDefinition[] = [
  {
    ...common,
    id: "wheel.tyre",
    to: onWheels,
    part: "tyre",
    at: wheels,
    minutes: 0.08,
    conditions: {
      cord_showing: floor("tyre_cord"),
      gouge: watch,
      chunk_missing: repair,
      rim_cracked: floor("structural_crack"),
      debris: putRight("remove_debris"),
    },
  },
  {
    ...common,
    id: "wheel.nuts",
    to: onWheels,
    part: "wheel_nuts",
    at: wheels,
    minutes: 0.05,
    conditions: { nut_missing: floor("wheel_nut"), nut_loose: stop },
  },
  {
    ...common,
    id: "wheel.hub",
    to: onWheels,
    part: "hub",
    at: wheels,
    minutes: 0.05,
    conditions: { leak_running: floor("pressure_leak"), weep: watch, gap: stop },
  },
  {
    ...common,
    id: "wheel.washer",
    to: { families: platformDriven },
    part: "thrust_washer",
    at: steered,
    minutes: 0.05,
    cautions: ["fingers_out"],
    conditions: { missing: stop, worn_thin: repair },
  },
  {
    ...common,
    id: "steer.linkage",
    to: { families: platformDriven },
    part: "steering",
    at: ["chassis_front"],
    minutes: 0.08,
    conditions: { bent: stop, retainer_missing: stop, loose: repair },
  },
  {
    ...common,
    id: "axle.lockout_cylinders",
    part: "lockout_cylinders",
    at: steered,
    minutes: 0.05,
    to: { features: ["oscillating_axle"], families: selfPropelledBooms },
    conditions: { leak_running: floor("pressure_leak"), missing: stop, weep: watch },
  },
  {
    ...common,
    id: "frame.welds",
    part: "frame",
    at: ["chassis_front", "chassis_rear"],
    minutes: 0.08,
    conditions: { cracked: floor("structural_crack"), bent: stop, corroded: watch },
  },
  {
    ...common,
    id: "counterweight.bolts",
    part: "counterweight",
    at: ["chassis_rear"],
    minutes: 0.05,
    to: { families: selfPropelledBooms },
    conditions: { bolt_missing: floor("structural_bolts"), loose: stop },
  },
  {
    ...common,
    id: "under.machine",
    part: "underside",
    at: ["chassis_rear", "chassis_front"],
    minutes: 0.05,
    conditions: { puddle: stop, dragged_in: putRight("remove_debris") },
  },
  {
    ...common,
    id: "guard.bars",
    part: "pothole_guard",
    at: sides,
    minutes: 0.08,
    to: { features: ["pothole_guards"] },
    conditions: { bent: floor("guard"), debris: putRight("remove_debris") },
  },
  {
    ...common,
    id: "steps.entry",
    part: "steps",
    at: ["entry"],
    minutes: 0.05,
    conditions: { bent: repair, loose: stop, slippery: putRight("clean") },
  },
];
