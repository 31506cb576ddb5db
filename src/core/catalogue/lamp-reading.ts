import { applies } from "../sheet/read";
import type { Sheet } from "../sheet/sheet";
import { booms, type Family } from "../vocabulary/families";
import { type LampAct, type LampId, type LampLook, lampIds, lampLooks, lamps } from "../vocabulary/signs";

/**
 * What a lamp means on most machines, where the sheet does not say (field guide, sections 7, 8 and 10). Left out where
 * makers differ too much for any word to help.
 */
const usual: Readonly<Record<LampId, Readonly<Partial<Record<LampLook, LampAct>>>>> = {
  bulb_check: { flashing: "wait" },
  tilt: { steady: "lower_then_level", flashing: "lower_then_level" },
  overload: { steady: "take_load_off", flashing: "take_load_off" },
  axles: { steady: "tells", flashing: "wait" },
  legs: { steady: "tells", flashing: "stop_work" },
  lift_permitted: { steady: "tells" },
  range_light: { steady: "tells", flashing: "limit" },
  range_heavy: { steady: "tells", flashing: "limit" },
  reach_good: { steady: "tells" },
  reach_warning: { steady: "limit", flashing: "limit" },
  direction: { steady: "tells", flashing: "tells" },
  creep: { steady: "tells", flashing: "tells" },
  glow: { steady: "wait" },
  battery_low: { steady: "lower_and_charge", flashing: "lower_and_charge" },
  fuel_low: { steady: "lower_and_charge", flashing: "lower_and_charge" },
  charging: { steady: "tells" },
  take_off: { steady: "tells" },
  cradle: { steady: "tells" },
  service: { steady: "tag_out", flashing: "tag_out" },
  filter: { steady: "report" },
  beacon: { flashing: "tells" },
  level_fault: { steady: "cycle_stop_once", flashing: "cycle_stop_once" },
};

/** One way a lamp shines, what that means and what to do. */
export interface LampSays {
  readonly look: LampLook;
  readonly act: LampAct;
  /** In the words of this model's sheet, with the page of the manual; else the usual meaning holds. */
  readonly sheet?: { readonly means: string; readonly page: string };
}

export interface LampReading {
  readonly lamp: LampId;
  /** As it looks, where the sheet says. */
  readonly looks?: { readonly at: string; readonly colour: string; readonly shape: string };
  readonly says: readonly LampSays[];
}

/** Every lamp of this machine as it looks, with what each way of shining means and what to do. */
export const lampReadings = (sheet: Sheet): readonly LampReading[] =>
  lampIds
    .filter((id) => applies(sheet, lamps[id]))
    .map((id) => {
      const lamp = sheet.lamps?.[id];
      return {
        lamp: id,
        ...(lamp === undefined ? {} : { looks: { at: lamp.at, colour: lamp.colour, shape: lamp.shape } }),
        says: lampLooks.flatMap((look): readonly LampSays[] => {
          const own = lamp?.[look];
          if (own !== undefined) return [{ look, act: own.act, sheet: { means: own.means, page: own.page } }];
          const act = usual[id][look];
          return act === undefined ? [] : [{ look, act: forFamily(act, sheet.family) }];
        }),
      };
    });

/** Off level, a scissor is lowered and then driven level; a boom is drawn in first, or it tips further. */
const forFamily = (act: LampAct, family: Family): LampAct =>
  act === "lower_then_level" && (booms as readonly Family[]).includes(family) ? "retract_then_lower" : act;
