import { evaluate } from "./condition";
import type { MachineFunction } from "./functions";
import { crankInterlocks, type Interlock } from "./interlocks";
import { type Machine, movementKey } from "./machine";
import { type MachineState, type Station, stations, type Value, type VariableId } from "./state";

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
  | { readonly do: "wait" };

/** What a person may see or hear. */
export type Observation =
  | {
      readonly see: "moves";
      readonly function: string;
      readonly direction: string;
      readonly band: "full" | "creep";
    }
  | { readonly see: "stays"; readonly function: string }
  | { readonly see: "stops"; readonly function: string }
  | { readonly see: "glides_then_stops"; readonly function: string }
  | { readonly see: "engine"; readonly as: "runs" | "stops" | "refuses" }
  | { readonly see: "panel_lamps"; readonly station: Station; readonly as: "flash_then_settle" | "dark" }
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

/**
 * One action on the machine, for `elapsedS` seconds (0 or more). Pure: time is an input, so time-outs are
 * exact. Throws a RangeError for an action the machine does not have, naming what it has.
 */
export function step(machine: Machine, state: MachineState, action: Action, elapsedS: number): StepResult {
  if (!(elapsedS >= 0)) throw new RangeError(`expected elapsed seconds of 0 or more, got ${elapsedS}`);
  switch (action.do) {
    case "operate":
      return operate(machine, state, action, elapsedS);
    case "set":
      return set(machine, passTime(machine, state, elapsedS), action.variable, action.to);
    case "hold_enable": {
      const { station } = action;
      const next = {
        ...state,
        [`enable.${station}`]: "held",
        [`chosenFirst.${station}`]: state[`chosen.${station}`] === "none" ? "no" : "yes",
      };
      return quiet(passTime(machine, next, elapsedS));
    }
    case "release_enable": {
      const { station } = action;
      const stopping = motionStops(state, (moving) => moving.station === station && moving.source === "main");
      const next = {
        ...state,
        ...(stopping ? { moving: "none" } : {}),
        [`enable.${station}`]: "released",
        [`enableIdleS.${station}`]: 0,
        [`enableTimedOut.${station}`]: "no",
        [`chosenFirst.${station}`]:
          state[`chosen.${station}`] === "none" ? "no" : (state[`chosenFirst.${station}`] ?? "no"),
      };
      return { state: passTime(machine, next, elapsedS), acceptable: stopping ?? nothing, blockedBy: [] };
    }
    case "release_function": {
      const { station } = action;
      const stopping = motionStops(state, (moving) => moving.station === station);
      const next = {
        ...state,
        ...(stopping ? { moving: "none" } : {}),
        [`chosen.${station}`]: "none",
        ...(state[`enable.${station}`] === "released" ? { [`chosenFirst.${station}`]: "no" } : {}),
        source: "main",
        auxiliaryRunS: 0,
      };
      return { state: passTime(machine, next, elapsedS), acceptable: stopping ?? nothing, blockedBy: [] };
    }
    case "crank": {
      const blockedBy = certainOrPossible(
        crankInterlocks.map((i) => ({ ...i, effect: "refuse" as const })),
        state,
      );
      const refused = blockedBy.some((b) => b.depends.length === 0);
      const next = refused ? state : { ...state, engine: "running" };
      const runs: Observation = { see: "engine", as: "runs" };
      const refuses: Observation = { see: "engine", as: "refuses" };
      const acceptable = refused ? [refuses] : blockedBy.length > 0 ? [runs, refuses] : [runs];
      return { state: passTime(machine, next, elapsedS), acceptable, blockedBy };
    }
    case "confirm_direction": {
      const windowS = machine.sheet.figures.direction_window?.value ?? 0;
      return quiet(
        passTime(machine, { ...state, directionConfirmed: "yes", directionLeftS: windowS }, elapsedS),
      );
    }
    case "wait":
      return quiet(passTime(machine, state, elapsedS));
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
  const bearing = machine.interlocksOf.get(movementKey(station, fn, direction)) ?? [];
  const found = certainOrPossible(bearing, state);
  return [...found].sort((a, b) => a.depends.length - b.depends.length);
}

const nothing: readonly Observation[] = [{ see: "nothing" }];
const quiet = (state: MachineState): StepResult => ({ state, acceptable: nothing, blockedBy: [] });

function operate(
  machine: Machine,
  before: MachineState,
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
  const { station } = action;
  const source = action.source ?? "main";
  const held = before[`enable.${station}`] === "held";
  const state: MachineState = {
    ...before,
    source,
    [`chosen.${station}`]: fn.id,
    ...(held ? {} : { [`chosenFirst.${station}`]: before[`chosenFirst.${station}`] ?? "no" }),
  };
  const bearing = (machine.interlocksOf.get(movementKey(station, fn.id, action.direction)) ?? []).filter(
    (interlock) => source === "main" || interlock.source === "any",
  );
  const offered =
    fn.stations.includes(station) && (source === "main" || fn.auxiliary || fn.group === "drive");
  const blockedBy = certainOrPossible(bearing, state);
  const refused = !offered || blockedBy.some((b) => b.effect === "refuse" && b.depends.length === 0);
  const stays: Observation = { see: "stays", function: fn.id };
  if (refused) {
    return {
      state: passTime(machine, { ...state, moving: "none" }, elapsedS),
      acceptable: [stays],
      blockedBy,
    };
  }
  const creep =
    blockedBy.some((b) => b.effect === "creep" && b.depends.length === 0) || source === "auxiliary";
  const moves: Observation = {
    see: "moves",
    function: fn.id,
    direction: action.direction,
    band: creep ? "creep" : "full",
  };
  const moved: MachineState = {
    ...state,
    ...travel(fn, state, action.direction, elapsedS * (creep ? 0.3 : 1)),
    moving: `${station}:${fn.id}:${source}`,
    [`enableIdleS.${station}`]: 0,
  };
  const uncertain = blockedBy.some((b) => b.effect === "refuse");
  return {
    state: passTime(machine, moved, elapsedS),
    acceptable: uncertain ? [moves, stays] : [moves],
    blockedBy,
  };
}

function travel(fn: MachineFunction, state: MachineState, direction: string, seconds: number) {
  const at = state[fn.axis];
  if (typeof at !== "number") return {};
  const signed = fn.group === "drive" || fn.directions[0] === "left";
  const by = fn.ratePerS * seconds * (direction === fn.directions[0] ? 1 : -1);
  return { [fn.axis]: Math.min(1, Math.max(signed ? -1 : 0, at + by)) };
}

/** Setting a control: what it does to power and motion, and what shows. */
function set(machine: Machine, state: MachineState, variable: VariableId, to: Value): StepResult {
  if (!(variable in state)) {
    throw new RangeError(
      `this machine has no ${variable}; expected one of ${Object.keys(state).join(", ")}. Check the sheet's features`,
    );
  }
  const next: Record<VariableId, Value> = { ...state, [variable]: to };
  const acceptable: Observation[] = [];
  const killed =
    (variable.startsWith("stop.") && to === "in") ||
    (variable === "disconnect" && to === "off") ||
    (variable === "key" && to !== state["key"]);
  if (killed) {
    const stopping = motionStops(state, () => true);
    if (stopping) acceptable.push(...stopping);
    next["moving"] = "none";
    if (machine.engine && state["engine"] === "running" && !(variable === "key" && to !== "off")) {
      next["engine"] = "off";
      acceptable.push({ see: "engine", as: "stops" });
    }
  }
  if (variable === "engine" && to === "off" && state["engine"] === "running") {
    acceptable.push({ see: "engine", as: "stops" });
  }
  const wasPowered = powered(state);
  if (!wasPowered && powered(next)) {
    next["selfCheckLeftS"] = machine.selfCheckS;
    const station = next["key"] === "platform" ? "platform" : "ground";
    acceptable.push({ see: "panel_lamps", station, as: "flash_then_settle" });
  }
  if (wasPowered && !powered(next)) {
    const station = state["key"] === "platform" ? "platform" : "ground";
    acceptable.push({ see: "panel_lamps", station, as: "dark" });
  }
  return { state: next, acceptable: acceptable.length > 0 ? acceptable : nothing, blockedBy: [] };
}

function powered(state: MachineState): boolean {
  return (
    state["disconnect"] === "on" &&
    (state["key"] === "ground" || state["key"] === "platform") &&
    state["stop.ground"] === "out" &&
    state["stop.platform"] === "out"
  );
}

/** Lets time pass over everything that counts seconds. */
function passTime(machine: Machine, state: MachineState, elapsedS: number): MachineState {
  if (elapsedS === 0) return state;
  const next: Record<VariableId, Value> = { ...state };
  next["selfCheckLeftS"] = Math.max(0, amount(state, "selfCheckLeftS") - elapsedS);
  for (const station of stations) {
    const idle = state[`enable.${station}`] === "held" && !String(state["moving"]).startsWith(station);
    const idleS = idle ? amount(state, `enableIdleS.${station}`) + elapsedS : 0;
    next[`enableIdleS.${station}`] = idleS;
    if (machine.enableTimeOutS !== undefined && idleS >= machine.enableTimeOutS) {
      next[`enableTimedOut.${station}`] = "yes";
    }
  }
  if (state["tilt"] === "beyond_trip") {
    next["tiltForS"] = amount(state, "tiltForS") + elapsedS;
    if (amount(next, "tiltForS") >= machine.tiltDelayS) next["tiltTripped"] = "yes";
  } else if (state["tilt"] === "level") {
    next["tiltForS"] = 0;
    next["tiltTripped"] = "no";
  } else {
    next["tiltTripped"] = "unknown";
  }
  const windowS = Math.max(0, amount(state, "directionLeftS") - elapsedS);
  next["directionLeftS"] = windowS;
  if (windowS === 0) next["directionConfirmed"] = "no";
  if (String(state["moving"]).endsWith(":auxiliary")) {
    next["auxiliaryRunS"] = amount(state, "auxiliaryRunS") + elapsedS;
    const longest = machine.auxiliaryLongestRunS;
    if (longest !== undefined && amount(next, "auxiliaryRunS") >= longest) next["auxiliarySpent"] = "yes";
  }
  return next;
}

const amount = (state: MachineState, variable: VariableId): number => {
  const value = state[variable];
  return typeof value === "number" ? value : 0;
};

/** A gentle ramp down is by design on some machines: a short glide is as right as a dead stop. */
function motionStops(
  state: MachineState,
  concerns: (moving: { station: string; source: string }) => boolean,
): readonly Observation[] | undefined {
  const [station, fn, source] = String(state["moving"]).split(":");
  if (station === undefined || fn === undefined || source === undefined) return undefined;
  if (!concerns({ station, source })) return undefined;
  return [
    { see: "stops", function: fn },
    { see: "glides_then_stops", function: fn },
  ];
}

function certainOrPossible(
  bearing: readonly Pick<Interlock, "id" | "when" | "effect">[],
  state: MachineState,
): readonly BlockedBy[] {
  const found: BlockedBy[] = [];
  for (const interlock of bearing) {
    const truth = evaluate(interlock.when, state);
    if ("depends" in truth)
      found.push({ interlock: interlock.id, effect: interlock.effect, depends: truth.depends });
    else if (truth.holds) found.push({ interlock: interlock.id, effect: interlock.effect, depends: [] });
  }
  return found;
}
