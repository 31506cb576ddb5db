import { expectedOf } from "../machine/expect";
import { hasEnable } from "../machine/functions";
import type { Machine } from "../machine/machine";
import { type Station, stations } from "../machine/state";
import { floor, repair, stop, watch } from "./rules";
import { driving, groundMoves, platformMoves } from "./states";
import type { CheckDefinition } from "./types";

/** What may be wrong with a movement. Not moving is first ruled out; the others never are. */
const wrongs = {
  did_not_move: stop,
  wrong_way: floor("moves_or_does_not_stop"),
  did_not_stop: floor("moves_or_does_not_stop"),
  slow: repair,
  jerky: repair,
  noisy: watch,
  /** Works now, and no reason was found. */
  intermittent: watch,
} as const;

/**
 * One check for each movement at each station that the fault-free machine would make: generated from the
 * sheet's functions, so a function the sheet adds is tested without a line here.
 */
export function movementChecks(machine: Machine): readonly CheckDefinition[] {
  const checks: CheckDefinition[] = [];
  for (const station of stations) {
    for (const fn of machine.functions) {
      if (!fn.stations.includes(station)) continue;
      for (const direction of fn.directions) {
        const enable = hasEnable(machine.sheet, station) ? "held" : "not_held";
        const test = { station, function: fn.id, direction, enable } as const;
        if (expectedOf(machine, test) === "must_stay") continue;
        const drives = fn.group === "drive";
        checks.push({
          id: `move.${station}.${fn.id}.${direction}`,
          version: 1,
          part: station === "ground" ? "ground_switch" : "platform_switch",
          phase: drives ? "drive" : station === "ground" ? "ground_moves" : "platform",
          station: drives ? "drive" : station,
          at: [drives ? "drive_tests" : station === "ground" ? "ground_tests" : "platform_tests"],
          needs: drives ? driving : needsOf(station),
          cautions: drives ? ["drive_room"] : station === "ground" ? ["nobody_under"] : ["look_below"],
          conditions: wrongs,
          test,
          minutes: 0.25,
          powered: true,
        });
      }
    }
  }
  return checks;
}

const needsOf = (station: Station) => (station === "ground" ? groundMoves : platformMoves);
