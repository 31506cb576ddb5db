import type { PlanState, State } from "../vocabulary/state/values";
import type { Station } from "../vocabulary/stations";
import type { Draft } from "./action";
import { propAt, tripsTilt } from "./by-itself";
import { type Condition, legAxes, type Threshold } from "./condition";
import { type FunctionGroup, mainLift } from "./functions";
import { type Machine, readyState } from "./machine";
import { thresholdsOf } from "./thresholds";

/** A posture is a band of travel: what must hold in it holds at both its ends. */
export type BandEnd = "low" | "high" | "usual";

/** How far up a lift is raised to be tried or looked at, where its thresholds leave that open. */
const usuallyRaised = 0.5;

const just = 0.01;

type Bands = Readonly<Record<"stowed" | "clear" | "raised" | "on_prop", Readonly<Record<BandEnd, number>>>>;
const known = new WeakMap<Machine, Bands>();

/**
 * The band of each posture, as parts of travel, between the sheet's own thresholds: just clear lies above transport
 * posture and below whatever else of this machine acts by height, raised above all of it.
 */
export function bandsOf(machine: Machine): Bands {
  const made = known.get(machine);
  if (made !== undefined) return made;
  const thresholds = thresholdsOf(machine.sheet);
  const clear = thresholds.transport + just;
  const acts = machine.interlocks
    .flatMap(({ when }) => heightsIn(when))
    .map((name) => thresholds[name])
    .filter((height) => height > clear && height < 1);
  const lowest = Math.min(1, Math.max(clear, ...acts) + just);
  const bands: Bands = {
    stowed: { low: 0, usual: 0, high: 0 },
    clear: { low: clear, usual: clear, high: acts.length === 0 ? clear : Math.min(...acts) },
    raised: { low: lowest, usual: Math.max(lowest, usuallyRaised), high: 1 },
    on_prop: { low: propAt, usual: propAt, high: propAt },
  };
  known.set(machine, bands);
  return bands;
}

/** The thresholds of height a condition names. */
function heightsIn(condition: Condition): readonly Threshold[] {
  if ("raisedAbove" in condition) return [condition.raisedAbove];
  if ("not" in condition) return heightsIn(condition.not);
  if ("all" in condition) return condition.all.flatMap(heightsIn);
  return "any" in condition ? condition.any.flatMap(heightsIn) : [];
}

/**
 * The machine as it stands where a walk has come to: what the plan says of it, and the rest as at a machine made
 * ready to be tried at this station. A posture is taken at one end of its band.
 */
export function stands(
  machine: Machine,
  plan: PlanState,
  at: { readonly station: Station; readonly group: FunctionGroup; readonly end?: BandEnd },
): State {
  const ready = readyState(machine, at.station, at.group);
  const state: Draft = { ...ready };
  const {
    posture,
    outriggers,
    axles,
    timber,
    incline,
    jib: _jib,
    testArea: _area,
    air: _air,
    ...same
  } = plan;
  for (const [id, value] of Object.entries(same))
    if (id in ready) (state as Record<string, string>)[id] = value;
  if (incline !== undefined) {
    state.incline = incline;
    if (state.tiltTripped !== undefined)
      state.tiltTripped = incline === "unknown" ? "unknown" : tripsTilt(incline) ? "yes" : "no";
  }
  if (posture !== undefined) raiseTo(machine, state, posture, at.end ?? "low");
  for (const axis of legAxes) {
    if (state[axis] !== undefined && outriggers !== undefined)
      state[axis] = outriggers === "unknown" ? outriggers : outriggers === "out" ? 1 : 0;
  }
  if (state["axis.axles"] !== undefined && axles !== undefined)
    state["axis.axles"] = axles === "unknown" ? axles : axles === "out" ? 1 : 0;
  if (state["guard.left"] !== undefined && timber !== undefined) {
    // A guard on timber cannot lock; lowered, it is stowed whatever lies there.
    const up = posture !== undefined && posture !== "stowed";
    state["guard.left"] = up && timber === "left" ? "blocked" : "free";
    state["guard.right"] = up && timber === "right" ? "blocked" : "free";
  }
  return state;
}

/** The same at any station, with what differs from it for one act. */
export const standsIn =
  (machine: Machine, plan: PlanState) =>
  (station: Station, group: FunctionGroup, given?: State): State => ({
    ...stands(machine, plan, { station, group }),
    ...given,
  });

/** The part that raises it: the mast or stack, the main boom of a boom. */
function raiseTo(
  machine: Machine,
  state: Draft,
  posture: NonNullable<PlanState["posture"]>,
  end: BandEnd,
): void {
  const axis = mainLift(machine.functions)?.axes[0];
  if (axis === undefined || state[axis] === undefined) return;
  state[axis] = posture === "unknown" ? posture : bandsOf(machine)[posture][end];
  if (state.cradle !== undefined) state.cradle = posture === "stowed" ? "home" : "not_home";
  if (state.brakePins !== undefined) state.brakePins = posture === "stowed" ? "released" : "engaged";
}
