import type { Deed } from "../catalogue/acts/act";
import type { StepResult } from "../machine/action";
import type { Machine } from "../machine/machine";
import { whatHoldsBack } from "../machine/operate";
import { signsOf } from "../machine/signs";

/** How the machine without faults differs from what a deed is written to show; undefined where it does not. */
export function differs(machine: Machine, deed: Deed, result: StepResult): string | undefined {
  const { must } = deed;
  if (must === undefined) return undefined;
  const seen = result.acceptable.map(({ see }) => see);
  const certain = (...of: readonly string[]) => seen.every((see) => of.includes(see));
  const held = result.blockedBy.filter(({ depends }) => depends.length === 0).map((by) => by.interlock);
  const why = held.length === 0 ? "" : `, held by ${held.join(" and ")}`;
  const shown = `${[...new Set(seen)].join(" or ")}${why}`;
  switch (must.must) {
    case "move": {
      const right = result.acceptable.every(
        (one) =>
          one.see === "moves" &&
          one.band === "full" &&
          (deed.action.do !== "operate" || one.direction === deed.action.direction),
      );
      return right ? undefined : result.acceptable.some((one) => one.see === "moves") ? `slow${why}` : shown;
    }
    case "move_slowly":
      return result.acceptable.every((one) => one.see === "moves" && one.band === "creep")
        ? undefined
        : shown;
    case "slow_down":
      return result.acceptable.every((one) => one.see === "moves" && one.band === "creep") &&
        held.includes(must.because)
        ? undefined
        : shown;
    case "stay":
      return certain("stays") && held.includes(must.because) ? undefined : shown;
    case "stop_itself":
      return certain("moves_then_stops") && nowHeld(machine, deed, result).includes(must.because)
        ? undefined
        : shown;
    case "stop":
      return seen.includes("stops") ? undefined : shown;
    case "lower":
      return result.besides.some(({ see }) => see === "lowers") ? undefined : "nothing lowers";
    case "hold":
      if (seen.includes("rolls")) return "rolls";
      return result.besides.length === 0 ? undefined : result.besides.map(({ see }) => see).join(", ");
    case "start":
      return result.acceptable.some((one) => one.see === "engine" && one.as === "runs") ? undefined : shown;
    case "not_start":
      return result.acceptable.every((one) => one.see === "engine" && one.as === "refuses")
        ? undefined
        : shown;
    case "die":
      return result.acceptable.some((one) => one.see === "panel_lamps" && one.as === "dark")
        ? undefined
        : shown;
    case "light":
      return result.acceptable.some((one) => one.see === "panel_lamps" && one.as !== "dark")
        ? undefined
        : shown;
    case "show": {
      if (deed.action.do === "reach_self_test")
        return result.acceptable.some((one) => one.see === "lamp" && one.as === must.as) ? undefined : shown;
      const as = signsOf(machine, result.state).lamps[must.lamp] ?? "dark";
      return as === must.as ? undefined : `${must.lamp} ${as}`;
    }
    case "show_all":
      return signsOf(machine, result.state).lamps.bulb_check === "flashing" ? undefined : "no bulb check";
    case "roll":
      return certain("rolls") ? undefined : shown;
    case "sound":
      return signsOf(machine, result.state).sounds[must.sound] === undefined ? "silent" : undefined;
    case "engage":
      return result.state.brakePins === "engaged" ? undefined : "pins released";
    case "disengage":
      return result.state.brakePins === "released" ? undefined : "pins engaged";
  }
}

/** What holds a movement back where it has come to. */
const nowHeld = (machine: Machine, { action }: Deed, { state }: StepResult): readonly string[] =>
  action.do === "operate"
    ? whatHoldsBack(machine, state, action.station, action.function, action.direction).map(
        (by) => by.interlock,
      )
    : [];
