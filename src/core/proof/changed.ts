import type { Act, Deed } from "../catalogue/acts/act";
import {
  crank,
  driver,
  enabled,
  letEnableGo,
  letGo,
  type Move,
  operate,
  set,
  shortS,
  wait,
} from "../catalogue/acts/deeds";
import { waysDown } from "../machine/by-itself";
import { type MachineFunction, mainLift } from "../machine/functions";
import { type Machine, stowedState } from "../machine/machine";
import type { PlanId, PlanState } from "../vocabulary/state/values";
import type { Station } from "../vocabulary/stations";
import type { Axes } from "./carried";

/**
 * What is done to make a change of the plan, where it takes the machine's power: raised and lowered, legs and axles,
 * the engine, the way to a slope. What is set by hand does nothing by itself.
 */
export function actOfChange(
  machine: Machine,
  before: { readonly plan: PlanState; readonly axes: Axes },
  after: { readonly plan: PlanState; readonly axes: Axes },
  changed: PlanId,
): Act | undefined {
  const { who } = before.plan;
  const here: Station = who === "platform" ? "platform" : "ground";
  switch (changed) {
    case "engine":
      if (after.plan.engine !== "running" || !machine.engine) return undefined;
      return {
        station: here,
        group: "lift",
        given: { engine: "off" },
        deeds: [crank({ must: "start" })],
        claims: [],
      };
    case "posture": {
      const fn = mainLift(machine.functions);
      if (after.plan.posture === "on_prop") return ontoTheProp(machine, here, before.axes, after.axes);
      return fn === undefined ? undefined : moved(machine, here, [fn], before.axes, after.axes);
    }
    case "outriggers":
      return moved(machine, here, only(machine, "legs"), before.axes, after.axes);
    case "axles":
      return moved(machine, here, only(machine, "axles"), before.axes, after.axes);
    case "incline":
      return drivenTo(machine, String(after.plan.incline));
    default:
      return undefined;
  }
}

const only = (machine: Machine, group: MachineFunction["group"]) =>
  machine.functions.filter((fn) => fn.group === group);

/** Function by function to where the axes are to stand, each axis once. */
function moved(
  machine: Machine,
  here: Station,
  functions: readonly MachineFunction[],
  from: Axes,
  to: Axes,
): Act | undefined {
  const deeds: Deed[] = [];
  const done = new Set<string>();
  let station: Station = here;
  let group: MachineFunction["group"] = "lift";
  for (const fn of functions) {
    const [axis] = fn.axes;
    if (axis === undefined || fn.ratePerS === 0 || fn.axes.some((one) => done.has(one))) continue;
    const by = (to[axis] ?? 0) - (from[axis] ?? 0);
    if (Math.abs(by) < 1e-9) continue;
    if (!fn.stations.includes(here)) station = fn.stations[0] ?? here;
    const move: Move = { station, fn, direction: fn.directions[by > 0 ? 0 : 1] };
    group = fn.group;
    deeds.push(
      ...enabled(machine, station),
      operate(move, Math.abs(by) / fn.ratePerS, { must: "move" }),
      letGo(move, { must: "stop" }),
      letEnableGo(move),
    );
    for (const one of fn.axes) done.add(one);
  }
  return deeds.length === 0 ? undefined : { station, group, deeds, claims: [] };
}

/** Driven there, let go, and it stays. */
function drivenTo(machine: Machine, incline: string): Act | undefined {
  const fn = machine.functions.find(({ id }) => id === "drive");
  if (fn === undefined || incline === "unknown") return undefined;
  const forward: Move = { station: driver(machine), fn, direction: "forward" };
  return {
    station: forward.station,
    group: "drive",
    deeds: [
      ...enabled(machine, forward.station),
      operate(forward, shortS, { must: "move" }),
      set("incline", incline),
      letGo(forward, { must: "stop" }),
      letEnableGo(forward),
      wait(2, { must: "hold" }),
    ],
    claims: [],
  };
}

/** Onto the prop it is let down by hand: driven, it would load what holds it. */
function ontoTheProp(machine: Machine, here: Station, from: Axes, to: Axes): Act | undefined {
  const fn = mainLift(machine.functions);
  const axis = fn?.axes[0];
  const way = waysDown.find(({ opened }) => opened[0] in stowedState(machine));
  if (fn === undefined || axis === undefined || way === undefined) return undefined;
  const [variable, open, shut] = way.opened;
  const seconds = Math.abs((to[axis] ?? 0) - (from[axis] ?? 0)) / fn.ratePerS / 0.2;
  return {
    station: here,
    group: fn.group,
    deeds: [set(variable, open), wait(seconds, { must: "lower" }), set(variable, shut)],
    claims: [],
  };
}
