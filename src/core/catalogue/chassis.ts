import { mayHave } from "../sheet/read";
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
const isBoom = (sheet: { family: string }) =>
  sheet.family === "articulating_boom" || sheet.family === "telescopic_boom";

export const chassisChecks: readonly CheckDefinition[] = [
  {
    ...common,
    id: "wheel.tyre",
    part: "tyre",
    at: wheels,
    minutes: 0.2,
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
    part: "wheel_nuts",
    at: wheels,
    minutes: 0.1,
    conditions: { nut_missing: floor("wheel_nut"), nut_loose: stop },
  },
  {
    ...common,
    id: "wheel.hub",
    part: "hub",
    at: wheels,
    minutes: 0.1,
    conditions: { leak_running: floor("pressure_leak"), weep: watch, gap: stop },
  },
  {
    ...common,
    id: "wheel.washer",
    part: "thrust_washer",
    at: steered,
    minutes: 0.1,
    cautions: ["fingers_out"],
    conditions: { missing: stop, worn_thin: repair },
  },
  {
    ...common,
    id: "steer.linkage",
    part: "steering",
    at: ["chassis_front"],
    minutes: 0.2,
    conditions: { bent: stop, retainer_missing: stop, loose: repair },
  },
  {
    ...common,
    id: "axle.lockout_cylinders",
    part: "lockout_cylinders",
    at: steered,
    minutes: 0.1,
    feature: "oscillating_axle",
    when: isBoom,
    conditions: { leak_running: floor("pressure_leak"), missing: stop, weep: watch },
  },
  {
    ...common,
    id: "frame.welds",
    part: "frame",
    at: ["chassis_front", "chassis_rear"],
    minutes: 0.2,
    conditions: { cracked: floor("structural_crack"), bent: stop, corroded: watch },
  },
  {
    ...common,
    id: "counterweight.bolts",
    part: "counterweight",
    at: ["chassis_rear"],
    minutes: 0.1,
    when: isBoom,
    conditions: { bolt_missing: floor("structural_bolts"), loose: stop },
  },
  {
    ...common,
    id: "under.machine",
    part: "underside",
    at: ["chassis_rear", "chassis_front"],
    minutes: 0.1,
    conditions: { puddle: stop, dragged_in: putRight("remove_debris") },
  },
  {
    ...common,
    id: "guard.bars",
    part: "pothole_guard",
    at: sides,
    minutes: 0.2,
    feature: "pothole_guards",
    when: (sheet) => mayHave(sheet, "pothole_guards") && !isBoom(sheet),
    conditions: { bent: floor("guard"), debris: putRight("remove_debris") },
  },
  {
    ...common,
    id: "steps.entry",
    part: "steps",
    at: ["entry"],
    minutes: 0.1,
    conditions: { bent: repair, loose: stop, slippery: putRight("clean") },
  },
];
