import type { LampId } from "../vocabulary/signs";
import { evaluate, test, undecided } from "./condition";
import type { Interlock } from "./interlocks";
import { type BoundInterlock, type Machine, type Movement, movementKey } from "./machine";
import { type MachineState, type Station, stations, unknown, type Value, type VariableId } from "./state";

/** What a person does. `operate` holds a function for the elapsed time and leaves it held. */
export type Action =
  | { readonly do: "set"; readonly variable: VariableId; readonly to: Value }
  | { readonly do: "hold_enable"; readonly station: Station }
  | { readonly do: "release_enable"; readonly station: Station }
  | {
      readonly do: "operate";
      readonly station: Station;
      readonly function: string;
      readonly direction: string;
      /** Which power drives it. Auxiliary means its switch is held as well. */
      readonly source?: "main" | "auxiliary";
    }
  | { readonly do: "release_function"; readonly station: Station }
  | { readonly do: "crank" }
  | { readonly do: "confirm_direction" }
  | { readonly do: "reach_self_test" }
  | { readonly do: "wait" };

/** What a person may see or hear. Lamps and sounds of a state as a whole: `signsOf` (see `signs.ts`). */
export type Observation =
  | {
      readonly see: "moves";
      readonly function: string;
      readonly direction: string;
      readonly band: "full" | "creep";
    }
  | { readonly see: "moves_then_stops"; readonly function: string; readonly direction: string }
  | { readonly see: "stays"; readonly function: string }
  | { readonly see: "stops"; readonly function: string }
  | { readonly see: "glides_then_stops"; readonly function: string }
  | { readonly see: "keeps_moving"; readonly function: string }
  | { readonly see: "sinks"; readonly axis: string }
  | { readonly see: "engine"; readonly as: "runs" | "stops" | "refuses" }
  | { readonly see: "panel_lamps"; readonly station: Station; readonly as: "flash_then_settle" | "dark" }
  | { readonly see: "lamp"; readonly lamp: LampId; readonly as: "steady" | "flashing" | "dark" }
  | { readonly see: "nothing" };

export interface BlockedBy {
  readonly interlock: string;
  readonly effect: Interlock["effect"];
  /** The unknown variables that decide it; empty where it certainly holds. */
  readonly depends: readonly VariableId[];
}

export interface StepResult {
  readonly state: MachineState;
  /** Any of these is right; a machine may glide, pause or differ. */
  readonly acceptable: readonly Observation[];
  readonly blockedBy: readonly BlockedBy[];
}

type Draft = Record<VariableId, Value>;

/** The names of a station's own variables, made once. */
const own = Object.fromEntries(
  stations.map((station) => [
    station,
    {
      enable: `enable.${station}`,
      idleS: `enableIdleS.${station}`,
      timedOut: `enableTimedOut.${station}`,
      chosenFirst: `chosenFirst.${station}`,
      chosen: `chosen.${station}`,
      prefix: `${station}:`,
    },
  ]),
) as Readonly<
  Record<Station, Record<"enable" | "idleS" | "timedOut" | "chosenFirst" | "chosen" | "prefix", string>>
>;

const nothing: readonly Observation[] = [{ see: "nothing" }];
const none: readonly BlockedBy[] = [];

/**
 * One action on the machine, for `elapsedS` seconds (0 or more). Pure: time is an input, so time-outs are
 * exact. Throws a RangeError for an action the machine does not have, naming what it has.
 */
export function step(machine: Machine, state: MachineState, action: Action, elapsedS: number): StepResult {
  if (!(elapsedS >= 0)) throw new RangeError(`expected elapsed seconds of 0 or more, got ${elapsedS}`);
  const next: Draft = { ...state };
  switch (action.do) {
    case "operate":
      return operate(machine, state, next, action, elapsedS);
    case "set":
      return set(machine, state, next, action.variable, action.to, elapsedS);
    case "hold_enable": {
      const name = ownOf(machine, action.station);
      next[name.enable] = "held";
      next[name.chosenFirst] = state[name.chosen] === "none" ? "no" : "yes";
      passTime(machine, next, elapsedS);
      return { state: next, acceptable: nothing, blockedBy: none };
    }
    case "release_enable": {
      const name = ownOf(machine, action.station);
      const moving = movementOf(machine, state);
      const stopping = moving?.station === action.station && runsOnMain(state) ? moving : undefined;
      const held = stopping?.fault.enableStuck === true;
      if (stopping && !held) next["moving"] = "none";
      next[name.enable] = "released";
      next[name.idleS] = 0;
      next[name.timedOut] = "no";
      if (state[name.chosen] === "none") next[name.chosenFirst] = "no";
      passTime(machine, next, elapsedS);
      const acceptable = stopping ? (held ? keeps(stopping) : stops(machine, stopping)) : nothing;
      return { state: next, acceptable, blockedBy: none };
    }
    case "release_function": {
      const name = ownOf(machine, action.station);
      const moving = movementOf(machine, state);
      const stopping = moving?.station === action.station ? moving : undefined;
      const sticks = stopping?.fault.sticks === true;
      if (stopping && !sticks) next["moving"] = "none";
      next[name.chosen] = "none";
      if (state[name.enable] === "released") next[name.chosenFirst] = "no";
      next["source"] = "main";
      if (next["auxiliaryRunS"] !== undefined) next["auxiliaryRunS"] = 0;
      passTime(machine, next, elapsedS);
      const acceptable = stopping ? (sticks ? keeps(stopping) : stops(machine, stopping)) : nothing;
      return { state: next, acceptable, blockedBy: none };
    }
    case "crank":
      return crank(machine, state, next, elapsedS);
    case "confirm_direction":
      if (next["directionConfirmed"] !== undefined) {
        next["directionConfirmed"] = "yes";
        next["directionLeftS"] = machine.directionWindowS;
      }
      passTime(machine, next, elapsedS);
      return { state: next, acceptable: nothing, blockedBy: none };
    case "reach_self_test": {
      const good = !machine.faults.some((f) => f.component === "sensor.reach_limit");
      passTime(machine, next, elapsedS);
      const fitted = next["reachTest"] !== undefined;
      const lamp: Observation = { see: "lamp", lamp: "reach_good", as: good ? "steady" : "dark" };
      return { state: next, acceptable: fitted ? [lamp] : nothing, blockedBy: none };
    }
    case "wait": {
      passTime(machine, next, elapsedS);
      const sunk = elapsedS > 0 ? machine.sinking.filter((axis) => next[axis] !== state[axis]) : [];
      const acceptable = sunk.length > 0 ? sunk.map((axis) => ({ see: "sinks" as const, axis })) : nothing;
      return { state: next, acceptable, blockedBy: none };
    }
  }
}

/** Which interlocks hold a movement back in this state, certain ones first, then those that may. */
export function whatHoldsBack(
  machine: Machine,
  state: MachineState,
  station: Station,
  fn: string,
  direction: string,
): readonly BlockedBy[] {
  const bearing = machine.movements.get(movementKey(station, fn, direction))?.bearing ?? [];
  return [...holding(bearing, state, "any")].sort((a, b) => a.depends.length - b.depends.length);
}

function operate(
  machine: Machine,
  before: MachineState,
  next: Draft,
  action: Extract<Action, { do: "operate" }>,
  elapsedS: number,
): StepResult {
  const { station } = action;
  const source = action.source ?? "main";
  const movement = machine.movements.get(movementKey(station, action.function, action.direction));
  const name = ownOf(machine, station);
  next["source"] = source;
  next[name.chosen] = action.function;
  if (movement === undefined) return notThere(machine, next, action, elapsedS);
  const { fn, fault } = movement;
  const blockedBy = holding(movement.bearing, next, source === "main" ? "any" : "auxiliary");
  const dead = source === "main" ? fault.main : fault.auxiliary;
  const offered = source === "main" || fn.auxiliary || fn.group === "drive";
  let refused = !offered || dead === "dead";
  let creep = source === "auxiliary" || fault.weak;
  let uncertain = dead === "maybe";
  for (const by of blockedBy) {
    if (by.effect === "creep") creep ||= by.depends.length === 0;
    else if (by.depends.length > 0) uncertain = true;
    else if (!(fault.enableStuck && by.interlock === "enable_not_held")) refused = true;
  }
  const ended = atEnd(movement, before);
  if (refused || ended) {
    next["moving"] = "none";
    passTime(machine, next, elapsedS);
    return {
      state: next,
      acceptable: [{ see: "stays", function: fn.id }],
      blockedBy: ended && !refused ? [...blockedBy, endOfTravel] : blockedBy,
    };
  }
  const stopped = travel(movement, next, elapsedS * (creep ? 0.3 : 1));
  next["moving"] = stopped ? "none" : movement.running[source];
  next[name.idleS] = 0;
  follow(machine, next, fn.group);
  passTime(machine, next, elapsedS);
  const moves: Observation = stopped
    ? { see: "moves_then_stops", function: fn.id, direction: action.direction }
    : { see: "moves", function: fn.id, direction: action.direction, band: creep ? "creep" : "full" };
  return {
    state: next,
    acceptable: uncertain ? [moves, { see: "stays", function: fn.id }] : [moves],
    blockedBy,
  };
}

const endOfTravel: BlockedBy = { interlock: "end_of_travel", effect: "refuse", depends: [] };

/** A function this station does not have: nothing comes of it. A function no station has is a wrong call. */
function notThere(
  machine: Machine,
  next: Draft,
  action: Extract<Action, { do: "operate" }>,
  elapsedS: number,
): StepResult {
  const fn = machine.functions.find((f) => f.id === action.function);
  if (!fn?.directions.includes(action.direction)) {
    const known = machine.functions.map((f) => `${f.id} (${f.directions.join(", ")})`).join("; ");
    throw new RangeError(
      `this machine has no function ${action.function} ${action.direction}; it has ${known}. Check the sheet's features`,
    );
  }
  next["moving"] = "none";
  passTime(machine, next, elapsedS);
  const blockedBy: BlockedBy = { interlock: "not_at_this_station", effect: "refuse", depends: [] };
  return { state: next, acceptable: [{ see: "stays", function: fn.id }], blockedBy: [blockedBy] };
}

/** Whether every axis it moves already stands at the end it moves towards. */
function atEnd(movement: Movement, state: MachineState): boolean {
  const { fn, sign } = movement;
  if (fn.ratePerS === 0) return false;
  const end = sign === 1 ? 1 : fn.signed ? -1 : 0;
  for (const axis of fn.axes) if (state[axis] !== end) return false;
  return true;
}

/** Moves the axes; true where an interlock that came to hold on the way stopped it. */
function travel(movement: Movement, draft: Draft, seconds: number): boolean {
  const { fn, sign, stopsOnTheWay } = movement;
  if (fn.ratePerS === 0 || seconds === 0) return false;
  const by = fn.ratePerS * seconds * sign;
  const [only] = fn.axes;
  if (stopsOnTheWay.length === 0 && fn.axes.length === 1 && only !== undefined) {
    draft[only] = moved(draft[only], by, fn.signed);
    return false;
  }
  const from = fn.axes.map((axis) => draft[axis]);
  const to = (part: number) => {
    for (const [i, axis] of fn.axes.entries()) draft[axis] = moved(from[i], by * part, fn.signed);
  };
  to(1);
  if (!anyHolds(stopsOnTheWay, draft)) return false;
  let free = 0;
  let held = 1;
  for (let i = 0; i < 10; i++) {
    const middle = (free + held) / 2;
    to(middle);
    if (anyHolds(stopsOnTheWay, draft)) held = middle;
    else free = middle;
  }
  to(held);
  return true;
}

/** An axis after `by` of its travel, within its ends; one whose place nobody knows stays unknown. */
function moved(at: Value | undefined, by: number, signed: boolean): Value {
  if (typeof at !== "number") return unknown;
  const to = at + by;
  if (to > 1) return 1;
  const lowest = signed ? -1 : 0;
  return Math.max(to, lowest);
}

function anyHolds(interlocks: readonly BoundInterlock[], state: MachineState): boolean {
  for (const interlock of interlocks) if (test(interlock.when, state) === 1) return true;
  return false;
}

/** What other parts do as an axis moves. */
function follow(machine: Machine, draft: Draft, group: string): void {
  if (group === "boom" && draft["swung"] !== undefined) {
    const swing = draft["axis.swing"];
    if (typeof swing === "number") draft["swung"] = swing > 0.5 || swing < -0.5 ? "past_rear" : "straight";
  }
  if (group === "boom" && draft["cradle"] !== undefined) {
    const away = machine.boomAxes.some((axis) => Math.abs(amount(draft, axis)) > 0.001);
    draft["cradle"] = away ? "not_home" : "home";
  }
  if (group === "lift" && draft["brakePins"] !== undefined)
    draft["brakePins"] = amount(draft, "axis.lift") > 0.05 ? "engaged" : "released";
}

function crank(machine: Machine, state: MachineState, next: Draft, elapsedS: number): StepResult {
  const blockedBy = machine.engine ? holding(machine.crank, state, "any") : [];
  const supply = machine.faults.some((f) => f.component === "supply" && f.mode === "dead");
  const refused = !machine.engine || supply || blockedBy.some((b) => b.depends.length === 0);
  if (!refused) {
    next["engine"] = "running";
    if (machine.crankLimitS !== undefined && elapsedS > machine.crankLimitS)
      next["crankRestLeftS"] = machine.crankRestS + elapsedS;
  }
  passTime(machine, next, elapsedS);
  const runs: Observation = { see: "engine", as: "runs" };
  const refuses: Observation = { see: "engine", as: "refuses" };
  const acceptable = refused ? [refuses] : blockedBy.length > 0 ? [runs, refuses] : [runs];
  return { state: next, acceptable, blockedBy };
}

/** Setting a control: what it does to power and motion, and what shows. */
function set(
  machine: Machine,
  state: MachineState,
  next: Draft,
  variable: VariableId,
  to: Value,
  elapsedS: number,
): StepResult {
  if (state[variable] === undefined) {
    throw new RangeError(
      `this machine has no ${variable}; expected one of ${Object.keys(state).join(", ")}. Check the sheet's features`,
    );
  }
  passTime(machine, next, elapsedS);
  const was = powered(machine, next);
  next[variable] = to;
  const acceptable: Observation[] = [];
  const stop = variable.startsWith("stop.") && to === "in" && machine.stops.includes(variable);
  const killed =
    stop || (variable === "disconnect" && to === "off") || (variable === "key" && to !== state["key"]);
  if (killed) {
    const moving = movementOf(machine, next);
    if (moving) acceptable.push(...stops(machine, moving));
    next["moving"] = "none";
    if (machine.engine && state["engine"] === "running" && !(variable === "key" && to !== "off")) {
      next["engine"] = "off";
      acceptable.push({ see: "engine", as: "stops" });
    }
  }
  if (variable === "engine" && to === "off" && state["engine"] === "running") {
    acceptable.push({ see: "engine", as: "stops" });
  }
  const is = powered(machine, next);
  if (!was && is) {
    next["selfCheckLeftS"] = machine.selfCheckS;
    if (next["glowLamp"] !== undefined && next["engine"] === "off" && machine.glowS > 0) {
      next["glowLamp"] = "lit";
      next["glowLeftS"] = machine.glowS;
    }
    const station = next["key"] === "platform" ? "platform" : "ground";
    acceptable.push({ see: "panel_lamps", station, as: "flash_then_settle" });
  }
  if (was && !is) {
    const station = state["key"] === "platform" ? "platform" : "ground";
    acceptable.push({ see: "panel_lamps", station, as: "dark" });
  }
  return { state: next, acceptable: acceptable.length > 0 ? acceptable : nothing, blockedBy: none };
}

function powered(machine: Machine, state: MachineState): boolean {
  if (state["disconnect"] !== "on") return false;
  if (state["key"] !== "ground" && state["key"] !== "platform") return false;
  for (const stop of machine.stops) if (state[stop] !== "out") return false;
  return !machine.faults.some((f) => f.component === "supply" && f.mode === "dead");
}

/** Lets time pass over everything that counts seconds. Only what the machine has is touched. */
function passTime(machine: Machine, next: Draft, elapsedS: number): void {
  if (elapsedS === 0) return;
  countDown(next, "selfCheckLeftS", elapsedS);
  const moving = next["moving"] as string;
  for (const station of machine.stations) {
    const name = own[station];
    const idle = next[name.enable] === "held" && !moving.startsWith(name.prefix);
    const idleS = idle ? amount(next, name.idleS) + elapsedS : 0;
    next[name.idleS] = idleS;
    if (machine.enableTimeOutS !== undefined && idleS >= machine.enableTimeOutS) next[name.timedOut] = "yes";
  }
  if (next["tiltForS"] !== undefined) {
    if (next["tilt"] === "beyond_trip") {
      const forS = amount(next, "tiltForS") + elapsedS;
      next["tiltForS"] = forS;
      if (forS >= machine.tiltDelayS) next["tiltTripped"] = "yes";
    } else if (next["tilt"] === "level") {
      next["tiltForS"] = 0;
      next["tiltTripped"] = "no";
    } else next["tiltTripped"] = unknown;
  }
  if (next["directionLeftS"] !== undefined && !machine.directionHeld) {
    const leftS = countDown(next, "directionLeftS", elapsedS);
    if (leftS === 0) next["directionConfirmed"] = "no";
  }
  if (next["glowLeftS"] !== undefined && next["glowLamp"] === "lit") {
    if (countDown(next, "glowLeftS", elapsedS) === 0) next["glowLamp"] = "dark";
  }
  if (next["crankRestLeftS"] !== undefined) countDown(next, "crankRestLeftS", elapsedS);
  if (next["auxiliaryRunS"] !== undefined && moving.endsWith(":auxiliary")) {
    const runS = amount(next, "auxiliaryRunS") + elapsedS;
    next["auxiliaryRunS"] = runS;
    if (machine.auxiliaryLongestRunS !== undefined && runS >= machine.auxiliaryLongestRunS)
      next["auxiliarySpent"] = "yes";
  }
  for (const axis of machine.sinking) next[axis] = Math.max(0, amount(next, axis) - 0.002 * elapsedS);
}

function countDown(next: Draft, variable: VariableId, elapsedS: number): number {
  const value = next[variable];
  if (typeof value !== "number") return 0;
  const left = value > elapsedS ? value - elapsedS : 0;
  next[variable] = left;
  return left;
}

const amount = (state: MachineState, variable: VariableId): number => {
  const value = state[variable];
  return typeof value === "number" ? value : 0;
};

function ownOf(machine: Machine, station: Station) {
  if (!machine.stations.includes(station)) {
    throw new RangeError(
      `this machine has no ${station} station; it has ${machine.stations.join(" and ")}. Check the sheet's family`,
    );
  }
  return own[station];
}

const runsOnMain = (state: MachineState): boolean => String(state["moving"]).endsWith(":main");

/** The movement that runs now. */
export function movementOf(machine: Machine, state: MachineState): Movement | undefined {
  const moving = state["moving"];
  if (typeof moving !== "string" || moving === "none") return undefined;
  return machine.movements.get(moving.slice(0, moving.lastIndexOf(":")));
}

/** A gentle ramp down is by design on some machines: a short glide is as right as a dead stop. */
function stops(machine: Machine, movement: Movement): readonly Observation[] {
  const fn = movement.fn.id;
  if (movement.fn.group === "drive" && machine.brakes !== "good") return keeps(movement);
  return [
    { see: "stops", function: fn },
    { see: "glides_then_stops", function: fn },
  ];
}

const keeps = (movement: Movement): readonly Observation[] => [
  { see: "keeps_moving", function: movement.fn.id },
];

function holding(
  bearing: readonly BoundInterlock[],
  state: MachineState,
  source: "any" | "auxiliary",
): readonly BlockedBy[] {
  let found: BlockedBy[] | undefined;
  for (const interlock of bearing) {
    if (source === "auxiliary" && interlock.source === "main") continue;
    const truth = test(interlock.when, state);
    if (truth === 0) continue;
    found ??= [];
    const depends = truth === undecided ? dependsOf(interlock, state) : [];
    found.push({ interlock: interlock.id, effect: interlock.effect, depends });
  }
  return found ?? none;
}

function dependsOf(interlock: BoundInterlock, state: MachineState): readonly VariableId[] {
  const truth = evaluate(interlock.when, state);
  return "depends" in truth ? truth.depends : [];
}
