import { choiceOf, figureOf } from "../sheet/read";
import type { Sheet } from "../sheet/sheet";
import { type ChoiceId, choices } from "../vocabulary/choices";
import type { FigureId } from "../vocabulary/figures";
import type { Check } from "./catalogue";

/** What of its sheet a check is made by, besides the limit of its measurement. */
interface By {
  readonly figures?: readonly FigureId[];
  readonly choices?: readonly ChoiceId[];
}

/** By check: what whoever makes it would otherwise look up in the manual. */
export const madeBy: Readonly<Record<string, By>> = {
  "axle.lockout": { figures: ["lockout_block_height"], choices: ["lockout_test"] },
  "axle.lockout_scissor_block": { figures: ["lockout_block_height"], choices: ["lockout_test"] },
  "brake.valve_shut": { figures: ["push_slope"] },
  "caster.wheel": { figures: ["push_slope"] },
  "charger.cord": { figures: ["charger_supply", "charger_cord_max"] },
  "charger.lamps": { figures: ["longest_charge"] },
  "doc.service_due": { figures: ["service_hours", "inspection_months"] },
  "drive.cut_back": { figures: ["drive_cut_back_above"] },
  "drive.cut_out": { figures: ["drive_cut_out_above"] },
  "drive.direction_confirm": { figures: ["direction_window"], choices: ["direction_confirm"] },
  "ground.auxiliary": { figures: ["auxiliary_longest_run", "auxiliary_rest"], choices: ["start_switch"] },
  "ground.axles_in": { figures: ["boom_angle_axles_in"], choices: ["axles_set_from"] },
  "ground.lamps": { figures: ["self_check"] },
  "ground.legs_level": { figures: ["legs_level_slope"], choices: ["legs_move", "level_shown_by"] },
  "ground.reach_self_test": { figures: ["reach_self_test_time"] },
  "ground.reach_stripe": { figures: ["stripe_light", "stripe_heavy"] },
  "guard.block_left": { choices: ["guards_block"] },
  "guard.block_right": { choices: ["guards_block"] },
  "guard.down": { figures: ["guard_deploys_above", "guard_clearance"] },
  "lower.drift": { figures: ["drift_time"] },
  "park.charging": { figures: ["longest_charge"], choices: ["charging"] },
  "park.place": { figures: ["idle_down"] },
  "place.floor": { figures: ["wheel_load", "leg_load", "gross_weight"] },
  "place.ground": { figures: ["side_slope", "tilt_trip_along", "tilt_trip_across", "drop_off_distance"] },
  "place.load": { figures: ["rated_load", "rated_load_heavy", "extension_load", "persons", "side_force"] },
  "place.reach": { figures: ["platform_height", "outreach", "outreach_heavy"] },
  "place.route": { figures: ["climbable_grade", "side_slope", "push_slope"] },
  "place.surroundings": { figures: ["bystander_distance"] },
  "place.weather": { figures: ["wind_outdoor"] },
  "place.access": { figures: ["width", "stowed_height", "rails_folded_height", "door_width"] },
  "platform.auxiliary": { figures: ["auxiliary_longest_run", "auxiliary_rest"] },
  "platform.bumper_all": { choices: ["bumper_cuts"] },
  "platform.crush_guard": { choices: ["crush_reaction"] },
  "platform.enable_time_out": { figures: ["enable_time_out"] },
  "platform.extension_pins": { figures: ["extension_locks", "extension_load"] },
  "platform.harness": { choices: ["fall_protection"] },
  "platform.legs_needed": { figures: ["legs_needed_above"] },
  "road.carrier": { figures: ["gross_weight"] },
  "road.tie_downs": { figures: ["gross_weight"] },
  "start.engine_lamps": { figures: ["crank_limit", "crank_rest"] },
  "start.fuel_gauge": { figures: ["low_fuel_left"] },
  "start.glow": { figures: ["glow_time"] },
  "start.warm_up": { figures: ["warm_up_below", "warm_up_time"] },
  "tilt.alarm": { figures: ["trip_block_height", "tilt_delay"], choices: ["tilt_reaction"] },
  "track.belt": { figures: ["grease_hours", "grease_points", "grease_strokes"] },
  "wheel.fill": { choices: ["tyre_fill_seen_by"] },
};

export interface ReadOff {
  readonly figures: readonly { readonly id: FigureId; readonly value: number }[];
  readonly choices: readonly { readonly id: ChoiceId; readonly value: string }[];
}

/** What this machine's sheet says of a check; what the sheet does not say is not there. */
export function readOff(sheet: Sheet, { definition }: Pick<Check, "definition">): ReadOff {
  const by = madeBy[definition.id];
  const limit = definition.measure?.limit;
  return {
    figures: (by?.figures ?? []).flatMap((id) => {
      const value = id === limit ? undefined : figureOf(sheet, id);
      return value === undefined ? [] : [{ id, value }];
    }),
    choices: (by?.choices ?? []).flatMap((id) => {
      const value = (choices[id].families as readonly string[]).includes(sheet.family)
        ? choiceOf(sheet, id)
        : undefined;
      return value === undefined ? [] : [{ id, value }];
    }),
  };
}
