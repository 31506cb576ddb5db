import type { State } from "../vocabulary/state/values";
import type { Harm, Observation } from "./action";
import { test } from "./condition";
import type { Machine } from "./machine";

const none: readonly Harm[] = [];

/** What this step does to people: motion nobody asked for, that does not end, a drop, a roll, a tip, a fall. */
export function harmOf(
  machine: Machine,
  state: State,
  acceptable: readonly Observation[],
  besides: readonly Observation[],
  unbidden: boolean,
): readonly Harm[] {
  const standing = machine.dangers.some(({ when }) => test(when, state) === 1);
  if (!standing && !unbidden && besides.length === 0 && acceptable[0]?.see !== "keeps_moving") return none;
  const found = new Set<Harm["harm"]>();
  if (unbidden) found.add("moves_unbidden");
  if (acceptable[0]?.see === "keeps_moving") found.add("does_not_stop");
  for (const { see } of besides) {
    if (see === "sinks") found.add("drops");
    if (see === "drifts") found.add("moves_unbidden");
    if (see === "rolls") found.add("rolls");
  }
  if (standing) for (const { harm, when } of machine.dangers) if (test(when, state) === 1) found.add(harm);
  const who = inItsWay(state);
  return [...found].map((harm) => ({ harm, who }));
}

/** Whoever is aboard comes first; else where the person on the ground is to it. */
function inItsWay({ who, near }: State): Harm["who"] {
  if (who === "platform") return "aboard";
  return near === undefined || near === "clear" || near === "unknown" ? "nobody" : near;
}
