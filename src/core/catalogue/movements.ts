import type { Draft } from "../machine/action";
import { legAxes } from "../machine/condition";
import { expectedOf, type TestSetting } from "../machine/expect";
import { sinks } from "../machine/faults";
import { everyMovement, hasEnable, type MachineFunction } from "../machine/functions";
import type { Machine } from "../machine/machine";
import type { Station } from "../vocabulary/stations";
import { floor, repair, stop, watch } from "./rules";
import { driving, groundMoves, platformMoves } from "./states";
import type { CheckDefinition, Needs } from "./types";

/** What may be wrong with a movement. Not moving is first ruled out; the others never are. */
export const movementWrongs = {
  did_not_move: stop,
  wrong_way: floor("moves_or_does_not_stop"),
  did_not_stop: floor("moves_or_does_not_stop"),
  /** Something moves that nobody works, or works without its enable. */
  moved: floor("moves_or_does_not_stop"),
  goes_on_without_enable: floor("enable"),
  does_not_spring_back: stop,
  slow: repair,
  jerky: repair,
  noisy: watch,
  /** Works now, and no reason was found. */
  intermittent: watch,
} as const;

const idOf = (station: Station, fn: string, direction: string) => `move.${station}.${fn}.${direction}`;

/** The part a movement check looks at: the switches of its station. */
export const partOfMovement = (id: string) =>
  id.startsWith("move.platform.") ? ("platform_switch" as const) : ("ground_switch" as const);

/** The id of every movement check any sheet could ask for. */
export const movementIds = (): readonly string[] => [
  ...new Set(everyMovement().map((m) => idOf(m.station, m.function, m.direction))),
];

/**
 * One check for each movement at each station that the fault-free machine would make: generated from the
 * sheet's functions, so a function the sheet adds is tested without a line here.
 */
export function movementChecks(machine: Machine): readonly CheckDefinition[] {
  const checks: CheckDefinition[] = [];
  for (const station of machine.stations) {
    for (const fn of machine.functions) {
      if (!fn.stations.includes(station)) continue;
      for (const direction of fn.directions) {
        const enable = hasEnable(machine.sheet, station) ? "held" : "not_held";
        const test: TestSetting = { station, function: fn.id, direction, enable, ...onItsLegs(machine, fn) };
        if (expectedOf(machine, test) === "must_stay") continue;
        checks.push({
          id: idOf(station, fn.id, direction),
          version: 2,
          part: partOfMovement(idOf(station, fn.id, direction)),
          ...placeOf(machine, fn, station),
          conditions: sinks(fn) && direction === "up" ? { ...movementWrongs, sinks: stop } : movementWrongs,
          test,
          // A tower goes all the way up before its telescope may move.
          minutes: fn.id === "tower_telescope" ? 1.35 : 0.15,
          powered: true,
        });
      }
    }
  }
  return checks;
}

/** Half way up, a scissor with legs under it stands on them; a boom on legs does so anyway. */
function onItsLegs(machine: Machine, fn: MachineFunction): Pick<TestSetting, "given"> {
  if (fn.group !== "lift") return {};
  const has = new Set(machine.functions.flatMap((f) => f.axes));
  const legs = legAxes.filter((axis) => has.has(axis));
  const given: Draft = {};
  for (const axis of legs) given[axis] = 1;
  return legs.length === 0 ? {} : { given };
}

/** Where in the plan a movement is tried, and in which state. */
function placeOf(
  machine: Machine,
  fn: MachineFunction,
  station: Station,
): Pick<CheckDefinition, "phase" | "station" | "at" | "needs" | "cautions"> {
  const { group } = fn;
  if (group === "drive" || group === "tracks") {
    return {
      phase: "drive",
      station: "drive",
      at: ["drive_tests"],
      needs: driving,
      cautions: ["drive_room"],
    };
  }
  const moves = station === "platform" ? platformMoves : groundMoves;
  const needs: Needs =
    group === "legs"
      ? { ...moves, posture: "stowed", outriggers: "in", incline: "level", legPins: "operate", mats: "laid" }
      : group === "axles"
        ? { ...moves, posture: "stowed", incline: "level" }
        : group === "lift"
          ? moves
          : { ...moves, outriggers: "out", axles: "out", ...outOfItsCradle(machine, fn) };
  return station === "platform"
    ? { phase: "platform", station: "platform", at: ["platform_tests"], needs, cautions: ["look_below"] }
    : {
        phase: group === "legs" ? "ground_power" : "ground_moves",
        station: "ground",
        at: ["ground_tests"],
        needs,
        cautions: group === "legs" ? ["feet_clear"] : ["nobody_under"],
      };
}

/** A boom that lies in a cradle comes straight up out of it before anything else moves. */
const outOfItsCradle = (machine: Machine, { id }: MachineFunction): Needs =>
  id !== "main" && machine.interlocks.some((interlock) => interlock.id === "boom_in_cradle")
    ? { posture: "clear" }
    : {};
