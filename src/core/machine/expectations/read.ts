import type { LampId, SoundId } from "../../vocabulary/signs";
import type { State, VariableId } from "../../vocabulary/state/values";
import type { Station } from "../../vocabulary/stations";
import { expectedOf, type TestSetting } from "../expect";
import { type Machine, readyState } from "../machine";
import { signsOf } from "../signs";
import { step } from "../step";

type Given = State;

/**
 * One line of practice: what is done, in which state, what must be seen. Written as people say it:
 * `ground main.up`, with `(not held)`, `(let go)`, `(held too long)` or `(auxiliary)` after it; `crank`;
 * `lamp axles`; `sound lowering while ground lift.down`. `, 4 s after confirming` (or tilting, powering up,
 * auxiliary, cranking) lets something happen and time pass first.
 */
export type Line = readonly [words: string, done: string, given: Given, seen: string];

const enables = {
  "(not held)": "not_held",
  "(let go)": "let_go",
  "(held too long)": "held_too_long",
} as const;

/** What the model shows for a line's second and third part. */
export function seen(machine: Machine, done: string, given: Given): string {
  const timed = /^(.*), ([\d.]+) s after (\w+(?: up)?)$/.exec(done);
  if (timed !== null) {
    const [, then = "", seconds, what = ""] = timed;
    return seen(machine, then, { ...given, ...afterwards(machine, then, given, what, Number(seconds)) });
  }
  const [first = "", name = ""] = done.split(" ");
  if (done === "crank") {
    const state: State = { ...readyState(machine, "ground", "boom"), engine: "off", ...given };
    const [only, other] = step(machine, state, { do: "crank" }, 1).acceptable;
    return other !== undefined ? "either" : only?.see === "engine" ? only.as : "nothing";
  }
  if (first === "lamp" || first === "sound") {
    const signs = signsOf(machine, shown(machine, done.split(" while ")[1], given));
    return first === "lamp"
      ? (signs.lamps[name as LampId] ?? "dark")
      : signs.sounds[name as SoundId] === undefined
        ? "silent"
        : "sounds";
  }
  return expectedOf(machine, settingOf(done, given));
}

/** What has changed some seconds after something was done. */
function afterwards(machine: Machine, then: string, given: Given, what: string, seconds: number): Given {
  const station = then === "crank" ? "ground" : settingOf(then, {}).station;
  const before: State = { ...readyState(machine, station, "boom"), ...given };
  const wait = (state: State) => step(machine, state, { do: "wait" }, seconds).state;
  const set = (state: State, variable: VariableId, to: string) =>
    step(machine, state, { do: "set", variable, to }, 0).state;
  const after = {
    confirming: () => wait(step(machine, before, { do: "confirm_direction" }, 0).state),
    tilting: () => wait(set(before, "incline", "beyond_trip")),
    "powering up": () =>
      wait(set(set({ ...before, engine: "off" }, "disconnect", "off"), "disconnect", "on")),
    auxiliary: () =>
      step(
        machine,
        { ...before, engine: "off", "axis.main": 1 },
        { do: "operate", station, function: "main", direction: "down", source: "auxiliary" },
        seconds,
      ).state,
    cranking: () => wait(step(machine, { ...before, engine: "off" }, { do: "crank" }, 30).state),
  }[what];
  if (after === undefined)
    throw new Error(`expected confirming, tilting, powering up, auxiliary or cranking, got ${what}`);
  const now = after();
  const kept = [
    "tiltTripped",
    "incline",
    "directionConfirmed",
    "directionLeftS",
    "selfCheckLeftS",
    "glowLamp",
  ];
  kept.push("auxiliarySpent", "crankRestLeftS");
  return Object.fromEntries(Object.entries(now).filter(([id]) => kept.includes(id))) as State;
}

function settingOf(done: string, given: Given): TestSetting {
  const match =
    /^(ground|platform|remote) (\w+)\.(\w+)( \((?:not held|let go|held too long)\))?( \(auxiliary\))?$/.exec(
      done,
    );
  if (match === null) throw new Error(`expected a line such as "ground main.up (not held)", got "${done}"`);
  const [, station, fn = "", direction = "", enable, auxiliary] = match;
  return {
    station: station as Station,
    function: fn,
    direction,
    enable: enable === undefined ? "held" : enables[enable.trim() as keyof typeof enables],
    source: auxiliary === undefined ? "main" : "auxiliary",
    given,
  };
}

/** The state in which lamps are looked at: ready, or while something runs. */
function shown(machine: Machine, running: string | undefined, given: Given): State {
  const {
    station,
    function: id,
    direction,
  } = running === undefined
    ? { station: machine.stations[0] ?? "ground", function: "", direction: "" }
    : settingOf(running, {});
  const fn = machine.functions.find((f) => f.id === id);
  const half = Object.fromEntries((fn?.axes ?? []).map((axis) => [axis, 0.5]));
  const ready = { ...readyState(machine, station, fn?.group ?? "boom"), ...half, ...given };
  if (fn === undefined) return ready;
  const held = step(machine, ready, { do: "hold_enable", station }, 0).state;
  return step(machine, held, { do: "operate", station, function: id, direction }, 1).state;
}
