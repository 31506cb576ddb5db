import type { AxisId, State } from "../vocabulary/state/values";
import type { Station } from "../vocabulary/stations";
import type { Action } from "./action";
import { waysDown } from "./by-itself";
import { followAll } from "./follow";
import type { MachineFunction } from "./functions";
import type { Machine } from "./machine";
import { step } from "./step";

/** A way the platform comes down from where it stands: by a station, on main or auxiliary power, or by hand. */
export interface Lowering {
  readonly by: string;
  readonly power: "main" | "auxiliary" | "none";
}

/** What carries the platform up, in the order in which it comes down: a tower's telescope is drawn in before the tower. */
const carriers = ["lift", "main", "tower_telescope", "tower"];

/** At rest, to a hundredth of its travel. */
const atRest = 0.01;

/**
 * Every way that would bring the platform down from this state on the machine as built or as failed, tried on the
 * model: each carrier that is up, one after the other, each stopping when it is let go. None: whoever is aboard is
 * stranded.
 */
export function loweringsFrom(machine: Machine, state: State): readonly Lowering[] {
  const up = carriers
    .flatMap((id) => machine.functions.find((fn) => fn.id === id) ?? [])
    .filter((fn) => amount(state, fn) > atRest);
  if (up.length === 0) return [];
  const all = (tried: (fn: MachineFunction, from: State) => boolean): boolean => {
    let from = state;
    for (const fn of up) {
      if (!tried(fn, from)) return false;
      const next = { ...from, [axisOf(fn)]: 0 };
      followAll(machine, next);
      from = next;
    }
    return true;
  };
  const byPower = machine.stations.flatMap((station) =>
    (["main", "auxiliary"] as const).flatMap((power): readonly Lowering[] => {
      const worked = all((fn, from) => {
        if (!fn.stations.includes(station)) return false;
        const held = step(machine, from, { do: "hold_enable", station }, 0).state;
        const [, direction = "down"] = fn.directions;
        const act = { do: "operate", station, function: fn.id, direction, source: power } as const;
        const down = comesDown(machine, held, act, axisOf(fn), amount(from, fn));
        return down !== undefined && stopsLetGo(machine, down, station);
      });
      return worked ? [{ by: station, power }] : [];
    }),
  );
  const byHand = waysDown.flatMap(({ id, opened: [variable, to] }): readonly Lowering[] => {
    if (state[variable] === undefined) return [];
    const worked = all((fn, from) => {
      const open = step(machine, from, { do: "set", variable, to }, 0).state;
      return comesDown(machine, open, { do: "wait" }, axisOf(fn), amount(from, fn)) !== undefined;
    });
    return worked ? [{ by: id, power: "none" }] : [];
  });
  return [...byPower, ...byHand];
}

/** The machine lower than it was; undefined where it may as well have stayed. */
function comesDown(
  machine: Machine,
  state: State,
  action: Action,
  axis: AxisId,
  from: number,
): State | undefined {
  const after = step(machine, state, action, 1);
  const certain = after.acceptable.every((one) => one.see !== "stays");
  return certain && Number(after.state[axis]) < from ? after.state : undefined;
}

/** What does not stop by itself when it is let go, by the control or by its enable, is no way down. */
const stopsLetGo = (machine: Machine, state: State, station: Station): boolean =>
  (["release_function", "release_enable"] as const).every((letGo) =>
    step(machine, state, { do: letGo, station }, 0).acceptable.every((one) => one.see !== "keeps_moving"),
  );

const axisOf = (fn: MachineFunction): AxisId => fn.axes[0] as AxisId;
const amount = (state: State, fn: MachineFunction): number => Number(state[axisOf(fn)] ?? 0);
