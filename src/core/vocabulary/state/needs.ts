import { booms, type Family, legged } from "../families";
import type { PositionId } from "../positions";
import type { Built } from "./entry";
import type { KnownValue, PlanState } from "./values";

/** What changes of state need before they can be made, and where they are made: named once. */

export const nothing = (): PlanState => ({});

export const panel: readonly PositionId[] = ["ground_panel"];
export const platformBox: readonly PositionId[] = ["entry", "boom_end"];

/** Power on at the station where the person stands. */
export function powered(state: PlanState): PlanState {
  return {
    disconnect: "on",
    "stop.ground": "out",
    "stop.platform": "out",
    key: state.who ?? "ground",
    engine: "running",
    takeOff: "in",
    "valve.descent": "shut",
  };
}

export const isLegged = ({ family }: Built): boolean => (legged as readonly Family[]).includes(family);

/** Who drives stands in the platform; a spider is driven from the ground. */
export const driver = ({ family }: Built): "ground" | "platform" =>
  family === "tracked_spider" ? "ground" : "platform";

/** Before anybody is raised: the gate shut, and on a boom tied on. */
export const aboard = ({ family }: Built): PlanState => ({
  gate: "shut",
  ...((booms as readonly Family[]).includes(family) ? { harness: "clipped" } : {}),
});

/** What a posture stands on. Axles and legs go out before anything leaves transport posture. */
export function footing(to: KnownValue<"posture">, built: Built): PlanState {
  if (to === "stowed") return {};
  const legs = isLegged(built) || (built.family === "rough_terrain_scissor" && to !== "clear");
  return {
    axles: "out",
    hitch: "uncoupled",
    transportLatch: "off",
    casters: "locked",
    ...(legs ? { outriggers: "out" } : {}),
  };
}

/** On its wheels, lowered and level, whoever works it powered where they stand: legs and axles move so. */
export function lowAndLevel(who: KnownValue<"who">, state: PlanState): PlanState {
  return { posture: "stowed", incline: "level", who, ...powered({ ...state, who }), testArea: "confirmed" };
}

/** Pins and mats are handled with the legs up and nobody aboard. */
export const legsIn = (): PlanState => ({ posture: "stowed", who: "ground", outriggers: "in" });

export const fromTheGround = (): PlanState => ({ who: "ground" });

/** Whoever goes straight to work, or takes over a machine set up, finds it set up; else it is left as it was found. */
export const asSetUp = { to_work: "as_left", handed_over: "as_left", otherwise: "as_found" } as const;

/** Off when the machine is left; whoever goes straight to work on it leaves it on. */
export const offUnlessToWork = <Off extends string>(off: Off) =>
  ({ to_work: "as_left", otherwise: off }) as const;
