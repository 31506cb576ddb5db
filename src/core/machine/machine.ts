import { figureOf, fitOf, mayHave } from "../sheet/read";
import type { Sheet } from "../sheet/sheet";
import type { Condition } from "./condition";
import { functionsOf, hasEnable, hasEngine, type MachineFunction } from "./functions";
import { type Interlock, interlocks } from "./interlocks";
import { type MachineState, otherStation, type Station, stations } from "./state";

/** A sheet made ready to run: its functions, and the interlocks of each movement at each station. */
export interface Machine {
  readonly sheet: Sheet;
  readonly functions: readonly MachineFunction[];
  /** Interlocks that bear on `station:function:direction`, `$station` filled in. */
  readonly interlocksOf: ReadonlyMap<string, readonly Interlock[]>;
  readonly engine: boolean;
  /** Seconds; undefined where the sheet has no figure, and then the time-out is not predicted. */
  readonly enableTimeOutS: number | undefined;
  readonly selfCheckS: number;
  readonly auxiliaryLongestRunS: number | undefined;
  readonly tiltDelayS: number;
}

export const movementKey = (station: Station, functionId: string, direction: string): string =>
  `${station}:${functionId}:${direction}`;

/** Builds the machine a sheet describes. Pure; costs well under a millisecond. */
export function buildMachine(sheet: Sheet): Machine {
  const functions = functionsOf(sheet);
  const engine = hasEngine(sheet);
  const byMovement = new Map<string, readonly Interlock[]>();
  for (const station of stations) {
    for (const fn of functions) {
      for (const direction of fn.directions) {
        const bearing = interlocks
          .filter((interlock) => bears(sheet, engine, interlock, station, fn, direction))
          .map((interlock) => ({ ...interlock, when: atStation(interlock.when, station) }));
        byMovement.set(movementKey(station, fn.id, direction), bearing);
      }
    }
  }
  return {
    sheet,
    functions,
    interlocksOf: byMovement,
    engine,
    enableTimeOutS: figureOf(sheet, "enable_time_out"),
    selfCheckS: figureOf(sheet, "self_check") ?? 0,
    auxiliaryLongestRunS: figureOf(sheet, "auxiliary_longest_run"),
    tiltDelayS: figureOf(sheet, "tilt_delay") ?? 0,
  };
}

function bears(
  sheet: Sheet,
  engine: boolean,
  interlock: Interlock,
  station: Station,
  fn: MachineFunction,
  direction: string,
): boolean {
  if (interlock.feature !== undefined && !mayHave(sheet, interlock.feature)) return false;
  if (interlock.power !== undefined && (interlock.power === "engine") !== engine) return false;
  if (interlock.stations !== undefined && !interlock.stations.includes(station)) return false;
  if (!interlock.groups.includes(fn.group)) return false;
  if (interlock.id.startsWith("enable_") && !hasEnable(sheet, station)) return false;
  const { directions } = interlock;
  return (
    directions === undefined || directions.includes(`${fn.id}.${direction}`) || directions.includes(direction)
  );
}

function atStation(condition: Condition, station: Station): Condition {
  const named = (variable: string) =>
    variable.replace("$station", station).replace("$other", otherStation(station));
  if ("is" in condition) return { is: [named(condition.is[0]), named(condition.is[1])] };
  if ("above" in condition) return { above: [named(condition.above[0]), condition.above[1]] };
  if ("not" in condition) return { not: atStation(condition.not, station) };
  if ("all" in condition) return { all: condition.all.map((part) => atStation(part, station)) };
  return { any: condition.any.map((part) => atStation(part, station)) };
}

/** The machine stowed and shut down: key off, stop buttons in, disconnect off, everything closed. */
export function stowedState(machine: Machine): MachineState {
  const axes = Object.fromEntries(machine.functions.map((fn) => [fn.axis, 0]));
  return {
    "axis.lift": 0,
    "axis.tower": 0,
    "axis.main": 0,
    "axis.tower_telescope": 0,
    ...axes,
    key: "off",
    "stop.ground": "in",
    "stop.platform": "in",
    disconnect: "off",
    engine: "off",
    battery: "charged",
    source: "main",
    auxiliaryRunS: 0,
    auxiliarySpent: "no",
    selfCheckLeftS: 0,
    "enable.ground": "released",
    "enable.platform": "released",
    "enableIdleS.ground": 0,
    "enableIdleS.platform": 0,
    "enableTimedOut.ground": "no",
    "enableTimedOut.platform": "no",
    "chosenFirst.ground": "no",
    "chosenFirst.platform": "no",
    "chosen.ground": "none",
    "chosen.platform": "none",
    selector: "drive",
    gate: "shut",
    load: "within",
    tilt: "level",
    tiltForS: 0,
    tiltTripped: "no",
    "guard.left": "free",
    "guard.right": "free",
    prop: "parked",
    "valve.descent": "shut",
    "valve.brake_release": "shut",
    "valve.freewheel": "shut",
    turntableLock: fitOf(machine.sheet, "turntable_lock_pin") === "fitted" ? "in" : "out",
    swung: "straight",
    directionConfirmed: "no",
    directionLeftS: 0,
    crushGuard: "free",
    moving: "none",
  };
}

/** The stowed machine made ready at one station: powered, self-check over, engine running where there is one. */
export function readyState(machine: Machine, station: Station): MachineState {
  return {
    ...stowedState(machine),
    key: station,
    "stop.ground": "out",
    "stop.platform": "out",
    disconnect: "on",
    engine: machine.engine ? "running" : "off",
    turntableLock: "out",
  };
}
