import { type State, unknown, type Value } from "../vocabulary/state/values";
import type { Station } from "../vocabulary/stations";
import type { Action, BlockedBy, Draft, Observation } from "./action";
import { evaluate, test, undecided } from "./condition";
import { follow, pinsFollow } from "./follow";
import type { BoundInterlock } from "./interlock";
import type { Machine } from "./machine";
import { type Movement, movementKey } from "./movement";
import { own } from "./own";
import { passTime } from "./time";

type Operate = Extract<Action, { do: "operate" }>;

/** What working a function came to. */
export interface Worked {
  readonly acceptable: readonly Observation[];
  readonly besides: readonly Observation[];
  readonly blockedBy: readonly BlockedBy[];
  /** It moved though its enable was not held. */
  readonly unbidden: boolean;
}

const none: readonly BlockedBy[] = [];

/** Holds a function for `elapsedS` seconds. */
export function operate(
  machine: Machine,
  before: State,
  next: Draft,
  action: Operate,
  elapsedS: number,
): Worked {
  const { station } = action;
  const source = action.source ?? "main";
  const movement = machine.movements.get(movementKey(station, action.function, action.direction));
  const name = own[station];
  next.source = source;
  next[name.chosen] = action.function;
  if (movement === undefined) return notThere(machine, next, action, elapsedS);
  const { fn, fault } = movement;
  const blockedBy = holding(movement.bearing, next, source === "main" ? "any" : "auxiliary");
  const dead = source === "main" ? fault.main : fault.auxiliary;
  const offered = source === "main" || fn.auxiliary || fn.group === "drive";
  let refused = !offered || dead === "dead";
  let creep = source === "auxiliary" || fault.weak;
  let uncertain = dead === "maybe";
  let unbidden = false;
  for (const by of blockedBy) {
    if (by.effect === "creep") creep ||= by.depends.length === 0;
    else if (by.depends.length > 0) uncertain = true;
    else if (fault.enableStuck && by.interlock === "enable_not_held") unbidden = true;
    else refused = true;
  }
  const ended = atEnd(movement, before);
  if (refused || ended) {
    next.moving = "none";
    return {
      besides: passTime(machine, next, elapsedS),
      acceptable: [{ see: "stays", function: fn.id }],
      blockedBy: ended && !refused ? [...blockedBy, endOfTravel] : blockedBy,
      unbidden: false,
    };
  }
  const { runs } = movement;
  const stopped = travel(machine, runs, next, elapsedS * (creep ? 0.3 : 1));
  next.moving = stopped ? "none" : movement.running[source];
  next[name.idleS] = 0;
  follow(machine, next, fn.group);
  const moves: Observation = stopped
    ? { see: "moves_then_stops", function: fn.id, direction: runs.direction }
    : { see: "moves", function: fn.id, direction: runs.direction, band: creep ? "creep" : "full" };
  return {
    besides: passTime(machine, next, elapsedS),
    acceptable: uncertain ? [moves, { see: "stays", function: fn.id }] : [moves],
    blockedBy,
    unbidden,
  };
}

const endOfTravel: BlockedBy = { interlock: "end_of_travel", effect: "refuse", depends: [] };

/** A function this station does not have: nothing comes of it. A function no station has is a wrong call. */
function notThere(machine: Machine, next: Draft, action: Operate, elapsedS: number): Worked {
  const fn = machine.functions.find((f) => f.id === action.function);
  if (!fn?.directions.includes(action.direction)) {
    const known = machine.functions.map((f) => `${f.id} (${f.directions.join(", ")})`).join("; ");
    throw new RangeError(
      `this machine has no function ${action.function} ${action.direction}; it has ${known}. Check the sheet's features`,
    );
  }
  next.moving = "none";
  const blockedBy: BlockedBy = { interlock: "not_at_this_station", effect: "refuse", depends: [] };
  return {
    besides: passTime(machine, next, elapsedS),
    acceptable: [{ see: "stays", function: fn.id }],
    blockedBy: [blockedBy],
    unbidden: false,
  };
}

/** Whether every axis it moves already stands at the end it moves towards. */
function atEnd(movement: Movement, state: State): boolean {
  const { fn, sign } = movement;
  if (fn.ratePerS === 0) return false;
  const end = sign === 1 ? 1 : fn.signed ? -1 : 0;
  for (const axis of fn.axes) if (state[axis] !== end) return false;
  return true;
}

/** Moves the axes; true where an interlock that came to hold on the way stopped it. */
function travel(machine: Machine, movement: Movement["runs"], draft: Draft, seconds: number): boolean {
  const { fn, sign, stopsOnTheWay } = movement;
  if (fn.ratePerS === 0 || seconds === 0) return false;
  const by = fn.ratePerS * seconds * sign;
  const [only] = fn.axes;
  if (stopsOnTheWay.length === 0 && fn.axes.length === 1 && only !== undefined) {
    draft[only] = moved(draft[only], by, fn.signed);
    return false;
  }
  const from = fn.axes.map((axis) => draft[axis]);
  const to = (part: number) => {
    for (const [i, axis] of fn.axes.entries()) draft[axis] = moved(from[i], by * part, fn.signed);
    if (draft.brakePins !== undefined) pinsFollow(machine, draft);
  };
  to(1);
  if (!anyHolds(stopsOnTheWay, draft)) return false;
  let free = 0;
  let held = 1;
  for (let i = 0; i < 10; i++) {
    const middle = (free + held) / 2;
    to(middle);
    if (anyHolds(stopsOnTheWay, draft)) held = middle;
    else free = middle;
  }
  to(held);
  return true;
}

/** An axis after `by` of its travel, within its ends; one whose place nobody knows stays unknown. */
function moved(at: Value | undefined, by: number, signed: boolean): number | typeof unknown {
  if (typeof at !== "number") return unknown;
  const to = at + by;
  if (to > 1) return 1;
  const lowest = signed ? -1 : 0;
  return Math.max(to, lowest);
}

function anyHolds(interlocks: readonly BoundInterlock[], state: State): boolean {
  for (const interlock of interlocks) if (test(interlock.when, state) === 1) return true;
  return false;
}

/** Which interlocks hold a movement back in this state, certain ones first, then those that may. */
export function whatHoldsBack(
  machine: Machine,
  state: State,
  station: Station,
  fn: string,
  direction: string,
): readonly BlockedBy[] {
  const bearing = machine.movements.get(movementKey(station, fn, direction))?.bearing ?? [];
  return [...holding(bearing, state, "any")].sort((a, b) => a.depends.length - b.depends.length);
}

/** Those of the interlocks that hold, or may. */
export function holding(
  bearing: readonly BoundInterlock[],
  state: State,
  source: "any" | "auxiliary",
): readonly BlockedBy[] {
  let found: BlockedBy[] | undefined;
  for (const interlock of bearing) {
    if (source === "auxiliary" && interlock.source === "main") continue;
    const truth = test(interlock.when, state);
    if (truth === 0) continue;
    found ??= [];
    const depends = truth === undecided ? dependsOf(interlock, state) : [];
    found.push({ interlock: interlock.id, effect: interlock.effect, depends });
  }
  return found ?? none;
}

function dependsOf(interlock: BoundInterlock, state: State): readonly string[] {
  const truth = evaluate(interlock.when, state);
  return "depends" in truth ? truth.depends : [];
}
