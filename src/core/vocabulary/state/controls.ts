import type { Entries, StateEntry } from "./entry";
import { nothing, platformBox } from "./needs";
import type { StationId } from "./values";

/** What is chosen and held at a station, and what guards whoever works it. */
export const controlEntries: Entries<
  | "collar"
  | "speedKey"
  | "selector"
  | "mode"
  | "speed"
  | "dial"
  | "creep"
  | "horn"
  | "range"
  | "boomMode"
  | "gate"
  | "rails"
  | "deck"
  | "deckPin"
  | "controlBox"
  | "tiltForS"
  | "tiltTripped"
  | "guard.left"
  | "guard.right"
  | "directionConfirmed"
  | "directionLeftS"
  | "crushGuard"
  | "crushOverride"
  | "bumper"
  | "bumperOverride"
  | "rescueStored"
  | "levelFault"
  | "jibStowOverride"
  | "reachTest"
> = {
  collar: { to: { features: ["lifting_collar"] }, modelled: true, ready: "lifted", doubt: "each_time" },
  speedKey: { to: { features: ["speed_key"] }, modelled: true, ready: "held", doubt: "each_time" },
  selector: { to: { features: ["lift_drive_selector"] }, modelled: true, doubt: "until_shown" },
  mode: { to: { features: ["mode_selector"] }, modelled: true, doubt: "until_shown" },
  speed: { to: { features: ["drive_speed_selector"] }, modelled: true, ready: "high", doubt: "until_shown" },
  dial: { to: { features: ["boom_speed_dial"] }, modelled: true, ready: "fast", doubt: "until_shown" },
  creep: { to: { features: ["creep_switch"] }, modelled: true, doubt: "until_shown" },
  horn: { to: { features: ["horn"], power: "electrical" }, modelled: true, doubt: "never" },
  range: { to: { features: ["two_load_ranges"] }, modelled: true, doubt: "until_shown" },
  boomMode: { to: { features: ["automatic_boom_mode"] }, modelled: true, doubt: "until_shown" },
  gate: {
    modelled: true,
    doubt: "until_shown",
    walked: { at: platformBox, seconds: 3, needs: nothing, rank: 8, left: "shut" },
  },
  rails: { to: { features: ["folding_rails"] }, modelled: true, doubt: "until_shown" },
  deck: { to: { features: ["extension_deck"] }, modelled: true, doubt: "until_shown" },
  deckPin: { to: { features: ["extension_deck"] }, modelled: true, doubt: "until_shown" },
  controlBox: {
    to: { features: ["removable_control_box"], power: "electrical" },
    modelled: true,
    doubt: "until_shown",
  },
  tiltForS: { to: { features: ["tilt_sensor"] }, modelled: true, doubt: "never" },
  tiltTripped: { to: { features: ["tilt_sensor"] }, modelled: true, doubt: "until_shown" },
  "guard.left": { to: { features: ["pothole_guards"] }, modelled: true, doubt: "until_shown" },
  "guard.right": { to: { features: ["pothole_guards"] }, modelled: true, doubt: "until_shown" },
  directionConfirmed: {
    to: { features: ["drive_direction_confirm"] },
    modelled: true,
    doubt: "each_time",
  },
  directionLeftS: { to: { features: ["drive_direction_confirm"] }, modelled: true, doubt: "never" },
  crushGuard: { to: { features: ["crush_guard"] }, modelled: true, doubt: "each_time" },
  crushOverride: { to: { features: ["crush_guard"] }, modelled: true, doubt: "never" },
  bumper: { to: { features: ["contact_bumper"] }, modelled: true, doubt: "each_time" },
  bumperOverride: { to: { features: ["contact_bumper"] }, modelled: true, doubt: "never" },
  rescueStored: { to: { features: ["rescue_override"] }, modelled: true, doubt: "until_shown" },
  levelFault: { to: { features: ["platform_level_correction"] }, modelled: true, doubt: "until_shown" },
  jibStowOverride: { to: { features: ["jib_stow_position"] }, modelled: true, doubt: "never" },
  reachTest: { to: { features: ["reach_self_test"] }, modelled: true, doubt: "never" },
};

/** What every station has of its own. */
export const stationEntries: {
  readonly [Id in StationId]: Pick<StateEntry<"enable.ground">, "to" | "doubt">;
} = {
  enable: { doubt: "each_time" },
  enableIdleS: { doubt: "never" },
  enableTimedOut: { doubt: "each_time" },
  chosenFirst: { doubt: "each_time" },
  chosen: { doubt: "never" },
};
