import type { State, Value } from "../vocabulary/state/values";
import type { Action, BlockedBy, Draft, Observation } from "./action";
import type { Machine } from "./machine";
import { holding } from "./operate";
import { movementOf, stops } from "./stopping";
import { passTime } from "./time";

interface Seen {
  readonly acceptable: readonly Observation[];
  readonly besides: readonly Observation[];
  readonly blockedBy: readonly BlockedBy[];
}

const nothing: readonly Observation[] = [{ see: "nothing" }];
const none: readonly BlockedBy[] = [];

/** Cranks the engine for `elapsedS` seconds. */
export function crank(machine: Machine, state: State, next: Draft, elapsedS: number): Seen {
  const blockedBy = machine.engine ? holding(machine.crank, state, "any") : [];
  const refused =
    !machine.engine || machine.noSupply || machine.noStart || blockedBy.some((b) => b.depends.length === 0);
  if (!refused) {
    next.engine = "running";
    if (machine.crankLimitS !== undefined && elapsedS > machine.crankLimitS)
      next.crankRestLeftS = machine.crankRestS + elapsedS;
  }
  const besides = passTime(machine, next, elapsedS);
  const runs: Observation = { see: "engine", as: "runs" };
  const refuses: Observation = { see: "engine", as: "refuses" };
  const acceptable = refused ? [refuses] : blockedBy.length > 0 ? [runs, refuses] : [runs];
  return { acceptable, besides, blockedBy };
}

/** Sets a control: what it does to power and motion, and what shows. */
export function set(
  machine: Machine,
  state: State,
  next: Draft,
  { variable, to }: Extract<Action, { do: "set" }>,
  elapsedS: number,
): Seen {
  if (!(variable in state)) {
    throw new RangeError(
      `this machine has no ${variable}; expected one of ${Object.keys(state).join(", ")}. Check the sheet's features`,
    );
  }
  const besides = passTime(machine, next, elapsedS);
  const was = isPowered(machine, next);
  (next as Record<string, Value>)[variable] = to;
  const acceptable: Observation[] = [];
  const stop = to === "in" && (machine.stops as readonly string[]).includes(variable);
  const cut =
    stop ||
    (variable === "disconnect" && to === "off" && machine.disconnectCuts) ||
    (variable === "key" && to !== state.key && machine.keyCuts);
  if (cut) {
    const moving = movementOf(machine, next);
    if (moving) acceptable.push(...stops(machine, moving));
    next.moving = "none";
    if (machine.engine && state.engine === "running" && !(variable === "key" && to !== "off")) {
      next.engine = "off";
      acceptable.push({ see: "engine", as: "stops" });
    }
  }
  if (variable === "engine" && to === "off" && state.engine === "running") {
    acceptable.push({ see: "engine", as: "stops" });
  }
  const is = isPowered(machine, next);
  if (!was && is) {
    next.selfCheckLeftS = machine.selfCheckS;
    if (next.glowLamp !== undefined && next.engine === "off" && machine.glowS > 0) {
      next.glowLamp = "lit";
      next.glowLeftS = machine.glowS;
    }
    acceptable.push({ see: "panel_lamps", station: lampsAt(next), as: "flash_then_settle" });
  }
  if (was && !is) acceptable.push({ see: "panel_lamps", station: lampsAt(state), as: "dark" });
  return { acceptable: acceptable.length > 0 ? acceptable : nothing, besides, blockedBy: none };
}

const lampsAt = (state: State): "platform" | "ground" => (state.key === "platform" ? "platform" : "ground");

function isPowered(machine: Machine, state: State): boolean {
  if (machine.noSupply || (state.disconnect !== "on" && machine.disconnectCuts)) return false;
  if (state.key !== "ground" && state.key !== "platform" && machine.keyCuts) return false;
  for (const stop of machine.stops) if (state[stop] !== "out") return false;
  return true;
}
