import { booms, legged, selfDriven } from "../vocabulary/families";
import { floor, putRight, repair, stop, watch } from "./rules";
import { shutDown } from "./states";
import type { CheckDefinition } from "./types";

const park = {
  version: 1,
  phase: "park",
  station: "close",
  at: ["park"],
  needs: shutDown,
  minutes: 0.05,
} as const;
const road = {
  version: 1,
  phase: "transport",
  station: "close",
  at: ["transport"],
  needs: shutDown,
  minutes: 0.08,
} as const;

/** Leaving it at the end, and the check before and after the road (a scope of its own). */
export const parkingChecks: readonly CheckDefinition[] = [
  {
    ...park,
    id: "park.place",
    part: "parking",
    cautions: ["idle_down"],
    conditions: { left_raised: watch, not_level: putRight("set_right"), in_the_way: putRight("set_right") },
  },
  {
    ...park,
    id: "park.boom_home",
    part: "boom_cradle",
    to: { families: booms },
    conditions: { not_stowed: putRight("set_right"), out_of_line: putRight("set_right") },
  },
  {
    ...park,
    version: 2,
    id: "park.charging",
    part: "charger",
    to: { features: ["battery_charger"], power: "electrical" },
    cautions: ["ventilated"],
    conditions: { not_charging: repair, lamp_out: repair, breaker_trips: stop },
  },
  {
    ...park,
    id: "park.papers",
    part: "manual",
    conditions: { wet: putRight("return_manual"), missing: floor("manual") },
  },
  {
    ...park,
    id: "park.loose_kit",
    part: "loose_equipment",
    conditions: { missing: repair, left_about: putRight("set_right") },
  },
  {
    ...road,
    id: "road.empty",
    part: "deck",
    conditions: { load_aboard: stop, debris: putRight("remove_debris") },
  },
  {
    ...road,
    id: "road.covers",
    part: "covers",
    conditions: { unlatched: putRight("latch_cover"), latch_broken: stop },
  },
  {
    ...road,
    id: "road.turntable_lock",
    part: "turntable_lock",
    to: { families: booms, features: ["turntable_lock_pin"] },
    conditions: { left_open: putRight("refit_pin"), missing: stop },
  },
  {
    ...road,
    id: "road.jib",
    part: "jib",
    to: { families: booms, features: ["jib"] },
    conditions: { not_stowed: stop },
  },
  {
    ...road,
    id: "road.platform_rests",
    part: "platform_bracket",
    to: { families: booms },
    conditions: { bears_on_boom: stop },
  },
  {
    ...road,
    id: "road.carrier",
    part: "carrier_vehicle",
    to: { families: [...selfDriven, "push_around_mast"] },
    conditions: { too_heavy: stop, not_level: stop, deck_latch: stop },
  },
  {
    ...road,
    id: "road.tie_downs",
    part: "lashings",
    to: { families: [...selfDriven, "push_around_mast"] },
    carry: ["chains"],
    minutes: 0.2,
    conditions: { missing: stop, worn: stop, loose: stop },
  },
  {
    ...road,
    id: "road.brakes_on",
    part: "brakes",
    to: { families: selfDriven },
    conditions: { left_open: stop },
  },
  {
    ...road,
    id: "road.hitch",
    part: "coupler",
    to: { features: ["tow_coupling"] },
    minutes: 0.2,
    conditions: { does_not_latch: stop, missing: stop, dark: stop },
  },
  {
    ...road,
    id: "road.legs_home",
    part: "legs",
    to: { families: legged, features: ["outriggers"] },
    conditions: { not_stowed: stop, missing: stop },
  },
  {
    ...road,
    id: "road.take_off_out",
    part: "take_off",
    to: { features: ["take_off"] },
    conditions: { left_on: stop },
  },
  {
    ...road,
    id: "road.lifting_points",
    part: "lifting_points",
    conditions: { cracked: floor("structural_crack"), mark_missing: repair },
  },
];
