import type { State } from "../vocabulary/state/values";
import type { Station } from "../vocabulary/stations";
import type { Action, BlockedBy, Draft, Observation, StepResult } from "./action";
import { test } from "./condition";
import { crank, set } from "./controls";
import { harmOf } from "./harm";
import type { Machine } from "./machine";
import type { Movement } from "./movement";
import { operate } from "./operate";
import { own } from "./own";
import { keeps, movementOf, runsOnMain, stops } from "./stopping";
import { passTime } from "./time";

const nothing: readonly Observation[] = [{ see: "nothing" }];
const none: readonly BlockedBy[] = [];

/**
 * One action on the machine, for `elapsedS` seconds (0 or more). Pure: time is an input, so time-outs are
 * exact. Throws a RangeError for an action the machine does not have, naming what it has.
 */
export function step(machine: Machine, state: State, action: Action, elapsedS: number): StepResult {
  if (!(elapsedS >= 0)) throw new RangeError(`expected elapsed seconds of 0 or more, got ${elapsedS}`);
  const next: Draft = { ...state };
  const answer = (
    acceptable: readonly Observation[],
    besides: readonly Observation[],
    blockedBy: readonly BlockedBy[] = none,
    unbidden = false,
  ): StepResult => {
    const harm = harmOf(machine, next, acceptable, besides, unbidden);
    return { state: next, acceptable, besides, harm, blockedBy };
  };
  switch (action.do) {
    case "operate": {
      requireStation(machine, action.station);
      const { acceptable, besides, blockedBy, unbidden } = operate(machine, state, next, action, elapsedS);
      return answer(acceptable, besides, blockedBy, unbidden);
    }
    case "set": {
      const { acceptable, besides, blockedBy } = set(machine, state, next, action, elapsedS);
      return answer(acceptable, besides, blockedBy);
    }
    case "crank": {
      const { acceptable, besides, blockedBy } = crank(machine, state, next, elapsedS);
      return answer(acceptable, besides, blockedBy);
    }
    case "hold_enable": {
      requireStation(machine, action.station);
      const name = own[action.station];
      next[name.enable] = "held";
      next[name.chosenFirst] = state[name.chosen] === "none" ? "no" : "yes";
      return answer(nothing, passTime(machine, next, elapsedS));
    }
    case "release_enable": {
      requireStation(machine, action.station);
      const name = own[action.station];
      const stopping = runsOnMain(state) ? runningAt(machine, state, action.station) : undefined;
      const goesOn = stopping?.fault.enableStuck === true;
      if (stopping && !goesOn) next.moving = "none";
      next[name.enable] = "released";
      next[name.idleS] = 0;
      next[name.timedOut] = "no";
      if (state[name.chosen] === "none") next[name.chosenFirst] = "no";
      return answer(seenOf(machine, stopping, goesOn), passTime(machine, next, elapsedS));
    }
    case "release_function": {
      requireStation(machine, action.station);
      const name = own[action.station];
      const stopping = runningAt(machine, state, action.station);
      const goesOn = stopping?.fault.sticks === true;
      if (stopping && !goesOn) next.moving = "none";
      next[name.chosen] = "none";
      if (state[name.enable] === "released") next[name.chosenFirst] = "no";
      next.source = "main";
      if (next.auxiliaryRunS !== undefined) next.auxiliaryRunS = 0;
      return answer(seenOf(machine, stopping, goesOn), passTime(machine, next, elapsedS));
    }
    case "confirm_direction":
      if (next.directionConfirmed !== undefined) {
        next.directionConfirmed = "yes";
        next.directionLeftS = machine.directionWindowS;
      }
      return answer(nothing, passTime(machine, next, elapsedS));
    case "reach_self_test": {
      const lamp: Observation = {
        see: "lamp",
        lamp: "reach_good",
        as: machine.reachFailed ? "dark" : "steady",
      };
      const fitted = next.reachTest !== undefined;
      return answer(fitted ? [lamp] : nothing, passTime(machine, next, elapsedS));
    }
    case "push": {
      const rolls = test(machine.rollsPushed, state) === 1;
      return answer(rolls ? [{ see: "rolls" }] : nothing, passTime(machine, next, elapsedS));
    }
    case "wait": {
      const besides = passTime(machine, next, elapsedS);
      return answer(besides.length > 0 ? besides : nothing, besides);
    }
  }
}

/** What is seen when a control is let go: it stops, goes on, or nothing was moving. */
const seenOf = (machine: Machine, stopping: Movement | undefined, goesOn: boolean): readonly Observation[] =>
  stopping === undefined ? nothing : goesOn ? keeps(stopping) : stops(machine, stopping);

function runningAt(machine: Machine, state: State, station: Station): Movement | undefined {
  const moving = movementOf(machine, state);
  return moving?.station === station ? moving : undefined;
}

function requireStation(machine: Machine, station: Station): void {
  if (!machine.stations.includes(station)) {
    throw new RangeError(
      `this machine has no ${station} station; it has ${machine.stations.join(" and ")}. Check the sheet's family`,
    );
  }
}
