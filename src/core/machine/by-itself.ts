import type { Applies } from "../vocabulary/applies-to";
import type { AxisId, State, WordId } from "../vocabulary/state/values";
import { all, any, type Bound, type Condition, is, legsBear, not, raised } from "./condition";

/** Something that moves without anybody working a function, for as long as its condition holds. */
export interface ByItself {
  readonly id: string;
  readonly see: "lowers" | "sinks" | "drifts" | "rolls";
  readonly when: Bound;
  readonly axes: readonly AxisId[];
  /** Travel a second, towards stowed. */
  readonly ratePerS: number;
}

/** A way down that needs no main power. Its own fault stands beside it: does not lower, or does not shut. */
export interface WayDown {
  /** Also the component that can fail. */
  readonly id: `way.${string}`;
  readonly to: Applies;
  /** What a person opens or holds, and how it is shut. */
  readonly opened: readonly [variable: WordId, open: string, shut: string];
  readonly when: Condition;
  /** The speed it is metered at, as a part of lowering under power. */
  readonly metered: number;
}

/** Ways down besides the auxiliary pump (field guide, sections 7 and 15). */
export const waysDown: readonly WayDown[] = [
  {
    id: "way.descent",
    to: { features: ["manual_descent"], power: "electrical" },
    opened: ["valve.descent", "open", "shut"],
    when: is("valve.descent", "open"),
    metered: 0.5,
  },
  {
    id: "way.bleed_down",
    to: { features: ["bleed_down_valve"] },
    opened: ["valve.bleed_down", "open", "shut"],
    when: is("valve.bleed_down", "open"),
    metered: 0.3,
  },
  {
    id: "way.electric",
    to: { features: ["electric_descent"], power: "electrical" },
    opened: ["electricDescent", "held", "released"],
    when: all(is("electricDescent", "held"), not(is("battery", "flat"))),
    metered: 0.5,
  },
  {
    id: "way.cable",
    to: { features: ["cable_descent"] },
    opened: ["cableDescent", "pulled", "released"],
    when: is("cableDescent", "pulled"),
    metered: 0.5,
  },
  {
    id: "way.hook_tool",
    to: { features: ["hook_tool"] },
    opened: ["hookTool", "fitted", "in_clip"],
    when: is("hookTool", "fitted"),
    metered: 0.2,
  },
];

/** A grade along the wheels. A block under one side tilts a machine and does not roll it. */
const onSlope = any(is("incline", "slope"), is("incline", "one_slope"));

/** What keeps a machine with bad brakes where it is all the same. */
const kept = any(is("chocks", "set"), is("hitch", "coupled"), legsBear);

/** Nothing holds its wheels: brakes let off or freewheeling, casters or park brake left free. */
const unbraked = any(
  is("brakes", "released"),
  is("valve.brake_release", "open"),
  is("valve.freewheel", "open"),
  is("parkBrake", "off"),
  is("casters", "free"),
);

/** On a slope, with nothing to hold it. `brakesFailed`: those it has do not hold. */
export const rollsWhen = (brakesFailed: "brakes_failed" | "brakes_good"): Condition =>
  all(onSlope, rollsPushedWhen(brakesFailed));

/** Pushed by hand it goes, wherever it stands. */
export const rollsPushedWhen = (brakesFailed: "brakes_failed" | "brakes_good"): Condition =>
  brakesFailed === "brakes_failed" ? not(kept) : all(unbraked, not(kept));

/** A boom whose swing brake does not hold turns downhill by its own weight, unless its pin is in. */
export const swingsWhen: Condition = all(
  any(onSlope, is("incline", "beyond_trip"), is("chassisLevel", "off_level")),
  not(is("turntableLock", "in")),
);

/** Raised out of level, or a boom off its legs: it may tip. */
export const tipsWhen = (standsOnLegs: "on_legs" | "on_wheels"): Condition =>
  all(
    { raisedAbove: "tilt_height" },
    any(
      is("incline", "beyond_trip"),
      is("incline", "one_slope"),
      is("chassisLevel", "off_level"),
      ...(standsOnLegs === "on_legs" ? [not(legsBear)] : []),
    ),
  );

/** A leg without its mat goes down into soft ground. */
export const legSinksWhen: Condition = all(is("ground", "soft"), is("mats", "none"), legsBear);

/** Aloft with nothing between the person and the ground, and not tied on. */
export const fallsWhen: Condition = all(
  is("who", "platform"),
  raised,
  any(is("gate", "open"), is("rails", "folded")),
  not(is("harness", "clipped")),
);

/** An extension deck pushed out and not pinned slides on a slope, with whoever stands on it. */
export const deckSlidesWhen: Condition = all(is("deck", "out"), is("deckPin", "out"), onSlope);

/** Whether a tilt sensor that is as set trips there. */
export const tripsTilt = (incline: State["incline"]): boolean =>
  incline === "beyond_trip" || incline === "one_slope";

/** How far up a lift rests on its prop, as a part of its travel. */
export const propAt = 0.3;
