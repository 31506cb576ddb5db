import type { LampId, SoundId } from "../../vocabulary/signs";
import type { State, VariableId } from "../../vocabulary/state/values";
import type { Station } from "../../vocabulary/stations";
import type { StepResult } from "../action";
import { expectedOf, settingState, type TestSetting } from "../expect";
import type { FaultMode } from "../faults";
import { buildMachine, failingParts, type Machine, readyState } from "../machine";
import { signsOf } from "../signs";
import { step } from "../step";

type Given = State;

/**
 * One line of practice: what is done, in which state, what must be seen. Written as people say it:
 * `ground main.up`, with `(not held)`, `(let go)`, `(held too long)` or `(auxiliary)` after it; `crank`;
 * `lamp axles`; `sound lowering while ground lift.down`; `wait`, for what happens by itself in three seconds; `harm of
 * ground main.up` (or of `wait`), for whom it would hurt. `, 4 s after confirming` (or tilting, powering up, auxiliary,
 * cranking) lets something happen and time pass first; `, failing brakes dead` plants a fault.
 */
export type Line = readonly [words: string, done: string, given: Given, seen: string];

const enables = {
  "(not held)": "not_held",
  "(let go)": "let_go",
  "(held too long)": "held_too_long",
} as const;

/** What the model shows for a line's second and third part. */
export function seen(machine: Machine, done: string, given: Given): string {
  const failing = /^(.*), failing ([\w.]+) (\w+)$/.exec(done);
  if (failing !== null) {
    const [, then = "", component = "", mode = ""] = failing;
    return seen(broken(machine, component, mode), then, given);
  }
  const timed = /^(.*), ([\d.]+) s after (\w+(?: up)?)$/.exec(done);
  if (timed !== null) {
    const [, then = "", seconds, what = ""] = timed;
    return seen(machine, then, { ...given, ...afterwards(machine, then, given, what, Number(seconds)) });
  }
  const [first = "", name = ""] = done.split(" ");
  if (first === "harm") {
    const { harm } = happening(machine, done.slice("harm of ".length), given);
    return harm.length === 0 ? "nobody" : harm.map((one) => `${one.harm} ${one.who}`).join(", ");
  }
  if (done === "wait") {
    const { besides } = happening(machine, done, given);
    return besides.length === 0 ? "nothing" : [...new Set(besides.map((one) => one.see))].join(", ");
  }
  if (done === "reach self-test") {
    const ready: State = { ...readyState(machine, "ground", "boom"), ...given };
    const [only] = step(machine, ready, { do: "reach_self_test" }, 1).acceptable;
    return only?.see === "lamp" ? only.as : "nothing";
  }
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
  const released = / \(switch let go\)$/.test(done);
  if (released) return letGo(machine, done.replace(" (switch let go)", ""), given);
  const setting = settingOf(done, given);
  const expected = expectedOf(machine, setting);
  return /^must_move/.test(expected) && goesTheWrongWay(machine, setting) ? "moves_the_wrong_way" : expected;
}

/** Works a function and lets its own switch go, the enable still held. */
function letGo(machine: Machine, done: string, given: Given): string {
  const { state } = happening(machine, done, given);
  const station = settingOf(done, given).station;
  const after = step(machine, state, { do: "release_function", station }, 0).acceptable;
  return after.some((one) => one.see === "stops") ? "must_stop" : (after[0]?.see ?? "nothing");
}

/** By hand: what these words do to how far a thing stands out, up or over. Legs go down to bear. */
const grows = new Set(["up", "out", "left", "wide", "forward"]);

function goesTheWrongWay(machine: Machine, setting: TestSetting): boolean {
  const { station, function: id, direction, source } = setting;
  const fn = machine.functions.find((f) => f.id === id);
  const before = settingState(machine, setting);
  const held =
    setting.enable === "not_held" ? before : step(machine, before, { do: "hold_enable", station }, 0).state;
  const run = step(machine, held, { do: "operate", station, function: id, direction, source }, 0.5);
  const shown = run.acceptable.find((one) => one.see === "moves");
  if (shown?.see === "moves" && shown.direction !== direction) return true;
  const up = fn?.group === "legs" ? direction === "down" : grows.has(direction);
  return (fn?.axes ?? []).some((axis) => {
    const change = Number(run.state[axis]) - Number(before[axis]);
    return up ? change < 0 : change > 0;
  });
}

/** The machine with one fault; a component or mode it does not have is a slip of the pen. */
function broken(machine: Machine, component: string, mode: string): Machine {
  const known = failingParts(machine).find(({ id }) => id === component);
  if (!known?.modes.includes(mode as FaultMode))
    throw new Error(`expected a component of this machine and a way it fails, got ${component} ${mode}`);
  return buildMachine(machine.sheet, [{ component, mode: mode as FaultMode }]);
}

/** Three seconds of waiting, or one of a function worked. */
function happening(machine: Machine, done: string, given: Given): StepResult {
  if (done === "wait") {
    const station = machine.stations[0] ?? "ground";
    const ready = readyState(machine, station, machine.boomAxes.length > 0 ? "boom" : "lift");
    return step(machine, { ...ready, ...given }, { do: "wait" }, 3);
  }
  const setting = settingOf(done, given);
  const { station, function: fn, direction, source } = setting;
  const ready = settingState(machine, setting);
  const held =
    setting.enable === "not_held" ? ready : step(machine, ready, { do: "hold_enable", station }, 0).state;
  const run = step(machine, held, { do: "operate", station, function: fn, direction, source }, 1);
  if (setting.enable !== "let_go") return run;
  return step(machine, run.state, { do: "release_enable", station }, 1);
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
    raising: () =>
      step(machine, before, { do: "operate", station, function: "lift", direction: "up" }, seconds).state,
    cranking: () => wait(step(machine, { ...before, engine: "off" }, { do: "crank" }, 30).state),
  }[what];
  if (after === undefined)
    throw new Error(`expected confirming, tilting, powering up, auxiliary, raising or cranking, got ${what}`);
  const now = after();
  const kept = [
    "tiltTripped",
    "incline",
    "directionConfirmed",
    "directionLeftS",
    "selfCheckLeftS",
    "glowLamp",
  ];
  kept.push("auxiliarySpent", "crankRestLeftS", "axis.lift", "brakePins");
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
