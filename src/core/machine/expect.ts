import { type Machine, readyState } from "./machine";
import type { MachineState, Station } from "./state";
import { step } from "./step";

/** What a function test must show, computed by running the fault-free machine. */
export type Expected = "must_move" | "must_move_slowly" | "must_stay" | "must_stop" | "either";

export interface TestSetting {
  readonly station: Station;
  readonly function: string;
  readonly direction: string;
  /** How the enable is used: held, left alone, or let go while the function moves. */
  readonly enable: "held" | "not_held" | "let_go" | "held_too_long";
  readonly source?: "main" | "auxiliary";
  /** What differs from a machine made ready at that station, half way through its travel. */
  readonly given?: Readonly<Record<string, string | number>>;
}

/** Runs the fault-free model through one test and says what a person must see. */
export function expectedOf(machine: Machine, setting: TestSetting): Expected {
  const { station } = setting;
  const fn = machine.functions.find((f) => f.id === setting.function);
  const halfWay: MachineState = fn === undefined || fn.group === "drive" ? {} : { [fn.axis]: 0.5 };
  const selector = fn?.group === "drive" ? "drive" : "lift";
  const auxiliary: MachineState = setting.source === "auxiliary" ? { engine: "off" } : {};
  let state: MachineState = {
    ...readyState(machine, station),
    selector,
    ...halfWay,
    ...auxiliary,
    ...setting.given,
  };
  if (setting.enable !== "not_held") {
    const waitS = setting.enable === "held_too_long" ? (machine.enableTimeOutS ?? 0) + 1 : 0;
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
    2,
  );
  if (setting.enable === "let_go") {
    const after = step(machine, run.state, { do: "release_enable", station }, 0);
    return after.acceptable.some((o) => o.see === "stops") ? "must_stop" : "must_stay";
  }
  const moves = run.acceptable.find((o) => o.see === "moves");
  const stays = run.acceptable.some((o) => o.see === "stays");
  if (moves && stays) return "either";
  if (moves?.see === "moves") return moves.band === "creep" ? "must_move_slowly" : "must_move";
  return "must_stay";
}
