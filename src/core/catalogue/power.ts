import { floor, putRight, repair, stop } from "./rules";
import { shutDown } from "./states";
import type { CheckDefinition } from "./types";

const common = { version: 1, phase: "walk", station: "walk", needs: shutDown } as const;
const bay = { ...common, at: ["engine_bay"], to: { power: "engine" }, cautions: ["engine_still"] } as const;
const tray = {
  ...common,
  at: ["battery_tray"],
  to: { power: "traction_battery" },
  cautions: ["gloves_and_eyes"],
} as const;

export const powerChecks: readonly CheckDefinition[] = [
  {
    ...tray,
    id: "battery.posts",
    part: "battery",
    minutes: 0.12,
    conditions: { loose: repair, heat_marks: stop, corroded: putRight("clean") },
  },
  {
    ...tray,
    id: "battery.water",
    part: "battery",
    minutes: 0.16,
    conditions: { low: putRight("top_up_water"), plates_dry: repair },
  },
  {
    ...tray,
    id: "battery.cases",
    part: "battery",
    minutes: 0.08,
    conditions: { cracked: stop, loose: repair, leaking_acid: stop },
  },
  {
    ...tray,
    id: "battery.charge",
    part: "battery",
    minutes: 0.16,
    conditions: { below_limit: repair },
    measure: {
      quantity: "rest_voltage",
      unit: "V",
      limit: "battery_rest_voltage_min",
      sense: "at_least",
      beyond: "below_limit",
    },
  },
  {
    ...tray,
    id: "charger.plug",
    part: "charger",
    minutes: 0.08,
    to: { features: ["battery_charger"] },
    conditions: { earth_pin_missing: stop, cord_damaged: stop, loose: repair },
  },
  {
    ...bay,
    id: "engine.oil",
    part: "engine",
    minutes: 0.16,
    carry: ["rag"],
    conditions: { low: putRight("top_up_oil"), over_full: repair, milky: stop },
  },
  {
    ...bay,
    id: "engine.coolant",
    part: "engine",
    minutes: 0.12,
    conditions: { below_limit: putRight("top_up_coolant") },
    measure: {
      quantity: "coolant_height",
      unit: "mm",
      limit: "coolant_level_min",
      sense: "at_least",
      beyond: "below_limit",
    },
  },
  {
    ...bay,
    id: "engine.belt",
    part: "engine",
    minutes: 0.08,
    conditions: { frayed: repair, loose: repair, missing: stop },
  },
  { ...bay, id: "engine.air_filter", part: "engine", minutes: 0.05, conditions: { indicator_red: repair } },
  {
    ...bay,
    id: "fuel.level",
    part: "fuel",
    minutes: 0.08,
    conditions: { below_limit: putRight("fill_fuel") },
    measure: {
      quantity: "fuel",
      unit: "%",
      limit: "fuel_level_min",
      sense: "at_least",
      beyond: "below_limit",
    },
  },
  {
    ...bay,
    id: "fuel.lines",
    part: "fuel",
    minutes: 0.08,
    conditions: {
      leak_running: floor("pressure_leak"),
      cap_loose: putRight("latch_cover"),
      weep: floor("pressure_leak"),
    },
  },
  {
    ...bay,
    id: "starter.battery",
    part: "battery",
    minutes: 0.08,
    cautions: ["gloves_and_eyes"],
    conditions: { loose: repair, heat_marks: stop, corroded: putRight("clean") },
  },
  {
    ...common,
    id: "power.relays",
    to: { power: "electrical" },
    part: "fuses_and_relays",
    at: ["hydraulic_tray"],
    minutes: 0.08,
    conditions: { burnt: stop, left_inside: putRight("remove_debris"), loose: repair },
  },
  {
    ...common,
    version: 2,
    id: "covers.latched",
    part: "covers",
    phase: "test_area",
    station: "ground",
    at: ["ground_tests"],
    minutes: 0.05,
    conditions: { unlatched: putRight("latch_cover"), latch_broken: repair },
  },
];
