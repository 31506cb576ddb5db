import type { Deed } from "../catalogue/acts/act";
import type { Observation, StepResult } from "../machine/action";
import type { Machine } from "../machine/machine";
import { signsOf } from "../machine/signs";
import type { State } from "../vocabulary/state/values";

/** What a test can come to, as whoever made it would tell it. The first is: as it must. */
export const allSights = [
  "as_it_must",
  "did_not_move",
  "moved",
  "wrong_way",
  "slow",
  "too_fast",
  /** Stops by itself at another place than it must, or not at all. */
  "other_place",
  "did_not_stop",
  "engine_ran_on",
  "stopped_late",
  "did_not_lower",
  "sinks",
  "rolls",
  "did_not_roll",
  "did_not_start",
  "started",
  "stays_live",
  /** The panel, or one lamp of it. */
  "dark",
  "lamp_differs",
  "silent",
  "pins",
] as const;
export type Sight = (typeof allSights)[number];

/** A set of sights, one bit each in the order of the list. */
export type Sights = number;

export const noSight: Sights = 0;
export const asItMust: Sights = 1;
export const setOf = (...these: readonly Sight[]): Sights =>
  these.reduce((set, sight) => set | (1 << allSights.indexOf(sight)), 0);
export const sightsIn = (set: Sights): readonly Sight[] =>
  allSights.filter((_, bit) => (set & (1 << bit)) !== 0);

const on = Object.fromEntries(allSights.map((sight) => [sight, setOf(sight)])) as Readonly<
  Record<Sight, Sights>
>;

/** A deed made on a machine. */
export interface Made {
  readonly machine: Machine;
  readonly before: State;
  readonly result: StepResult;
}

/** Seen by whoever watches: an axis that moved by itself more than this part of its travel. */
const noticed = 0.01;

/**
 * What one deed of a failing machine may show, held against what it must show and what the sound machine showed. Deeds
 * nobody is asked to watch show nothing; of one that may go either way both are in the set.
 */
export function sightsOf(
  { machine, result, before }: Made,
  sound: Made,
  { must, action }: Deed,
  stopping: "measured" | "by_eye",
): Sights {
  if (must === undefined) return asItMust;
  const besides = movedByItself(before, result) & ~movedByItself(sound.before, sound.result);
  switch (must.must) {
    case "move":
    case "move_slowly":
    case "slow_down":
    case "stop_itself":
    case "stay": {
      const seen = result.acceptable.reduce<Sights>(
        (set, one) => set | movementSight(one, result, sound.result, must.must === "stay"),
        noSight,
      );
      // While it is worked nobody tells how far it sank by itself.
      return and(seen, must.must === "stay" ? besides : besides & on.rolls);
    }
    case "stop":
      return and(stopSight(result, sound.result, stopping), besides);
    case "lower":
      return result.besides.some(({ see }) => see === "lowers") ? asItMust : on.did_not_lower;
    case "hold":
      return and(result.acceptable.some(({ see }) => see === "rolls") ? on.rolls : asItMust, besides);
    case "roll":
      return result.acceptable.some(({ see }) => see === "rolls") ? asItMust : on.did_not_roll;
    case "start":
    case "not_start":
      return (
        result.acceptable.reduce<Sights>((set, seen) => {
          if (seen.see !== "engine") return set;
          const runs = seen.as === "runs";
          return set | (runs === (must.must === "start") ? asItMust : runs ? on.started : on.did_not_start);
        }, noSight) || asItMust
      );
    case "die":
      return result.acceptable.some((seen) => seen.see === "panel_lamps" && seen.as === "dark")
        ? asItMust
        : on.stays_live;
    case "light":
      return result.acceptable.some((seen) => seen.see === "panel_lamps" && seen.as !== "dark")
        ? asItMust
        : on.dark;
    case "show": {
      if (action.do === "reach_self_test") {
        const lit = result.acceptable.some((seen) => seen.see === "lamp" && seen.as === must.as);
        return lit ? asItMust : on.dark;
      }
      const as = signsOf(machine, result.state).lamps[must.lamp];
      const meant = signsOf(sound.machine, sound.result.state).lamps[must.lamp];
      return as === meant ? asItMust : as === undefined ? on.dark : on.lamp_differs;
    }
    case "show_all": {
      const lit = Object.keys(signsOf(machine, result.state).lamps).sort().join();
      const meant = Object.keys(signsOf(sound.machine, sound.result.state).lamps).sort().join();
      return lit === meant ? asItMust : on.dark;
    }
    case "sound":
      return signsOf(machine, result.state).sounds[must.sound] === undefined ? on.silent : asItMust;
    case "engage":
    case "disengage":
      return result.state.brakePins === sound.result.state.brakePins ? asItMust : on.pins;
  }
}

/** What it did by itself besides is seen whatever else was. */
const and = (seen: Sights, besides: Sights): Sights =>
  besides === noSight ? seen : (seen & ~asItMust) | besides;

function movementSight(seen: Observation, result: StepResult, sound: StepResult, mustStay: boolean): Sights {
  const meant = sound.acceptable.find(({ see }) => see === "moves" || see === "moves_then_stops");
  if (seen.see === "stays") return mustStay || meant === undefined ? asItMust : on.did_not_move;
  if (seen.see !== "moves" && seen.see !== "moves_then_stops") return asItMust;
  if (mustStay || meant === undefined) return on.moved;
  if (meant.see !== "moves" && meant.see !== "moves_then_stops") return on.moved;
  if (seen.direction !== meant.direction) return on.wrong_way;
  if (seen.see === "moves" && meant.see === "moves") {
    if (seen.band === meant.band) return asItMust;
    return seen.band === "creep" ? on.slow : on.too_fast;
  }
  if (seen.see !== meant.see) return on.other_place;
  return stoppedAt(seen.function, result.state) === stoppedAt(seen.function, sound.state)
    ? asItMust
    : on.other_place;
}

/** Where it stopped is read off a stripe or an angle, to a fiftieth of its travel. */
function stoppedAt(fn: string, state: State): number {
  const at = (state as Readonly<Record<string, unknown>>)[`axis.${fn}`];
  return typeof at === "number" ? Math.round(at * 50) : -1;
}

function stopSight(result: StepResult, sound: StepResult, stopping: "measured" | "by_eye"): Sights {
  if (result.state.moving !== "none" && result.state.moving !== undefined) return on.did_not_stop;
  const engineStops = (of: StepResult) =>
    of.acceptable.some((seen) => seen.see === "engine" && seen.as === "stops");
  if (engineStops(sound) && !engineStops(result) && result.state.engine === "running")
    return on.engine_ran_on;
  if (!result.acceptable.some(({ see }) => see === "stops_late")) return asItMust;
  // Whoever does not measure may well not see it.
  return stopping === "measured" ? on.stopped_late : on.stopped_late | asItMust;
}

/** Sank, drifted or rolled by itself, enough to be noticed. */
function movedByItself(before: State, { state, besides }: StepResult): Sights {
  let set = noSight;
  for (const seen of besides) {
    if (seen.see === "rolls") set |= on.rolls;
    if (seen.see !== "sinks" && seen.see !== "drifts" && seen.see !== "lowers") continue;
    if (Number(before[seen.axis]) - Number(state[seen.axis]) > noticed) set |= on.sinks;
  }
  return set;
}
