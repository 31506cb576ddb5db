import type { Action } from "../../machine/action";
import { amount } from "../../machine/action";
import { enableSwitch, type Fault } from "../../machine/faults";
import { type FunctionGroup, hasEnable, type MachineFunction, mainLift } from "../../machine/functions";
import type { Machine } from "../../machine/machine";
import { step } from "../../machine/step";
import type { State } from "../../vocabulary/state/values";
import type { Station } from "../../vocabulary/stations";
import { type Act, type Deed, fault, type Must, type Setting } from "./act";

/** One function in one direction at one station. */
export interface Move {
  readonly station: Station;
  readonly fn: MachineFunction;
  readonly direction: string;
}

/** A short move is enough; a boom of half a minute's travel shows plainly in so many seconds. */
export const shortS = 2;

export const move = (machine: Machine, station: Station, fn: string, direction: string): Move | undefined => {
  const found = machine.functions.find((f) => f.id === fn && f.stations.includes(station));
  return found?.directions.includes(direction) === true ? { station, fn: found, direction } : undefined;
};

/** The station it is driven from: a spider by its remote. */
export const driver = (machine: Machine): "platform" | "remote" =>
  machine.stations.includes("remote") ? "remote" : "platform";

export const otherWay = (tried: Move): Move => ({
  ...tried,
  direction: tried.fn.directions[tried.direction === tried.fn.directions[0] ? 1 : 0],
});

/** The lift of a stack or mast, the main boom of a boom, up and down from a station. */
export const liftUp = (machine: Machine, station: Station): Move | undefined => {
  const fn = mainLift(machine.functions);
  return fn === undefined ? undefined : move(machine, station, fn.id, "up");
};

export const liftDown = (machine: Machine, station: Station): Move | undefined => {
  const up = liftUp(machine, station);
  return up === undefined ? undefined : otherWay(up);
};

export const operate = (
  { station, fn, direction }: Move,
  seconds: number,
  must?: Must,
  source: "main" | "auxiliary" = "main",
): Deed => ({
  action: { do: "operate", station, function: fn.id, direction, source },
  seconds,
  ...(must === undefined ? {} : { must }),
});

const deed = (action: Action, seconds: number, must?: Must): Deed => ({
  action,
  seconds,
  ...(must === undefined ? {} : { must }),
});

export const set = (variable: string, to: string, must?: Must): Deed =>
  deed({ do: "set", variable, to }, 0, must);
export const wait = (seconds: number, must?: Must): Deed => deed({ do: "wait" }, seconds, must);
export const letGo = ({ station }: Move, must?: Must): Deed =>
  deed({ do: "release_function", station }, 0, must);
export const letEnableGo = ({ station }: Move, must?: Must): Deed =>
  deed({ do: "release_enable", station }, 0, must);
export const crank = (must: Must): Deed => deed({ do: "crank" }, 2, must);
export const confirm: Deed = deed({ do: "confirm_direction" }, 0);
export const push = (must: Must): Deed => deed({ do: "push" }, 0, must);
export const selfTest = (must: Must): Deed => deed({ do: "reach_self_test" }, 2, must);

/** Holds the enable, where the station has one. */
export const enabled = (machine: Machine, station: Station, seconds = 0): readonly Deed[] =>
  hasEnable(machine.sheet, station) ? [deed({ do: "hold_enable", station }, seconds)] : [];

/** An act of one movement, its enable held. */
export function act(
  { station, fn }: Move,
  deeds: readonly Deed[],
  more: { readonly given?: State; readonly claims?: readonly Fault[] } = {},
): Act {
  return {
    station,
    group: fn.group,
    ...(more.given === undefined ? {} : { given: more.given }),
    deeds,
    claims: more.claims ?? [],
  };
}

/** The act on a machine of which nobody knows what it has to show. */
export const asItMayBe = ({ deeds, ...act }: Act): Act => ({
  ...act,
  deeds: deeds.map(({ must: _, ...deed }) => deed),
  claims: [],
  unsure: true,
});

/** Whether a deed done now moves something, on this machine in this state, its enable held. */
export function wouldMove({ machine, stands }: Setting, tried: Move, given?: State): boolean {
  const { station, fn, direction } = tried;
  let state = stands(station, fn.group, given);
  for (const { action, seconds } of enabled(machine, station))
    state = step(machine, state, action, seconds).state;
  const { acceptable } = step(
    machine,
    state,
    { do: "operate", station, function: fn.id, direction, source: "main" },
    0.5,
  );
  return acceptable.every(({ see }) => see === "moves");
}

/** Every movement of a station, in the order its panel is swept. */
export const movementsAt = (machine: Machine, station: Station): readonly Move[] =>
  machine.functions
    .filter((fn) => fn.stations.includes(station))
    .flatMap((fn) => fn.directions.map((direction) => ({ station, fn, direction })));

/** Those that would move as the machine stands: only of these does a refusal prove anything. */
export const movable = (setting: Setting, station: Station, given?: State): readonly Move[] =>
  movementsAt(setting.machine, station).filter((tried) => wouldMove(setting, tried, given));

/** The movement a device is tried with: the gentlest that would move, what raises before what drives. */
export function mover(
  setting: Setting,
  station: Station,
  groups: readonly FunctionGroup[] = ["lift", "boom", "platform", "legs", "axles", "tracks", "drive"],
  given?: State,
): Move | undefined {
  const open = movable(setting, station, given);
  for (const group of groups) {
    const found = open.find(({ fn }) => fn.group === group);
    if (found !== undefined) return found;
  }
  return undefined;
}

/** Seconds at full speed from where the axis stands to a part of its travel. */
export const secondsTo = (fn: MachineFunction, state: State, part: number): number => {
  const [axis] = fn.axes;
  return axis === undefined || fn.ratePerS === 0 ? 0 : Math.abs(part - amount(state, axis)) / fn.ratePerS;
};

/** The enable switch of a station, held by a fault: what every movement without it would show. */
export const stuckEnable = (machine: Machine, station: Station): Fault =>
  fault(enableSwitch(machine.sheet, station), "stuck_on");
export const deadSensor = (interlock: string): Fault => fault(`sensor.${interlock}`, "dead");

/** Tried again on the auxiliary where the engine is off: it is what would still move then. */
export const orOnAuxiliary = ({ stands }: Setting, tried: Move, must: Must): readonly Deed[] => {
  const state = stands(tried.station, tried.fn.group);
  if (state.engine === undefined || state.auxiliaryRunS === undefined || !tried.fn.auxiliary) return [];
  return [operate(tried, shortS, must, "auxiliary"), letGo(tried)];
};

/** The act, with whatever it moved put back where it stood: a test leaves nothing run out or swung round. */
export function leftAsFound({ machine, stands }: Setting, act: Act): Act {
  const before = stands(act.station, act.group, act.given);
  let state = before;
  for (const { action, seconds } of act.deeds) state = step(machine, state, action, seconds).state;
  const freed = Object.keys(act.given ?? {}).map((id) =>
    set(id, String(stands(act.station, act.group)[id as keyof State])),
  );
  for (const { action, seconds } of freed) state = step(machine, state, action, seconds).state;
  const back: Deed[] = [];
  for (const fn of [...machine.functions].reverse()) {
    const [axis] = fn.axes;
    if (axis === undefined || fn.ratePerS === 0 || !fn.stations.includes(act.station)) continue;
    const off = amount(state, axis) - amount(before, axis);
    if (Math.abs(off) < 1e-9) continue;
    const home: Move = { station: act.station, fn, direction: fn.directions[off > 0 ? 1 : 0] };
    const deeds = [
      letEnableGo(home),
      ...enabled(machine, act.station),
      ...(fn.id === "jib" && state.jibStowOverride !== undefined ? [set("jibStowOverride", "held")] : []),
      operate(home, Math.abs(off) / fn.ratePerS),
      letGo(home),
      ...(fn.id === "jib" && state.jibStowOverride !== undefined ? [set("jibStowOverride", "released")] : []),
    ];
    for (const { action, seconds } of deeds) state = step(machine, state, action, seconds).state;
    back.push(...deeds);
  }
  return back.length === 0 ? act : { ...act, deeds: [...act.deeds, ...freed, ...back] };
}
