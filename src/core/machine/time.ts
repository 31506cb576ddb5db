import { unknown } from "../vocabulary/state/values";
import { amount, type Draft, type Observation } from "./action";
import { propAt, tripsTilt } from "./by-itself";
import { test } from "./condition";
import type { Machine } from "./machine";
import { own } from "./own";

const none: readonly Observation[] = [];

/**
 * Lets time pass over everything that counts seconds, and over what moves by itself. Only what the machine has is
 * touched. Answers what is seen of the latter.
 */
export function passTime(machine: Machine, next: Draft, elapsedS: number): readonly Observation[] {
  if (elapsedS === 0) return none;
  countDown(next, "selfCheckLeftS", elapsedS);
  const moving = next.moving as string;
  for (const station of machine.stations) {
    const name = own[station];
    const idle = next[name.enable] === "held" && !moving.startsWith(name.prefix);
    const idleS = idle ? amount(next, name.idleS) + elapsedS : 0;
    next[name.idleS] = idleS;
    if (machine.enableTimeOutS !== undefined && idleS >= machine.enableTimeOutS) next[name.timedOut] = "yes";
  }
  if (next.tiltForS !== undefined) tilt(machine, next, elapsedS);
  if (next.directionLeftS !== undefined && !machine.directionHeld) {
    if (countDown(next, "directionLeftS", elapsedS) === 0) next.directionConfirmed = "no";
  }
  if (next.glowLeftS !== undefined && next.glowLamp === "lit") {
    if (countDown(next, "glowLeftS", elapsedS) === 0) next.glowLamp = "dark";
  }
  if (next.crankRestLeftS !== undefined) countDown(next, "crankRestLeftS", elapsedS);
  if (next.auxiliaryRunS !== undefined && moving.endsWith(":auxiliary")) {
    const runS = amount(next, "auxiliaryRunS") + elapsedS;
    next.auxiliaryRunS = runS;
    if (machine.auxiliaryLongestRunS !== undefined && runS >= machine.auxiliaryLongestRunS)
      next.auxiliarySpent = "yes";
  }
  return moveByThemselves(machine, next, elapsedS);
}

/** The tilt sensor trips after its delay, and clears at once when level again. */
function tilt(machine: Machine, next: Draft, elapsedS: number): void {
  const { incline } = next;
  if (tripsTilt(incline)) {
    const forS = amount(next, "tiltForS") + elapsedS;
    next.tiltForS = forS;
    if (forS >= machine.tiltDelayS) next.tiltTripped = "yes";
  } else if (incline === unknown) next.tiltTripped = unknown;
  else {
    next.tiltForS = 0;
    next.tiltTripped = "no";
  }
}

function moveByThemselves(machine: Machine, next: Draft, elapsedS: number): readonly Observation[] {
  let seen: Observation[] | undefined;
  for (const { id, see, when, axes, ratePerS } of machine.byItself) {
    if (test(when, next) !== 1) continue;
    if (see === "rolls") {
      seen ??= [];
      seen.push({ see });
      continue;
    }
    for (const axis of axes) {
      const at = next[axis];
      if (typeof at !== "number") continue;
      const lowest = see === "drifts" ? -1 : next.prop === "set" ? Math.min(at, propAt) : 0;
      const to = Math.max(lowest, at - ratePerS * elapsedS);
      if (to === at) continue;
      next[axis] = to;
      seen ??= [];
      seen.push(see === "lowers" ? { see, axis, by: id } : { see, axis });
    }
  }
  return seen ?? none;
}

type Counted = "selfCheckLeftS" | "directionLeftS" | "glowLeftS" | "crankRestLeftS";

function countDown(next: Draft, variable: Counted, elapsedS: number): number {
  const value = next[variable];
  if (typeof value !== "number") return 0;
  const left = value > elapsedS ? value - elapsedS : 0;
  next[variable] = left;
  return left;
}
