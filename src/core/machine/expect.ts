import { figureOf } from "../sheet/read";
import type { State } from "../vocabulary/state/values";
import type { Station } from "../vocabulary/stations";
import type { Draft } from "./action";
import { type Machine, readyState } from "./machine";
import { step } from "./step";

/** What a function test must show, computed by running the fault-free machine. */
export type Expected =
  | "must_move"
  | "must_move_slowly"
  | "must_stay"
  | "must_stop"
  | "must_stop_itself"
  | "either"
  | "no_station";

export interface TestSetting {
  readonly station: Station;
  readonly function: string;
  readonly direction: string;
  /** How the enable is used: held, left alone, or let go while the function moves. */
  readonly enable: "held" | "not_held" | "let_go" | "held_too_long";
  readonly source?: "main" | "auxiliary";
  /** What differs from a machine made ready at that station, half way through its travel. */
  readonly given?: State;
  /** How long the function is held, seconds; a short move where not given. */
  readonly forS?: number;
}

/** Runs the fault-free model through one test and says what a person must see. */
export function expectedOf(machine: Machine, setting: TestSetting): Expected {
  const { station } = setting;
  if (!machine.stations.includes(station)) return "no_station";
  let state = settingState(machine, setting);
  if (setting.enable !== "not_held") {
    // By the sheet, not by the model, so that a model with another time-out is found out.
    const timeOutS = figureOf(machine.sheet, "enable_time_out") ?? 0;
    const waitS = setting.enable === "held_too_long" ? timeOutS + 1 : 0;
    state = step(machine, state, { do: "hold_enable", station }, waitS).state;
  }
  const run = step(
    machine,
    state,
    {
      do: "operate",
      station,
      function: setting.function,
      direction: setting.direction,
      source: setting.source,
    },
    setting.forS ?? 1,
  );
  if (setting.enable === "let_go") {
    const after = step(machine, run.state, { do: "release_enable", station }, 0);
    return after.acceptable.some((o) => o.see === "stops") ? "must_stop" : "must_stay";
  }
  const moves = run.acceptable.find((o) => o.see === "moves");
  const stays = run.acceptable.some((o) => o.see === "stays");
  if (run.acceptable.some((o) => o.see === "moves_then_stops")) return stays ? "either" : "must_stop_itself";
  if (moves && stays) return "either";
  if (moves?.see === "moves") return moves.band === "creep" ? "must_move_slowly" : "must_move";
  return "must_stay";
}

/** The state a test starts from: ready, the tried function half way, a boom lifted clear of its cradle. */
export function settingState(machine: Machine, setting: TestSetting): State {
  const fn = machine.functions.find((f) => f.id === setting.function);
  const state: Draft = {
    ...readyState(machine, setting.station, fn?.group ?? "lift"),
  };
  if (fn !== undefined && fn.group !== "drive") for (const axis of fn.axes) state[axis] = fn.signed ? 0 : 0.5;
  const liftedClear = state.cradle !== undefined || machine.interlocks.some((i) => i.id === "boom_in_cradle");
  if (liftedClear && (fn?.group === "boom" || fn?.group === "platform") && fn.id !== "main") {
    state["axis.main"] = 0.5;
    if (state.cradle !== undefined) state.cradle = "not_home";
  }
  if (state.brakePins !== undefined && fn?.group === "lift") state.brakePins = "engaged";
  if (fn?.id === "tower_telescope") state["axis.tower"] = 1;
  if (setting.source === "auxiliary" && state.engine !== undefined) state.engine = "off";
  return { ...state, ...setting.given };
}
