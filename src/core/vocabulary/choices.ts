import {
  booms,
  type Family,
  families,
  legged,
  platformDriven,
  selfDriven,
  selfPropelledBooms,
} from "./families";
import type { FeatureId } from "./features";

interface ChoiceEntry {
  readonly values: readonly string[];
  readonly families: readonly Family[];
  /** Asked only where this may be fitted. */
  readonly feature?: FeatureId;
}

const rough: readonly Family[] = ["rough_terrain_scissor"];

/**
 * How a thing is built, where makers differ and the test with it. A choice the sheet leaves out is unknown, and
 * then the stricter reading applies or the model answers that it depends.
 */
export const choices = {
  /** Which air that may burn the machine is rated for. */
  atmosphere_rated: { values: ["none", "gas", "dust", "gas_and_dust"], families },
  wheel_drive: { values: ["hydraulic", "electric"], families: selfDriven },
  tilt_reaction: {
    values: ["alarm_only", "refuses_lift", "refuses_lift_and_drive", "creep"],
    families,
    feature: "tilt_sensor",
  },
  axles_set_from: {
    values: ["ground", "platform", "both"],
    families: selfPropelledBooms,
    feature: "extendable_axles",
  },
  load_range_set_from: {
    values: ["ground", "platform", "both"],
    families: booms,
    feature: "two_load_ranges",
  },
  lockout_test: {
    values: ["extend", "swing"],
    families: [...selfPropelledBooms, ...rough],
    feature: "oscillating_axle",
  },
  legs_move: {
    values: ["singly", "pairs", "together"],
    families: [...legged, ...rough],
    feature: "outriggers",
  },
  level_shown_by: {
    values: ["bubble", "lamps", "alert"],
    families: [...legged, ...rough],
    feature: "outriggers",
  },
  direction_confirm: {
    values: ["window", "held"],
    families: selfPropelledBooms,
    feature: "drive_direction_confirm",
  },
  start_switch: {
    values: ["starts_only", "starts_enables_and_auxiliary"],
    families: booms,
    feature: "auxiliary_pump",
  },
  crush_reaction: {
    values: ["stop", "stop_and_reverse"],
    families: booms,
    feature: "crush_guard",
  },
  bumper_cuts: { values: ["all", "travel"], families: booms, feature: "contact_bumper" },
  guards_block: { values: ["drive", "drive_and_lift"], families, feature: "pothole_guards" },
  platform_levels: { values: ["automatically", "by_hand"], families: booms },
  gate: { values: ["swing", "sliding_bar", "chain", "guillotine"], families },
  stick_up: { values: ["pull", "push"], families },
  fall_protection: { values: ["arrest", "restraint", "none"], families },
  charging: { values: ["disconnect_first", "in_use"], families, feature: "battery_charger" },
  tyre_fill_seen_by: { values: ["valve", "mark", "none"], families: platformDriven },
} as const satisfies Record<string, ChoiceEntry>;

export type ChoiceId = keyof typeof choices;

export const choiceIds = Object.keys(choices) as ChoiceId[];

/** The choices a sheet of this family asks about. */
export const choicesOf = (family: Family): readonly ChoiceId[] =>
  choiceIds.filter((id) => (choices[id].families as readonly Family[]).includes(family));
