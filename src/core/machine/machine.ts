import { applies, choiceOf, figureOf, hasEngine } from "../sheet/read";
import type { Sheet } from "../sheet/sheet";
import type { AxisId, State, StopId } from "../vocabulary/state/values";
import type { Station } from "../vocabulary/stations";
import type { ByItself } from "./by-itself";
import {
  always,
  type Bound,
  bind,
  type Condition,
  isNever,
  never,
  type Terms,
  variablesIn,
} from "./condition";
import { type Component, componentsOf, enableSwitch, type Fault } from "./faults";
import { bindFaulty, componentsIn, faultOf, isFailed } from "./faulty";
import { functionsOf, hasEnable, type MachineFunction } from "./functions";
import type { BoundInterlock, Interlock } from "./interlock";
import { crankInterlocks, interlocks, pedalDown } from "./interlocks";
import { type Movement, movementKey } from "./movement";
import { shadowedOn } from "./shadowed";
import { thresholdsOf } from "./thresholds";
import { type Danger, dangersOf, movingByItself, rollsPushed } from "./unbidden";
import { readyVariables, stationsOf, stowedVariables } from "./variables";

/** A sheet made ready to run: its functions, and the interlocks of each movement at each station. */
export interface Machine {
  readonly sheet: Sheet;
  readonly functions: readonly MachineFunction[];
  readonly stations: readonly Station[];
  /** Every interlock this machine has, from any station. */
  readonly interlocks: readonly Interlock[];
  /** Those another stands before, each with that other. */
  readonly shadowed: ReadonlyMap<string, string>;
  readonly movements: ReadonlyMap<string, Movement>;
  readonly crank: readonly BoundInterlock[];
  readonly engine: boolean;
  /** Seconds; undefined where the sheet has no figure, and then the time-out is not predicted. */
  readonly enableTimeOutS: number | undefined;
  readonly selfCheckS: number;
  readonly auxiliaryLongestRunS: number | undefined;
  readonly tiltDelayS: number;
  readonly directionWindowS: number;
  /** The confirm switch is held with the pedal, rather than opening a window. */
  readonly directionHeld: boolean;
  readonly glowS: number;
  readonly crankLimitS: number | undefined;
  readonly crankRestS: number;
  /** Stop buttons that do what they are there for. */
  readonly stops: readonly StopId[];
  readonly faults: readonly Fault[];
  readonly boomAxes: readonly AxisId[];
  /** What moves without anybody working a function. */
  readonly byItself: readonly ByItself[];
  readonly dangers: readonly Danger[];
  readonly rollsPushed: Bound;
  readonly brakes: "good" | "weak" | "dead";
  /** Metres within which it stops from full speed, by its sheet. */
  readonly stopsWithinM: number | undefined;
  readonly noSupply: boolean;
  /** Key and disconnect that do what they are there for. */
  readonly keyCuts: boolean;
  readonly disconnectCuts: boolean;
  /** The switch that starts it does not, where it is one with the ground's enable. */
  readonly noStart: boolean;
  /** Reach control or its lamp is failed in some way: its self-test shows no good lamp. */
  readonly reachFailed: boolean;
  /** The brake pins of a crank mast do not engage. */
  readonly pinsStuck: boolean;
  readonly terms: (station?: Station) => Terms;
}

/**
 * Builds the machine a sheet describes, with the faults planted in it: none, unless one is to be looked for or
 * practised. Pure; costs about a millisecond.
 */
export function buildMachine(sheet: Sheet, faults: readonly Fault[] = []): Machine {
  const functions = functionsOf(sheet);
  const stations = stationsOf(functions);
  const thresholds = thresholdsOf(sheet);
  // What a dead switch watches reads as nothing: no interlock and no alarm hears of it.
  const blind = new Set(componentsIn(faults, "guard_switch.", "dead").map((side) => `guard.${side}`));
  const known = new Set(Object.keys(stowedVariables(sheet)).filter((id) => !blind.has(id)));
  const deadStops = new Set(componentsIn(faults, "stop.", "dead"));
  const stops = sheet.stopButtons
    .filter(({ id }) => !deadStops.has(id) && !isFailed(faults, "sensor.stop_button_in", "dead"))
    .map(({ id }) => `stop.${id}` as const);
  const raisingAxes = functions.filter((fn) => fn.raises).flatMap((fn) => fn.axes);
  const terms = (station?: Station): Terms => ({
    has: (variable) => known.has(variable),
    threshold: (name) => thresholds[name],
    raisingAxes,
    stops,
    station,
  });
  const fitted = interlocks.filter((interlock) => applies(sheet, interlock.to ?? {}));
  const movements = new Map<string, Movement>();
  for (const station of stations) {
    const bound = fitted
      .filter((interlock) => bearsAt(sheet, interlock, station))
      .map((interlock) => ({ interlock, bound: bindFaulty(interlock, terms(station), faults) }))
      .filter(({ bound }) => !isNever(bound.when));
    for (const fn of functions.filter((f) => f.stations.includes(station))) {
      const crossed = [`switch.${station}.${fn.id}`, `actuator.${fn.id}`].some((part) =>
        isFailed(faults, part, "crossed"),
      );
      const pair = fn.directions.map((direction, index) => {
        const bearing = bound.filter(({ interlock }) => bears(interlock, fn, direction)).map((b) => b.bound);
        const stuck = componentsIn(faults, "stop.", "stuck_on").length > 0;
        const key = movementKey(station, fn.id, direction);
        return {
          key,
          station,
          fn,
          direction,
          sign: index === 0 ? (1 as const) : (-1 as const),
          bearing: stuck ? [...bearing, stuckStop] : bearing,
          stopsOnTheWay: bearing.filter(
            ({ effect, when }) =>
              effect === "refuse" &&
              variablesIn(when).some((variable) => (fn.axes as readonly string[]).includes(variable)),
          ),
          fault: faultOf(faults, station, fn, direction, enableSwitch(sheet, station)),
          running: { main: `${key}:main`, auxiliary: `${key}:auxiliary` },
        };
      });
      for (const [index, one] of pair.entries()) {
        movements.set(one.key, { ...one, runs: (crossed ? pair[1 - index] : one) ?? one });
      }
    }
  }
  return {
    sheet,
    functions,
    stations,
    interlocks: fitted,
    shadowed: shadowedOn(sheet),
    movements,
    crank: crankInterlocks
      .filter((i) => applies(sheet, i.to ?? {}))
      .map((i) => ({
        id: i.id,
        effect: "refuse",
        source: "main",
        when: i.id === pedalDown ? pedalAtStart(faults, bind(i.when, terms())) : bind(i.when, terms()),
      })),
    engine: hasEngine(sheet),
    enableTimeOutS: figureOf(sheet, "enable_time_out"),
    selfCheckS: figureOf(sheet, "self_check") ?? 0,
    auxiliaryLongestRunS: figureOf(sheet, "auxiliary_longest_run"),
    tiltDelayS: figureOf(sheet, "tilt_delay") ?? 0,
    directionWindowS: figureOf(sheet, "direction_window") ?? 0,
    directionHeld: choiceOf(sheet, "direction_confirm") === "held",
    // Longer than the panel checks itself, where the sheet does not say how long.
    glowS: figureOf(sheet, "glow_time") ?? (figureOf(sheet, "self_check") ?? 0) + 1,
    crankLimitS: figureOf(sheet, "crank_limit"),
    crankRestS: figureOf(sheet, "crank_rest") ?? 0,
    stops,
    faults,
    boomAxes: functions.filter((fn) => fn.group === "boom").flatMap((fn) => fn.axes),
    byItself: movingByItself(sheet, functions, faults, terms()),
    dangers: dangersOf(sheet, terms()),
    rollsPushed: rollsPushed(faults, terms()),
    brakes: isFailed(faults, "brakes", "dead")
      ? "dead"
      : isFailed(faults, "brakes", "weak")
        ? "weak"
        : "good",
    stopsWithinM: figureOf(sheet, "stopping_distance_max"),
    noSupply: isFailed(faults, "supply", "dead"),
    keyCuts: !isFailed(faults, "sensor.key_elsewhere", "dead"),
    disconnectCuts: !isFailed(faults, "sensor.disconnect_off", "dead"),
    noStart: isFailed(faults, "start_switch", "dead"),
    reachFailed: faults.some(
      (f) => f.component === "sensor.reach_limit" || f.component === "lamp.reach_good",
    ),
    pinsStuck: isFailed(faults, "brake_pins", "dead"),
    terms,
  };
}

/** A pedal whose switch is dead is not noticed at the start; one that sticks is never up. */
const pedalAtStart = (faults: readonly Fault[], bound: Bound): Bound =>
  isFailed(faults, "enable.platform", "dead")
    ? never
    : isFailed(faults, "enable.platform", "stuck_on")
      ? always
      : bound;

/** Every part of the machine that can fail, and how. */
export function failingParts(machine: Machine): readonly Component[] {
  const bearing = new Set([...machine.movements.values()].flatMap((m) => m.bearing.map(({ id }) => id)));
  return componentsOf(
    machine.sheet,
    machine.interlocks.filter(({ id }) => bearing.has(id)),
  );
}

const stuckStop: BoundInterlock = {
  id: "stop_button_in",
  effect: "refuse",
  source: "any",
  when: always,
};

function bearsAt(sheet: Sheet, interlock: Interlock, station: Station): boolean {
  if (interlock.stations !== undefined && !interlock.stations.includes(station)) return false;
  return interlock.ofEnable !== true || hasEnable(sheet, station);
}

function bears(interlock: Interlock, fn: MachineFunction, direction: string): boolean {
  if (!interlock.groups.includes(fn.group)) return false;
  const named = `${fn.id}.${direction}`;
  if (interlock.except?.includes(named)) return false;
  const { directions } = interlock;
  return directions === undefined || directions.includes(named) || directions.includes(direction);
}

/** The machine stowed and shut down: key off, stop buttons in, disconnect off, everything closed. */
export const stowedState = (machine: Machine): State => stowedVariables(machine.sheet);

/** States are never changed, so each is made once for its machine. */
const readyStates = new WeakMap<Machine, Map<string, State>>();

/** The stowed machine made ready at one station for functions of one group (see `variables.ts`). */
export function readyState(
  machine: Machine,
  station: Station,
  group: MachineFunction["group"] = "lift",
): State {
  const made = readyStates.get(machine) ?? new Map<string, State>();
  readyStates.set(machine, made);
  const key = `${station} ${group}`;
  const state = made.get(key) ?? readyVariables(machine.sheet, station, group);
  made.set(key, state);
  return state;
}

const boundTo = new WeakMap<Machine, Map<Condition, Bound>>();

/** A condition of a table, bound to a machine: once, however often it is asked. */
export function boundOn(machine: Machine, condition: Condition): Bound {
  const known = boundTo.get(machine) ?? new Map<Condition, Bound>();
  boundTo.set(machine, known);
  const bound = known.get(condition) ?? bind(condition, machine.terms());
  known.set(condition, bound);
  return bound;
}
