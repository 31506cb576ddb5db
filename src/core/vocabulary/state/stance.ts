import { booms, platformDriven } from "../families";
import type { Entries } from "./entry";
import { aboard, asSetUp, footing, isLegged, legsIn, lowAndLevel, panel, powered } from "./needs";

/** What it stands on, how it stands, and what is put in, out, on and off by hand. */
export const stanceEntries: Entries<
  | "posture"
  | "jib"
  | "outriggers"
  | "axles"
  | "hitch"
  | "legPins"
  | "transportLatch"
  | "parkBrake"
  | "brakes"
  | "casters"
  | "crankLock"
  | "brakePins"
  | "cradle"
  | "swung"
  | "steered"
  | "prop"
  | "turntableLock"
  | "valve.descent"
  | "valve.bleed_down"
  | "electricDescent"
  | "cableDescent"
  | "hookTool"
  | "valve.brake_release"
  | "valve.freewheel"
> = {
  posture: {
    modelled: false,
    doubt: "never",
    strip: { place: 13 },
    walked: {
      at: panel,
      seconds: { clear: 7, otherwise: 23 },
      powered: true,
      needs: (to, state, built) => ({
        ...powered(state),
        // A cranked mast is raised by the person who stands on it.
        ...(built.power === "hand_crank" && to !== "stowed" ? { who: "platform" } : {}),
        testArea: "confirmed",
        ...(state.who === "platform" && to !== "stowed" ? aboard(built) : {}),
        ...footing(to, built),
        // A guard on timber cannot lock: it is raised just clear to show it, and no higher.
        ...(to === "raised" || to === "on_prop" ? { timber: "none" } : {}),
        ...(to === "on_prop" ? { prop: "set" } : to === "raised" ? {} : { prop: "parked" }),
      }),
      rank: 3,
      left: "stowed",
    },
  },
  jib: {
    to: { features: ["jib"] },
    modelled: false,
    doubt: "never",
    strip: { place: 12, unless: "straight" },
    walked: {
      at: panel,
      seconds: 20,
      powered: true,
      needs: (_to, state, built) => ({
        posture: "stowed",
        testArea: "confirmed",
        ...powered(state),
        ...(isLegged(built) ? { outriggers: "out", hitch: "uncoupled" } : {}),
      }),
      rank: 4,
      left: asSetUp,
    },
  },
  outriggers: {
    to: { features: ["outriggers"] },
    modelled: false,
    doubt: "until_shown",
    strip: { place: 10 },
    walked: {
      at: panel,
      seconds: 60,
      powered: true,
      // The legs lift the rear of whatever is hitched to them; a foot goes down onto its mat.
      needs: (to, state, built) => ({
        ...lowAndLevel(isLegged(built) ? "ground" : "platform", state),
        ...(to === "out" ? { hitch: "uncoupled", legPins: "operate", mats: "laid" } : {}),
      }),
      rank: 5,
      left: asSetUp,
    },
  },
  axles: {
    to: { features: ["extendable_axles"] },
    modelled: false,
    doubt: "until_shown",
    strip: { place: 11 },
    walked: {
      at: panel,
      seconds: 16,
      powered: true,
      needs: (_to, state, built) => {
        const from = built.choices?.["axles_set_from"];
        const aloft = from === "platform" || (from !== "ground" && state.who === "platform");
        return lowAndLevel(aloft ? "platform" : "ground", state);
      },
      rank: 6,
      left: asSetUp,
    },
  },
  hitch: {
    to: { features: ["tow_coupling"] },
    modelled: true,
    doubt: "until_shown",
    strip: { place: 9, unless: "uncoupled" },
    walked: {
      at: ["drawbar"],
      seconds: 150,
      needs: () => ({ posture: "stowed", who: "ground" }),
      rank: 7,
      left: "as_left",
    },
  },
  legPins: {
    to: { features: ["outrigger_pins"] },
    modelled: true,
    doubt: "until_shown",
    strip: { place: 10.1, unless: "operate" },
    walked: {
      at: ["leg_front_left", "leg_front_right", "leg_rear_left", "leg_rear_right"],
      seconds: 25,
      needs: legsIn,
      rank: 8,
      left: asSetUp,
    },
  },
  // It holds a boom in its cradle on the road; let go before anything of the boom moves.
  transportLatch: {
    to: { features: ["boom_cradle"] },
    modelled: true,
    doubt: "until_shown",
    strip: { place: 16.1, unless: "off" },
    walked: {
      at: ["boom_end", "ground_panel"],
      seconds: 10,
      needs: () => ({ posture: "stowed", who: "ground" }),
      rank: 8,
      left: { ...asSetUp, for_the_road: "on" },
    },
  },
  parkBrake: { to: { features: ["park_brake_interlock"] }, modelled: true, doubt: "until_shown" },
  brakes: { to: { families: [...platformDriven, "tracked_spider"] }, modelled: true, doubt: "until_shown" },
  // Pushed into place, then locked, all of them, before anybody steps in.
  casters: {
    to: { families: ["push_around_mast"] },
    modelled: true,
    doubt: "until_shown",
    strip: { place: 10.3 },
    walked: {
      at: ["caster_front_left", "caster_front_right", "caster_rear_left", "caster_rear_right"],
      seconds: 15,
      needs: () => ({ posture: "stowed", who: "ground" }),
      rank: 8,
      left: "locked",
    },
  },
  crankLock: { to: { power: "hand_crank" }, modelled: true, ready: "off", doubt: "until_shown" },
  brakePins: { to: { families: ["push_around_mast"] }, modelled: true, doubt: "until_shown" },
  cradle: { to: { features: ["cradle_switches"] }, modelled: true, ready: "home", doubt: "until_shown" },
  swung: { to: { families: booms }, modelled: true, doubt: "never" },
  steered: { to: { features: ["steering_slows"] }, modelled: true, doubt: "never" },
  prop: {
    to: { features: ["maintenance_prop"] },
    modelled: true,
    doubt: "until_shown",
    strip: { place: 14, unless: "parked" },
    walked: {
      at: ["descent_control", "battery_tray"],
      seconds: 12,
      needs: () => ({ posture: "raised", who: "ground" }),
      rank: 2,
      left: "parked",
    },
  },
  turntableLock: {
    to: { features: ["turntable_lock_pin"] },
    modelled: true,
    ready: "out",
    doubt: "until_shown",
    strip: { place: 16 },
    walked: {
      at: ["turntable_left", "turntable_right", "ground_panel"],
      seconds: 6,
      needs: () => ({ posture: "stowed", who: "ground" }),
      rank: 8,
      left: { ...asSetUp, for_the_road: "in" },
    },
  },
  "valve.descent": {
    to: { features: ["manual_descent"], power: "electrical" },
    modelled: true,
    doubt: "until_shown",
    strip: { place: 15 },
    walked: { at: ["descent_control"], seconds: 5, needs: () => ({}), rank: 8, left: "shut" },
  },
  "valve.bleed_down": { to: { features: ["bleed_down_valve"] }, modelled: true, doubt: "until_shown" },
  electricDescent: { to: { features: ["electric_descent"] }, modelled: true, doubt: "never" },
  cableDescent: { to: { features: ["cable_descent"] }, modelled: true, doubt: "never" },
  hookTool: { to: { features: ["hook_tool"] }, modelled: true, doubt: "never" },
  "valve.brake_release": { to: { features: ["brake_release"] }, modelled: true, doubt: "until_shown" },
  "valve.freewheel": { to: { features: ["freewheel_valve"] }, modelled: true, doubt: "until_shown" },
};
