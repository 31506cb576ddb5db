import type { State } from "../../vocabulary/state/values";
import type { Line } from "./read";

const legsDown: State = {
  "axis.leg_front_left": 1,
  "axis.leg_front_right": 1,
  "axis.leg_rear_left": 1,
  "axis.leg_rear_right": 1,
};
const low: State = { "axis.lift": 0 };
const high: State = { "axis.lift": 0.6 };
const tilted: State = { incline: "beyond_trip", tiltTripped: "yes" };

/** The RT 33: diesel, four legs needed above a height, bleed-down, auxiliary, oil warm-up. */
export const roughTerrainScissor: readonly Line[] = [
  ["rises from the ground near the ground", "ground lift.up", { "axis.lift": 0.1 }, "must_move"],
  ["above its height it refuses without its legs", "ground lift.up", high, "must_stay"],
  ["above its height it refuses without its legs, aloft", "platform lift.up", high, "must_stay"],
  [
    "three legs are not four",
    "platform lift.up",
    { ...high, ...legsDown, "axis.leg_rear_left": 0 },
    "must_stay",
  ],
  [
    "a leg that does not bear is no leg",
    "platform lift.up",
    { ...high, ...legsDown, "axis.leg_front_left": 0.6 },
    "must_stay",
  ],
  ["on four legs it rises", "platform lift.up", { ...high, ...legsDown }, "must_move"],
  ["on four legs it rises from the ground", "ground lift.up", { ...high, ...legsDown }, "must_move"],
  ["without legs it still lowers", "platform lift.down", high, "must_move"],
  [
    "rising without legs it stops by itself at its height",
    "ground lift.up",
    { "axis.lift": 0.19 },
    "must_stop_itself",
  ],
  ["legs go down with the platform down", "platform legs.down", low, "must_move"],
  ["one leg alone goes down", "platform leg_front_left.down", low, "must_move"],
  ["legs refuse to retract while raised", "platform legs.up", { ...high, ...legsDown }, "must_stay"],
  [
    "one leg refuses to retract while raised",
    "platform leg_rear_right.up",
    { ...high, ...legsDown },
    "must_stay",
  ],
  ["legs retract with the platform down", "platform legs.up", { ...low, ...legsDown }, "must_move"],
  ["legs down, it does not drive", "platform drive.forward", { ...low, ...legsDown }, "must_stay"],
  [
    "one leg down, it does not drive",
    "platform drive.forward",
    { ...low, "axis.leg_rear_left": 0.5 },
    "must_stay",
  ],
  ["legs up, it drives", "platform drive.forward", low, "must_move"],
  ["lift is permitted on four legs and level", "lamp lift_permitted", legsDown, "steady"],
  ["lift is not permitted on wheels", "lamp lift_permitted", {}, "dark"],
  [
    "lift is not permitted off level",
    "lamp lift_permitted",
    { ...legsDown, chassisLevel: "off_level" },
    "dark",
  ],
  ["a leg on its way flashes", "lamp legs", { ...legsDown, "axis.leg_rear_left": 0.4 }, "flashing"],
  ["stays without the enable", "ground lift.up (not held)", { "axis.lift": 0.1 }, "must_stay"],
  ["enable let go stops it", "ground lift.down (let go)", {}, "must_stop"],
  ["trigger not held, no drive", "platform drive.forward (not held)", low, "must_stay"],
  ["trigger let go while driving", "platform drive.reverse (let go)", low, "must_stop"],
  ["trigger held too long", "platform lift.down (held too long)", {}, "must_stay"],
  [
    "without its engine it is dead on main power",
    "ground lift.up",
    { engine: "off", "axis.lift": 0.1 },
    "must_stay",
  ],
  ["engine off, auxiliary lowers it", "ground lift.down (not held) (auxiliary)", {}, "must_move_slowly"],
  [
    "auxiliary and the stop in: stays",
    "ground lift.down (not held) (auxiliary)",
    { "stop.ground": "in" },
    "must_stay",
  ],
  ["auxiliary does not drive", "platform drive.forward (auxiliary)", low, "must_stay"],
  [
    "open bleed-down: will not rise",
    "ground lift.up",
    { "axis.lift": 0.1, "valve.bleed_down": "open" },
    "must_stay",
  ],
  ["open bleed-down: lowers", "ground lift.down", { "valve.bleed_down": "open" }, "must_move"],
  [
    "open descent valve: will not rise",
    "ground lift.up",
    { "axis.lift": 0.1, "valve.descent": "open" },
    "must_stay",
  ],
  ["set prop: not driven down", "ground lift.down", { prop: "set" }, "must_stay"],
  [
    "raised and tilted: no rise on its legs",
    "platform lift.up",
    { ...high, ...legsDown, ...tilted },
    "must_stay",
  ],
  ["raised and tilted: no drive", "platform drive.forward", { ...high, ...tilted }, "must_stay"],
  ["raised and tilted: lowers", "platform lift.down", { ...high, ...tilted }, "must_move"],
  ["lowered on the slope: drives", "platform drive.forward", { ...low, ...tilted }, "must_move"],
  ["drives slowly raised", "platform drive.forward", high, "must_move_slowly"],
  ["low range chosen: slow", "platform drive.forward", { ...low, speed: "low" }, "must_move_slowly"],
  ["lift refuses with drive chosen", "platform lift.down", { selector: "drive" }, "must_stay"],
  ["drive refuses with lift chosen", "platform drive.forward", { ...low, selector: "lift" }, "must_stay"],
  ["freewheel open: no drive", "platform drive.forward", { ...low, "valve.freewheel": "open" }, "must_stay"],
  [
    "brakes released: no drive",
    "platform drive.reverse",
    { ...low, "valve.brake_release": "open" },
    "must_stay",
  ],
  ["overloaded: no rise", "platform lift.up", { "axis.lift": 0.1, load: "over" }, "must_stay"],
  ["cold oil: sluggish", "ground lift.down", { oil: "cold" }, "must_move_slowly"],
  ["warm-up on: no lift", "ground lift.up", { "axis.lift": 0.1, warmUp: "on" }, "must_stay"],
  ["fuel at its cut-out: dead on main power", "ground lift.down", { fuel: "cut_out" }, "must_stay"],
  ["fuel low shows", "lamp fuel_low", { fuel: "low" }, "steady"],
  ["cranks with everything out", "crank", {}, "runs"],
  ["a stop in: does not crank", "crank", { "stop.platform": "in" }, "refuses"],
  ["glow lamp lit: wait", "crank", { glowLamp: "lit" }, "refuses"],
  ["fuel at its cut-out: does not crank", "crank", { fuel: "cut_out" }, "refuses"],
  ["resting after a long crank", "crank", { crankRestLeftS: 20 }, "refuses"],
  ["reversing has its own sound", "sound reversing while platform drive.reverse", low, "sounds"],
  ["forward it keeps quiet", "sound reversing while platform drive.forward", low, "silent"],
];

/** The RG-26 H: creeps when it is tilted. */
export const hybridScissor: readonly Line[] = [
  [
    "tilted and raised on its legs: creeps up",
    "platform lift.up",
    { ...high, ...legsDown, ...tilted },
    "must_move_slowly",
  ],
  ["tilted and raised: creeps off", "platform drive.forward", { ...high, ...tilted }, "must_move_slowly"],
  ["level and raised on its legs: rises", "platform lift.up", { ...high, ...legsDown }, "must_move"],
];
