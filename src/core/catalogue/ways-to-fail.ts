import { type ConditionRule, unnamed } from "../vocabulary/condition-rule";
import type { FloorRule } from "../vocabulary/floor-rules";
import { type PartEntry, type PartId, parts, type Role } from "../vocabulary/parts";

/**
 * How a part can fail, by the condition an operator picks. What is not among the first five is graded by the
 * catalogue and the yard's rules; a new condition must be put into one of the lists before it can be used.
 */
export const waysToFail = {
  /** A piece of it is not there, or not where it belongs. */
  lost: [
    "missing",
    "bolt_missing",
    "bolt_sheared",
    "pin_missing",
    "pin_sheared",
    "pin_retainer_missing",
    "retainer_missing",
    "nut_missing",
    "tooth_missing",
    "hanging",
    "guard_missing",
    "handle_missing",
  ],
  broken: [
    "cracked",
    "rim_cracked",
    "lug_cracked",
    "tooth_cracked",
    "broken",
    "kinked",
    "saw_cut",
    "rusted_through",
    "rubbed_through",
    "hose_cracked",
    "crushed",
    "reinforcement_showing",
  ],
  leaks: ["leak_running"],
  /** It moves when it must not, the wrong way, or does not stop. */
  unbidden: [
    "moved",
    "cranked",
    "wrong_way",
    "did_not_stop",
    "goes_on_without_enable",
    "engine_ran_on",
    "stays_live",
    "both_live",
    "drove",
    "drove_without",
    "came_down",
    "sinks",
    "crept",
    "rolled",
  ],
  /** It does not do what it is there for. */
  fails: [
    "does_not_hold",
    "does_not_engage",
    "does_not_re_engage",
    "does_not_lock",
    "does_not_latch",
    "does_not_lower",
    "does_not_shut",
    "does_not_touch",
    "stays_up",
    "no_reaction",
    "no_alarm",
    "alarm_silent",
    "sticks",
    "does_not_spring_back",
    "full_speed",
    "too_fast",
    "clearance_too_great",
    "too_long",
    "blocked",
    "wrong_stripe",
    "no_lamp",
    "seal_broken",
  ],
  /** Worn, dirty, dark, stiff or refusing on the safe side: graded, not on the floor by itself. */
  graded: [
    ...["arcing", "arrows_differ", "arrows_missing", "bears_on_boom", "below_limit", "bent", "both_flash"],
    ...["breaker_trips", "burnt", "cables_loose", "cap_loose", "chunk_missing", "code_shown", "cord_damaged"],
    ...["cord_showing", "cord_thin", "corroded", "cover_broken", "cover_cracked", "cover_missing", "cut"],
    ...["damaged", "dark", "debris", "deck_latch", "dented", "did_not_move", "did_not_rise", "dirty"],
    ...[
      "does_not_belong",
      "does_not_level",
      "does_not_move",
      "does_not_release",
      "does_not_restore",
      "does_not_rise_after",
    ],
    ...[
      "does_not_start",
      "does_not_trip",
      "does_not_warm",
      "dragged_in",
      "dry",
      "earth_pin_missing",
      "faint",
    ],
    ...["fault_shown", "fault_unsigned", "flat_spot", "frayed", "gap", "gouge", "heat_marks", "holed"],
    ...["in_the_way", "indicator_red", "intermittent", "jerky", "keys_worn", "lamp_out", "lamp_wrong"],
    ...["latch_broken", "leaking_acid", "left_about", "left_inside", "left_on", "left_open", "left_raised"],
    ...[
      "lens_broken",
      "link_broken",
      "lit",
      "load_aboard",
      "loose",
      "low",
      "mark_missing",
      "marks_unreadable",
    ],
    ...["milky", "no_change", "no_output", "noisy", "not_approved", "not_charging", "not_full", "not_here"],
    ...["not_level", "not_seated", "not_stowed", "nut_loose", "off_level", "off_track", "oil_residue"],
    ...["out_of_line", "outdated", "over_full", "overdue", "overload_signs", "pin_out", "pinched"],
    ...["pivot_seized", "plates_dry", "play", "puddle", "record_differs", "refuses", "refuses_with"],
    ...["rod_scored", "rubbing", "scuffed", "seized", "silent", "slack", "slippery", "slow", "smoke"],
    ...["spliced_inside", "stiff", "still_plugged", "stitching_gone", "stuck", "tag_hanging", "torn"],
    ...["too_heavy", "tripped", "trips_again", "tube_kinked", "uneven", "unlatched", "unreadable"],
    ...["upside_down", "warning_stays", "weep", "weight_not_counted", "wet", "worn", "worn_thin"],
    ...["wrong_fill", "wrong_hole", "wrong_model", "wrong_pattern", "wrong_serial", "altered", "defeated"],
    unnamed,
  ],
} as const;

export type WayToFail = keyof typeof waysToFail;

const wayOf = new Map<string, WayToFail>(
  (Object.keys(waysToFail) as WayToFail[]).flatMap((way) =>
    waysToFail[way].map((condition) => [condition, way] as const),
  ),
);

/** How a part fails in this condition; undefined for a condition in none of the lists. */
export const wayToFail = (condition: string): WayToFail | undefined => wayOf.get(condition);

/** The floor a role's failing falls under (field guide, section 11). */
const floorOfRole: Partial<Record<Role, FloorRule>> = {
  stops: "stop_button",
  enables: "enable",
  brakes: "brake",
  lowers: "emergency_lowering",
  guards: "protection_failed",
};

/**
 * The floor a condition falls under because of what its part does: nothing that carries load may be cracked or have
 * lost a piece, nothing that holds pressure may leak, nothing that stops, enables, brakes, lowers or guards may fail,
 * and nothing at all may move unbidden. Undefined where it is graded.
 */
export function derivedFloor(part: PartId, condition: string): FloorRule | undefined {
  const { role, floor }: PartEntry = parts[part];
  const way = wayToFail(condition);
  if (role === "site" || way === undefined || way === "graded") return undefined;
  if (way === "leaks") return "pressure_leak";
  const protects = floorOfRole[role];
  if (protects !== undefined) return floor ?? protects;
  if (way === "unbidden") return "moves_or_does_not_stop";
  if (role === "carries_load") {
    if (way === "lost") return floor ?? "structural_bolts";
    if (way === "broken") return floor ?? "structural_crack";
  }
  if (role === "holds_pressure" && way === "broken")
    return condition === "hose_cracked" ? "pressure_leak" : "hose_reinforcement";
  return undefined;
}

/** A part's conditions with the floor each falls under, named in the catalogue or derived from what the part does. */
export function withFloors(
  part: PartId,
  conditions: Readonly<Record<string, ConditionRule>>,
): Readonly<Record<string, ConditionRule>> {
  return Object.fromEntries(
    Object.entries(conditions).map(([condition, rule]) => {
      if (rule.floor !== undefined || rule.conditions === true) return [condition, rule];
      const floor = derivedFloor(part, condition);
      return [condition, floor === undefined ? rule : { ...rule, graded: "tag_out", floor }];
    }),
  );
}
