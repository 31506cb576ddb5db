import type { State } from "../vocabulary/state/values";
import type { Action } from "./action";
import { waysDown } from "./by-itself";
import { mainLift } from "./functions";
import type { Machine } from "./machine";
import { step } from "./step";

/** A way the platform comes down from where it stands: by a station, on main or auxiliary power, or by hand. */
export interface Lowering {
  readonly by: string;
  readonly power: "main" | "auxiliary" | "none";
}

/**
 * Every way that would bring the platform down from this state on the machine as built or as failed, tried on the
 * model. None: whoever is aboard is stranded.
 */
export function loweringsFrom(machine: Machine, state: State): readonly Lowering[] {
  const fn = mainLift(machine.functions);
  const axis = fn?.axes[0];
  if (fn === undefined || axis === undefined) return [];
  const lower = (then: State, action: Action, seconds: number) => {
    const after = step(machine, then, action, seconds);
    const certain = after.acceptable.every((one) => one.see !== "stays");
    return certain && Number(after.state[axis]) < Number(state[axis]);
  };
  const byPower = machine.stations
    .filter((station) => fn.stations.includes(station))
    .flatMap((station) =>
      (["main", "auxiliary"] as const).flatMap((power): readonly Lowering[] => {
        const held = step(machine, state, { do: "hold_enable", station }, 0).state;
        const down = { do: "operate", station, function: fn.id, direction: "down", source: power } as const;
        return lower(held, down, 1) ? [{ by: station, power }] : [];
      }),
    );
  const byHand = waysDown.flatMap(({ id, opened: [variable, to] }): readonly Lowering[] => {
    if (state[variable] === undefined) return [];
    const open = step(machine, state, { do: "set", variable, to }, 0).state;
    return lower(open, { do: "wait" }, 1) ? [{ by: id, power: "none" }] : [];
  });
  return [...byPower, ...byHand];
}
