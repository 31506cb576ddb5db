import type { Applies } from "../applies-to";
import type { Entries } from "./entry";
import { fromTheGround, offUnlessToWork, panel, platformBox } from "./needs";

export const electrical: Applies = { power: "electrical" };
const glow: Applies = { features: ["glow_plugs"], fuels: ["diesel", "hybrid", "vehicle_take_off"] };
const auxiliary: Applies = { features: ["auxiliary_pump"] };

/** What gives it power: keys, buttons, supply, engine, and the pump for emergencies. */
export const powerEntries: Entries<
  | "key"
  | "stop.ground"
  | "stop.platform"
  | "disconnect"
  | "keypad"
  | "selfCheckLeftS"
  | "engine"
  | "gasValve"
  | "glowLamp"
  | "glowLeftS"
  | "crankRestLeftS"
  | "fuel"
  | "oil"
  | "warmUp"
  | "battery"
  | "charger"
  | "takeOff"
  | "covers"
  | "source"
  | "auxiliaryRunS"
  | "auxiliarySpent"
> = {
  key: {
    to: electrical,
    modelled: true,
    doubt: "until_shown",
    strip: { place: 2 },
    walked: { at: panel, seconds: 3, needs: fromTheGround, rank: 12, left: offUnlessToWork("off") },
  },
  "stop.ground": {
    to: electrical,
    modelled: true,
    ready: "out",
    doubt: "until_shown",
    strip: { place: 3 },
    walked: { at: panel, seconds: 2, needs: fromTheGround, rank: 12, left: offUnlessToWork("in") },
  },
  "stop.platform": {
    to: electrical,
    modelled: true,
    ready: "out",
    doubt: "until_shown",
    strip: { place: 4 },
    walked: {
      at: platformBox,
      seconds: 2,
      needs: () => ({ posture: "stowed" }),
      rank: 12,
      left: offUnlessToWork("in"),
    },
  },
  disconnect: {
    to: electrical,
    modelled: true,
    ready: "on",
    doubt: "until_shown",
    strip: { place: 5 },
    walked: {
      at: ["disconnect", "battery_tray"],
      seconds: 5,
      needs: (to) => (to === "off" ? { engine: "off", who: "ground" } : { who: "ground" }),
      rank: 12,
      left: offUnlessToWork("off"),
    },
  },
  keypad: { to: { features: ["keypad_code"] }, modelled: true, ready: "entered", doubt: "until_shown" },
  selfCheckLeftS: { to: electrical, modelled: true, doubt: "until_shown" },
  engine: {
    to: { power: "engine" },
    modelled: true,
    ready: "running",
    doubt: "until_shown",
    strip: { place: 6 },
    walked: {
      at: panel,
      seconds: { running: 10, off: 3 },
      powered: true,
      needs: (to, state) =>
        to === "off"
          ? {}
          : {
              air: "open",
              disconnect: "on",
              "stop.ground": "out",
              "stop.platform": "out",
              // Started from where one stands.
              key: state.who ?? "ground",
            },
      rank: 10,
      left: offUnlessToWork("off"),
    },
  },
  gasValve: { to: { fuels: ["gas", "dual_fuel"] }, modelled: true, ready: "open", doubt: "until_shown" },
  glowLamp: { to: glow, modelled: true, doubt: "never" },
  glowLeftS: { to: glow, modelled: true, doubt: "never" },
  crankRestLeftS: { to: { power: "engine" }, modelled: true, doubt: "never" },
  fuel: { to: { power: "engine" }, modelled: true, doubt: "until_shown" },
  oil: { to: { power: "engine" }, modelled: true, doubt: "never" },
  warmUp: { to: { features: ["oil_warm_up"] }, modelled: true, doubt: "until_shown" },
  battery: { to: electrical, modelled: true, doubt: "until_shown" },
  charger: {
    to: { features: ["battery_charger"], power: "electrical" },
    modelled: true,
    doubt: "until_shown",
  },
  takeOff: {
    to: { features: ["take_off"] },
    modelled: true,
    ready: "in",
    doubt: "until_shown",
    strip: { place: 7 },
    walked: {
      at: ["cab"],
      seconds: 10,
      powered: true,
      needs: () => ({ engine: "running", who: "ground", posture: "stowed" }),
      rank: 11,
      left: { to_work: "as_left", handed_over: "as_left", otherwise: "out" },
    },
  },
  covers: { to: electrical, modelled: true, doubt: "until_shown" },
  source: { modelled: true, doubt: "never" },
  auxiliaryRunS: { to: auxiliary, modelled: true, doubt: "never" },
  auxiliarySpent: { to: auxiliary, modelled: true, doubt: "never" },
};

/** Any further stop button a sheet names: on the chassis, on a lead. */
export const otherStop: Entries<"stop.other">["stop.other"] = {
  to: electrical,
  modelled: true,
  ready: "out",
  doubt: "until_shown",
};
