import type { State } from "../vocabulary/state/values";
import type { Harm, Observation } from "./action";
import { test } from "./condition";
import type { Machine } from "./machine";

const none: readonly Harm[] = [];

/** What this step does to people: motion nobody asked for, that does not end, a drop, a roll, a tip. */
export function harmOf(
  machine: Machine,
  state: State,
  acceptable: readonly Observation[],
  besides: readonly Observation[],
  unbidden: boolean,
): readonly Harm[] {
  const tips = test(machine.tipsWhen, state) === 1;
  if (!tips && !unbidden && besides.length === 0 && acceptable[0]?.see !== "keeps_moving") return none;
  const who = inTheWay(state);
  const found: Harm[] = [];
  if (unbidden) found.push({ harm: "moves_unbidden", who });
  if (acceptable[0]?.see === "keeps_moving") found.push({ harm: "does_not_stop", who });
  for (const { see } of besides) {
    if (see === "sinks") found.push({ harm: "drops", who });
    if (see === "drifts") found.push({ harm: "moves_unbidden", who });
    if (see === "rolls") found.push({ harm: "rolls", who });
  }
  if (tips) found.push({ harm: "tips", who });
  return found;
}

/** Whoever is aboard comes first; else where the person on the ground is to it. */
function inTheWay({ who, near }: State): Harm["who"] {
  if (who === "platform") return "aboard";
  return near === undefined || near === "clear" || near === "unknown" ? "nobody" : near;
}
