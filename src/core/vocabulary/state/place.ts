import { legged } from "../families";
import type { Entries } from "./entry";
import { asSetUp, driver, legsIn, nothing, offUnlessToWork, panel, platformBox, powered } from "./needs";
import type { PlanState } from "./values";

/** Where people are, and the place the machine stands at. */
export const placeEntries: Entries<
  | "who"
  | "testArea"
  | "air"
  | "incline"
  | "ground"
  | "chassisLevel"
  | "load"
  | "mats"
  | "harness"
  | "near"
  | "chocks"
  | "timber"
> = {
  who: {
    modelled: true,
    doubt: "never",
    strip: { place: 1 },
    walked: {
      at: platformBox,
      seconds: 12,
      needs: (to) =>
        to === "platform"
          ? {
              posture: "stowed",
              key: "platform",
              "stop.ground": "out",
              hitch: "uncoupled",
              casters: "locked",
            }
          : { posture: "stowed", harness: "off" },
      rank: 1,
      left: { to_work: "as_left", otherwise: "ground" },
    },
  },
  testArea: {
    modelled: false,
    doubt: "never",
    walked: { at: [], seconds: 0, needs: nothing, rank: 13, left: "as_left" },
  },
  air: {
    to: { power: "engine" },
    modelled: false,
    doubt: "never",
    strip: { place: 8, unless: "open" },
    walked: { at: [], seconds: 45, needs: nothing, rank: 9, left: "as_left" },
  },
  incline: {
    modelled: true,
    doubt: "until_shown",
    strip: { place: 17, unless: "level" },
    walked: {
      at: panel,
      seconds: 25,
      powered: true,
      needs: (_to, state, built) => {
        const who = driver(built);
        const free: PlanState = { posture: "stowed", outriggers: "in", timber: "none", chocks: "none" };
        return { ...free, who, ...powered({ ...state, who }) };
      },
      rank: 0,
      left: "level",
    },
  },
  ground: { to: { features: ["outriggers"] }, modelled: true, doubt: "until_shown" },
  chassisLevel: { to: { features: ["outriggers"] }, modelled: true, doubt: "until_shown" },
  load: { modelled: true, doubt: "until_shown" },
  mats: {
    to: { families: legged, features: ["outriggers"] },
    modelled: true,
    doubt: "until_shown",
    strip: { place: 10.2, unless: "none" },
    walked: { at: [], seconds: 30, needs: legsIn, rank: 8, left: asSetUp },
  },
  // Clipped on to a marked anchor before a boom moves with anybody aboard; off before they climb out.
  harness: {
    modelled: true,
    doubt: "until_shown",
    strip: { place: 1.5, unless: "off" },
    walked: {
      at: platformBox,
      seconds: 8,
      needs: (to) => (to === "clipped" ? { who: "platform" } : { posture: "stowed" }),
      rank: 8,
      left: offUnlessToWork("off"),
    },
  },
  // Where whoever stays on the ground is to the machine: who is in the way of what moves.
  near: { modelled: true, doubt: "never" },
  // A machine held where it stands stays there, whatever its brakes do.
  chocks: {
    modelled: true,
    doubt: "until_shown",
    strip: { place: 16.2, unless: "none" },
    walked: {
      at: [],
      seconds: 20,
      needs: () => ({ posture: "stowed", who: "ground" }),
      rank: 13,
      left: { held: "set", otherwise: "as_found" },
    },
  },
  // Laid under a guard bar by hand, by whoever helps.
  timber: {
    to: { features: ["pothole_guards"] },
    modelled: false,
    doubt: "never",
    strip: { place: 18, unless: "none" },
    walked: { at: [], seconds: 10, needs: () => ({ posture: "stowed" }), rank: 0, left: "none" },
  },
};
