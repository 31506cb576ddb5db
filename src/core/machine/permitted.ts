import type { KnownValue, State, WordId } from "../vocabulary/state/values";
import type { Action } from "./action";
import { waysDown } from "./by-itself";
import { above, all, any, type Condition, is, not, raised, test } from "./condition";
import type { FunctionGroup } from "./functions";
import { boundOn, type Machine } from "./machine";

/** Who does something to a machine on a walk. */
export const doers = ["operator", "assistant", "technician"] as const;
export type Doer = (typeof doers)[number];

type Setting = { [Id in WordId]: readonly [Id, ...(readonly KnownValue<Id>[])] }[WordId];

/** An act nobody named may do while a condition holds (field guide, sections 4, 9, 12, 13, 15 and 17). */
interface Forbidden {
  readonly id: string;
  readonly why: string;
  /** Those it is forbidden to; everybody where not given. */
  readonly to?: readonly Doer[];
  /** A function worked: any, or of these groups. Cranking is no function. */
  readonly operates?: "any" | readonly FunctionGroup[];
  /** Coming down and in is the way out of it, and stays permitted. */
  readonly exceptTheWayOut?: true;
  /** A variable set to one of these values. */
  readonly sets?: Setting;
  /** Always, where not given. */
  readonly when?: Condition;
}

const onSlope = any(is("incline", "slope"), is("incline", "one_slope"), is("incline", "beyond_trip"));
const inTheWay = any(is("near", "beneath"), is("near", "in_stack"));
const onItsProp = all(is("prop", "set"), not(above("axis.lift", 0.31)), is("disconnect", "off"));

/** In the order in which they are told. */
export const forbidden: readonly Forbidden[] = [
  {
    id: "rescue_override",
    why: "The rescue override is never tried: using it tags the unit out, and only a technician resets it.",
    sets: ["rescueStored", "yes"],
  },
  {
    id: "rescue_reset",
    why: "Only a technician resets a stored rescue.",
    to: ["operator", "assistant"],
    sets: ["rescueStored", "no"],
  },
  {
    id: "assistant_works_controls",
    why: "An assistant watches and lays timber; whoever inspects works the controls.",
    to: ["assistant"],
    operates: "any",
  },
  {
    id: "somebody_in_the_way",
    why: "Nothing is raised, lowered or swung with somebody beneath it or in the stack.",
    operates: ["lift", "boom", "platform"],
    when: inTheWay,
  },
  {
    id: "drives_at_somebody",
    why: "Nothing is driven, and no leg moves, with somebody beside it.",
    operates: ["drive", "tracks", "legs", "axles"],
    when: is("near", "beside"),
  },
  ...waysDown.map(
    ({ opened: [variable, value] }): Forbidden => ({
      id: `lowers_onto_somebody.${variable}`,
      why: "Everybody is clear of what comes down before a way down is opened.",
      sets: [variable, value] as Setting,
      when: all(raised, inTheWay),
    }),
  ),
  {
    id: "in_the_stack",
    why: "Inside the stack only with the prop set, the lift resting on it and the disconnect off.",
    sets: ["near", "in_stack"],
    when: not(onItsProp),
  },
  {
    id: "power_on_in_the_stack",
    why: "The disconnect stays off while an arm is in the stack.",
    sets: ["disconnect", "on"],
    when: is("near", "in_stack"),
  },
  {
    id: "covers_opened_under_power",
    why: "A power compartment is opened with the disconnect off.",
    to: ["operator", "assistant"],
    sets: ["covers", "open"],
    when: is("disconnect", "on"),
  },
  {
    id: "power_on_under_open_covers",
    why: "Covers are shut and latched before the disconnect goes on.",
    to: ["operator", "assistant"],
    sets: ["disconnect", "on"],
    when: is("covers", "open"),
  },
  {
    id: "prop_taken",
    why: "The prop stays while somebody is in the stack.",
    sets: ["prop", "parked"],
    when: is("near", "in_stack"),
  },
  {
    id: "beneath_a_raised_platform",
    why: "Nobody stands beneath what is raised; it is looked at from outside.",
    sets: ["near", "beneath"],
    when: raised,
  },
  {
    id: "brakes_let_off_on_a_slope",
    why: "Brakes are let off on the level only, or with the wheels chocked.",
    sets: ["valve.brake_release", "open"],
    when: all(onSlope, not(is("chocks", "set"))),
  },
  {
    id: "freewheels_on_a_slope",
    why: "The freewheel valve is opened on the level only, or with the wheels chocked.",
    sets: ["valve.freewheel", "open"],
    when: all(onSlope, not(is("chocks", "set"))),
  },
  {
    id: "casters_let_off_aboard",
    why: "Casters stay locked while somebody is aboard.",
    sets: ["casters", "free"],
    when: is("who", "platform"),
  },
  {
    id: "park_brake_let_off",
    why: "The park brake stays on while the boom is up or somebody is aboard.",
    sets: ["parkBrake", "off"],
    when: any(raised, is("who", "platform")),
  },
  {
    id: "leaves_aloft",
    why: "The platform is left and entered fully down only.",
    sets: ["who", "ground", "platform"],
    when: raised,
  },
  { id: "gate_aloft", why: "The gate stays shut aloft.", sets: ["gate", "open"], when: raised },
  {
    id: "rails_aloft",
    why: "Rails are folded with the platform down only.",
    sets: ["rails", "folded"],
    when: raised,
  },
  {
    id: "unclipped_aloft",
    why: "Whoever is tied on stays so until the platform is down.",
    sets: ["harness", "off"],
    when: all(raised, is("who", "platform")),
  },
  {
    id: "deck_unpinned",
    why: "Nobody drives with the extension deck unpinned.",
    operates: ["drive"],
    when: is("deckPin", "out"),
  },
  {
    id: "raised_on_a_slope",
    why: "Nothing is raised out of level.",
    operates: ["lift", "boom"],
    exceptTheWayOut: true,
    when: all(raised, any(is("incline", "beyond_trip"), is("incline", "one_slope"))),
  },
  {
    id: "onto_a_slope_raised",
    why: "A raised machine is not driven onto a slope or a block.",
    sets: ["incline", "slope", "beyond_trip", "one_slope", "block"],
    when: raised,
  },
  {
    id: "driven_on_the_charger",
    why: "The charger is unplugged before anything moves.",
    operates: ["drive"],
    when: is("charger", "plugged"),
  },
  {
    id: "hitched_on_legs",
    why: "The towing vehicle is away before the legs move.",
    operates: ["legs"],
    when: is("hitch", "coupled"),
  },
];

/** A rule an act would break. */
export interface Broken {
  readonly rule: string;
  readonly why: string;
}

/**
 * What forbids an act to this person in this state; empty where it is permitted. Lowering out of danger is never
 * forbidden by level: coming down and in is the way out.
 */
export function forbids(machine: Machine, state: State, doer: Doer, action: Action): readonly Broken[] {
  return forbidden
    .filter((rule) => rule.to === undefined || rule.to.includes(doer))
    .filter((rule) => concerns(machine, rule, action))
    .filter(({ when }) => when === undefined || test(boundOn(machine, when), state) === 1)
    .map(({ id, why }) => ({ rule: id, why }));
}

function concerns(machine: Machine, { operates, sets, exceptTheWayOut }: Forbidden, action: Action): boolean {
  if (action.do === "set") {
    const [variable, ...values] = (sets ?? []) as readonly string[];
    return variable === action.variable && values.includes(String(action.to));
  }
  if (action.do !== "operate" || operates === undefined) return false;
  const fn = machine.functions.find((f) => f.id === action.function);
  if (fn === undefined) return false;
  const wayOut = action.direction === "down" || action.direction === "in";
  if (exceptTheWayOut === true && wayOut) return false;
  return operates === "any" || operates.includes(fn.group);
}
