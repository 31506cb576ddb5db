import { enabled, movementsAt, shortS } from "../catalogue/acts/deeds";
import type { Action } from "../machine/action";
import { legAxes } from "../machine/condition";
import { type Machine, readyState } from "../machine/machine";
import { forbids } from "../machine/permitted";
import { signsOf } from "../machine/signs";
import { valuesOf } from "../machine/variables";
import type { Random } from "../vocabulary/seeded";
import type { State, WordId } from "../vocabulary/state/values";
import type { Failed, Subject } from "./faults";
import { couldShowIn } from "./reads";
import { alike, run } from "./run";
import { standsOnBlock } from "./unseen";
import { followsByItself, mayStand } from "./visible";

/** What somebody did until a failed machine gave an answer the sound one could not have given. */
export interface ShownBy {
  readonly failed: Failed;
  readonly after: readonly Action[];
}

/** Actions of one sequence. */
const long = 12;

const pick = <T>(random: Random, list: readonly T[]): T | undefined =>
  list[Math.floor(random() * list.length)];

/**
 * Works a machine at random, as far as anybody may, beside the same machine failed in each of these ways, and says which
 * of them gave themselves away for certain. Every lamp and sound is watched throughout. No plan and no check is asked, only
 * what is permitted, short of the states that an interlock's own entry argues nobody brings about; a part stands at an end
 * of its travel or a short command off it, as on a walk.
 */
export function shownAtRandom(
  { machine }: Subject,
  failed: readonly Failed[],
  sequences: number,
  random: Random,
): readonly ShownBy[] {
  const open = new Set(failed);
  const shown: ShownBy[] = [];
  const words = wordsSet(machine);
  const watched = watchedOn(machine);
  for (let n = 0; n < sequences && open.size > 0; n++) {
    const station = pick(random, machine.stations);
    const fn = pick(random, machine.functions);
    if (station === undefined || fn === undefined) return shown;
    let state: State = {
      ...readyState(machine, station, fn.group),
      ...(random() < 0.3 ? offLegs(machine, random) : {}),
      who: station === "platform" ? "platform" : "ground",
    };
    const beside = new Map([...open].map((one) => [one, state] as const));
    const done: Action[] = [];
    for (let i = 0; i < long; i++) {
      const next = anything(machine, state, station, words, random);
      if (next === undefined) continue;
      const after = madeOf(machine, state, next.action, next.seconds);
      if (after === undefined) continue;
      done.push(next.action);
      const deed = { action: next.action, seconds: next.seconds };
      for (const [one, before] of beside) {
        const same = before === state;
        if (same && !watched(one) && !couldShowIn(machine, deed, state, one.fault)) {
          beside.set(one, after.state);
          continue;
        }
        const failing = madeOf(one.machine, before, next.action, next.seconds);
        // Whoever sees nothing amiss may do on it only what is permitted there too.
        if (failing === undefined) beside.delete(one);
        else if (failing.seen.some((seen) => after.seen.includes(seen)))
          beside.set(one, alike(failing.state, after.state) ? after.state : failing.state);
        else {
          shown.push({ failed: one, after: [...done] });
          open.delete(one);
          beside.delete(one);
        }
      }
      ({ state } = after);
    }
  }
  return shown;
}

/** A lamp, a sound, or what makes one come: any act may show it. */
const watchedOn =
  (machine: Machine) =>
  ({ component: { id, kind, senses } }: Failed): boolean =>
    kind === "lamp" ||
    kind === "alarm" ||
    id.startsWith("sensor.tilt_") ||
    (senses !== undefined && machine.interlocks.find((one) => one.id === senses)?.shows !== undefined);

/** On no legs and with its axles in, or on one of the two. */
const offLegs = (machine: Machine, random: Random): State => {
  const ready = readyState(machine, machine.stations[0] ?? "ground");
  const legs = random() < 0.5 ? 0 : 1;
  return Object.fromEntries(
    [...legAxes, "axis.axles"]
      .filter((axis) => axis in ready)
      .map((axis) => [axis, axis === "axis.axles" ? 0 : legs]),
  ) as unknown as State;
};

/** What the machine or the place comes to, and nobody sets. */
const notByHand = /^(battery|fuel|load|ground|chassisLevel|levelFault|engine|glowLamp|oil|brakes)$/;

/** What can be set by hand: words, and none that follows from what else is done. */
function wordsSet(machine: Machine): readonly (readonly [WordId, readonly string[]])[] {
  const tilts = standsOnBlock(machine);
  return [...valuesOf(machine.sheet)].flatMap(([id, values]) =>
    Array.isArray(values) && !followsByItself.test(id) && !notByHand.test(id) && (id !== "incline" || tilts)
      ? [[id as WordId, values as readonly string[]]]
      : [],
  );
}

interface Done {
  readonly state: State;
  /** All that could be said of it; any one of these. */
  readonly seen: readonly string[];
}

/** Undefined where nobody may do it, or brings it about on purpose. */
function madeOf(machine: Machine, state: State, action: Action, seconds: number): Done | undefined {
  if (forbids(machine, state, "operator", action).length > 0) return undefined;
  const { answers, state: after } = run(machine, state, { deeds: [{ action, seconds }] });
  if (!mayStand(machine, after)) return undefined;
  const { lamps, sounds } = signsOf(machine, after);
  const signs = JSON.stringify([Object.entries(lamps).sort(), Object.keys(sounds).sort()]);
  return { state: after, seen: (answers[0] ?? []).map((one) => `${one} ${signs}`) };
}

function anything(
  machine: Machine,
  state: State,
  station: Machine["stations"][number],
  words: ReturnType<typeof wordsSet>,
  random: Random,
): { readonly action: Action; readonly seconds: number } | undefined {
  const what = random();
  if (what < 0.45) {
    const move = pick(random, movementsAt(machine, station));
    if (move === undefined) return undefined;
    const { fn, direction } = move;
    // A leg goes all the way: nobody lets one hang half down and goes on.
    const atEnd = fn.group !== "legs" && fn.axes.every((axis) => [-1, 0, 1].includes(Number(state[axis])));
    const seconds = atEnd && random() < 0.5 ? shortS : fn.ratePerS === 0 ? shortS : 2.2 / fn.ratePerS;
    const source = state.auxiliaryRunS !== undefined && random() < 0.15 ? "auxiliary" : "main";
    return { action: { do: "operate", station, function: fn.id, direction, source }, seconds };
  }
  if (what < 0.6) {
    const held = pick(random, enabled(machine, station));
    return held === undefined ? undefined : { action: held.action, seconds: held.seconds };
  }
  if (what < 0.65) return { action: { do: "release_function", station }, seconds: 0 };
  if (what < 0.68) return { action: { do: "release_enable", station }, seconds: 0 };
  if (what < 0.73) return { action: { do: "crank" }, seconds: 3 };
  if (what < 0.76) return { action: { do: "push" }, seconds: shortS };
  if (what < 0.8) return { action: { do: "wait" }, seconds: 60 };
  if (what < 0.82 && state.reachTest !== undefined) return { action: { do: "reach_self_test" }, seconds: 2 };
  const [id, values] = pick(random, words) ?? [];
  const to = values === undefined ? undefined : pick(random, values);
  return id === undefined || to === undefined
    ? undefined
    : { action: { do: "set", variable: id, to }, seconds: 0 };
}
