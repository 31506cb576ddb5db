import { applies, choiceOf, figureOf, hasEngine } from "../sheet/read";
import type { Sheet } from "../sheet/sheet";
import { legged } from "../vocabulary/families";
import type { AxisId, State, StopId } from "../vocabulary/state/values";
import type { Station } from "../vocabulary/stations";
import type { Harm } from "./action";
import {
  type ByItself,
  deckSlidesWhen,
  fallsWhen,
  legSinksWhen,
  rollsWhen,
  swingsWhen,
  tipsWhen,
  waysDown,
} from "./by-itself";
import {
  aboveBound,
  allBound,
  always,
  type Bound,
  bind,
  isBound,
  isNever,
  legAxes,
  never,
  type Terms,
  variablesIn,
} from "./condition";
import { type Component, componentsOf, type Fault, type FaultMode, sinks } from "./faults";
import { functionsOf, hasEnable, type MachineFunction } from "./functions";
import type { BoundInterlock, Interlock } from "./interlock";
import { crankInterlocks, interlocks } from "./interlocks";
import { type Movement, type MovementFault, movementKey } from "./movement";
import { thresholdsOf } from "./thresholds";
import { readyVariables, stationsOf, stowedVariables } from "./variables";

/** A sheet made ready to run: its functions, and the interlocks of each movement at each station. */
export interface Machine {
  readonly sheet: Sheet;
  readonly functions: readonly MachineFunction[];
  readonly stations: readonly Station[];
  /** Every interlock this machine has, from any station. */
  readonly interlocks: readonly Interlock[];
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
  /** Standing dangers: as long as one holds, somebody is hurt. */
  readonly dangers: readonly { readonly harm: Harm["harm"]; readonly when: Bound }[];
  readonly brakes: "good" | "weak" | "dead";
  readonly noSupply: boolean;
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
  const known = new Set(Object.keys(stowedVariables(sheet)));
  const deadStops = new Set(componentsIn(faults, "stop.", "dead"));
  const stops = sheet.stopButtons
    .filter(({ id }) => !deadStops.has(id))
    .map(({ id }) => `stop.${id}` as const);
  const raisingAxes = functions.filter((fn) => fn.raises).flatMap((fn) => fn.axes);
  const terms = (station?: Station): Terms => ({
    has: (variable) => known.has(variable),
    threshold: (name) => thresholds[name],
    raisingAxes,
    stops,
    station,
  });
  const has = interlocks.filter((interlock) => applies(sheet, interlock.to ?? {}));
  const movements = new Map<string, Movement>();
  for (const station of stations) {
    const bound = has
      .filter((interlock) => bearsAt(sheet, interlock, station))
      .map((interlock) => ({ interlock, bound: bindFaulty(interlock, terms(station), faults) }))
      .filter(({ bound }) => !isNever(bound.when));
    for (const fn of functions.filter((f) => f.stations.includes(station))) {
      const crossed = [`switch.${station}.${fn.id}`, `actuator.${fn.id}`].some((part) =>
        has1(faults, part, "crossed"),
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
          fault: faultOf(faults, station, fn, direction),
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
    interlocks: has,
    movements,
    crank: crankInterlocks
      .filter((i) => applies(sheet, i.to ?? {}))
      .map((i) => ({ id: i.id, effect: "refuse", source: "main", when: bind(i.when, terms()) })),
    engine: hasEngine(sheet),
    enableTimeOutS: figureOf(sheet, "enable_time_out"),
    selfCheckS: figureOf(sheet, "self_check") ?? 0,
    auxiliaryLongestRunS: figureOf(sheet, "auxiliary_longest_run"),
    tiltDelayS: figureOf(sheet, "tilt_delay") ?? 0,
    directionWindowS: figureOf(sheet, "direction_window") ?? 0,
    directionHeld: choiceOf(sheet, "direction_confirm") === "held",
    glowS: figureOf(sheet, "glow_time") ?? 0,
    crankLimitS: figureOf(sheet, "crank_limit"),
    crankRestS: figureOf(sheet, "crank_rest") ?? 0,
    stops,
    faults,
    boomAxes: functions.filter((fn) => fn.group === "boom").flatMap((fn) => fn.axes),
    byItself: movingByItself(sheet, functions, faults, terms()),
    dangers: dangersOf(sheet, terms()),
    brakes: has1(faults, "brakes", "dead") ? "dead" : has1(faults, "brakes", "weak") ? "weak" : "good",
    noSupply: has1(faults, "supply", "dead"),
    reachFailed: faults.some(
      (f) => f.component === "sensor.reach_limit" || f.component === "lamp.reach_good",
    ),
    pinsStuck: has1(faults, "brake_pins", "dead"),
    terms,
  };
}

/** Every part of the machine that can fail, and how. */
export const failingParts = (machine: Machine): readonly Component[] =>
  componentsOf(machine.sheet, machine.interlocks);

function dangersOf(sheet: Sheet, terms: Terms): Machine["dangers"] {
  const standsOnLegs = (legged as readonly string[]).includes(sheet.family) ? "on_legs" : "on_wheels";
  return [
    { harm: "tips", when: bind(tipsWhen(standsOnLegs), terms) } as const,
    { harm: "falls", when: bind(fallsWhen, terms) } as const,
    { harm: "moves_unbidden", when: bind(deckSlidesWhen, terms) } as const,
  ].filter(({ when }) => !isNever(when));
}

/** What lowers by its valve, sinks by a leak, drifts or rolls: as built, and as it has failed. */
function movingByItself(
  sheet: Sheet,
  functions: readonly MachineFunction[],
  faults: readonly Fault[],
  terms: Terms,
): readonly ByItself[] {
  const held = functions.filter(sinks);
  const axes = held.flatMap((fn) => fn.axes);
  const loweringPerS = Math.max(0, ...held.map((fn) => fn.ratePerS));
  const brakesFailed = ["brakes", "park_brake", "caster_locks"].some((part) => has1(faults, part, "dead"));
  const bound = (entry: Omit<ByItself, "when">, when: Bound): readonly ByItself[] =>
    isNever(when) ? [] : [{ ...entry, when }];
  return [
    ...waysDown
      .filter((way) => applies(sheet, way.to))
      .flatMap(({ id, when, metered }) => {
        const ratePerS = loweringPerS * metered;
        if (has1(faults, id, "stuck_on"))
          return [{ id, see: "sinks", when: always, axes, ratePerS } as const];
        if (has1(faults, id, "dead")) return [];
        return bound({ id, see: "lowers", axes, ratePerS }, bind(when, terms));
      }),
    ...held
      .filter((fn) => has1(faults, `actuator.${fn.id}`, "leaking"))
      .map((fn): ByItself => ({ id: "leak", see: "sinks", when: always, axes: fn.axes, ratePerS: 0.002 })),
    ...(has1(faults, "leg_check_valves", "leaking")
      ? [{ id: "leg_leak", see: "sinks", when: always, axes: legAxes, ratePerS: 0.002 } as const]
      : []),
    ...bound({ id: "soft_ground", see: "sinks", axes: legAxes, ratePerS: 0.002 }, bind(legSinksWhen, terms)),
    ...(has1(faults, "swing_brake", "dead")
      ? bound({ id: "swing", see: "drifts", axes: ["axis.swing"], ratePerS: 0.01 }, bind(swingsWhen, terms))
      : []),
    ...bound(
      { id: "roll", see: "rolls", axes: [], ratePerS: 0 },
      bind(rollsWhen(brakesFailed ? "brakes_failed" : "brakes_good"), terms),
    ),
  ];
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

/** An interlock as its sensor makes it: dead never acts, stuck always, mis-set at the wrong amount. */
function bindFaulty(interlock: Interlock, terms: Terms, faults: readonly Fault[]): BoundInterlock {
  const { id, effect, source } = interlock;
  const modes = faults.filter((f) => f.component === `sensor.${id}`).map((f) => f.mode);
  const bound = bind(interlock.when, terms);
  const when: Bound = modes.includes("dead")
    ? never
    : modes.includes("stuck_on")
      ? always
      : modes.includes("intermittent")
        ? allBound([bound, isBound("loose contact", "made")])
        : modes.includes("mis_set")
          ? misSet(bound)
          : bound;
  return { id, effect, source, when };
}

/** Acts late: every amount it watches must be twice as large, or half way to the end of travel. */
function misSet(bound: Bound): Bound {
  if (bound.op === "is") return bound;
  if (bound.op !== "above") return { ...bound, parts: bound.parts.map(misSet) };
  return aboveBound(bound.variable, bound.limit < 0.5 ? bound.limit * 2 + 0.2 : (bound.limit + 1) / 2);
}

function faultOf(
  faults: readonly Fault[],
  station: Station,
  fn: MachineFunction,
  direction: string,
): MovementFault {
  const shared = [
    "supply",
    `panel.${station}`,
    `switch.${station}.${fn.id}`,
    `manifold.${fn.group}`,
    `coil.${fn.id}.${direction}`,
    `actuator.${fn.id}`,
  ];
  const state = (parts: readonly string[]) =>
    parts.some((part) => has1(faults, part, "dead"))
      ? ("dead" as const)
      : parts.some((part) => has1(faults, part, "intermittent"))
        ? ("maybe" as const)
        : ("good" as const);
  return {
    main: state([...shared, "pump.main", `enable.${station}`]),
    auxiliary: state([...shared, "pump.auxiliary"]),
    weak: has1(faults, `actuator.${fn.id}`, "weak") || has1(faults, "pump.main", "weak"),
    sticks:
      has1(faults, `coil.${fn.id}.${direction}`, "stuck_on") ||
      has1(faults, `switch.${station}.${fn.id}`, "stuck_on"),
    enableStuck: has1(faults, `enable.${station}`, "stuck_on"),
  };
}

const has1 = (faults: readonly Fault[], component: string, mode: FaultMode): boolean =>
  faults.some((f) => f.component === component && f.mode === mode);

const componentsIn = (faults: readonly Fault[], prefix: string, mode: FaultMode): readonly string[] =>
  faults
    .filter((f) => f.mode === mode && f.component.startsWith(prefix))
    .map((f) => f.component.slice(prefix.length));

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
