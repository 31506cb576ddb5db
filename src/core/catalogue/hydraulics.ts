import { floor, putRight, repair, stop, watch } from "./rules";
import { shutDown } from "./states";
import type { CheckDefinition } from "./types";

const common = {
  version: 1,
  phase: "walk",
  station: "walk",
  needs: shutDown,
  at: ["hydraulic_tray"],
  to: { power: "electrical" },
} as const;
const pressure = ["oil_injection"] as const;

export const hydraulicChecks: readonly CheckDefinition[] = [
  {
    ...common,
    id: "hydraulic.level",
    part: "hydraulic_tank",
    minutes: 0.12,
    conditions: { below_limit: putRight("top_up_oil") },
    measure: {
      quantity: "oil_height",
      unit: "mm",
      limit: "hydraulic_level_min",
      sense: "at_least",
      beyond: "below_limit",
    },
  },
  {
    ...common,
    id: "hydraulic.unit",
    part: "hydraulic_unit",
    minutes: 0.12,
    cautions: pressure,
    conditions: { leak_running: floor("pressure_leak"), weep: watch, loose: stop },
  },
  {
    ...common,
    id: "hydraulic.hoses",
    part: "hoses",
    minutes: 0.12,
    cautions: pressure,
    conditions: {
      reinforcement_showing: floor("hose_reinforcement"),
      leak_running: floor("pressure_leak"),
      cover_cracked: watch,
      crushed: floor("hose_reinforcement"),
      rubbing: repair,
    },
  },
  {
    ...common,
    id: "hydraulic.coil_plugs",
    part: "coil_plugs",
    minutes: 0.08,
    conditions: { loose: repair, burnt: stop },
  },
  {
    ...common,
    id: "auxiliary.motor",
    part: "auxiliary_pump",
    minutes: 0.05,
    to: { features: ["auxiliary_pump"] },
    conditions: { loose: stop, burnt: stop, leak_running: floor("pressure_leak") },
  },
];
