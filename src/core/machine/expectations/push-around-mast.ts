import type { State } from "../../vocabulary/state/values";
import type { Line } from "./read";

const high: State = { "axis.lift": 0.6, brakePins: "engaged" };
const tilted: State = { incline: "beyond_trip", tiltTripped: "yes" };

/** The crank mast: no key, no buttons, no ground station; raised by the person who stands on it. */
export const crankMast: readonly Line[] = [
  [
    "clear of the chassis the brake pins have engaged: it goes on",
    "platform lift.up, 12 s after raising",
    {},
    "must_move",
  ],
  ["one turn up raises", "platform lift.up (not held)", {}, "must_move"],
  ["one turn back lowers", "platform lift.down (not held)", high, "must_move"],
  ["there is no ground station", "ground lift.up", {}, "no_station"],
  ["there is no ground station, down", "ground lift.down", {}, "no_station"],
  ["crank locked: does not turn up", "platform lift.up (not held)", { crankLock: "on" }, "must_stay"],
  [
    "crank locked: does not turn back",
    "platform lift.down (not held)",
    { ...high, crankLock: "on" },
    "must_stay",
  ],
  ["casters free: must not be raised", "platform lift.up (not held)", { casters: "free" }, "must_stay"],
  [
    "casters free: may be lowered",
    "platform lift.down (not held)",
    { ...high, casters: "free" },
    "must_move",
  ],
  [
    "pins did not engage: no higher",
    "platform lift.up (not held)",
    { "axis.lift": 0.6, brakePins: "released" },
    "must_stay",
  ],
  [
    "pins did not engage: comes down",
    "platform lift.down (not held)",
    { "axis.lift": 0.6, brakePins: "released" },
    "must_move",
  ],
  ["pins engaged: goes on", "platform lift.up (not held)", high, "must_move"],
  [
    "near the chassis pins are not needed yet",
    "platform lift.up (not held)",
    { "axis.lift": 0.02, brakePins: "released" },
    "must_move",
  ],
  [
    "at the bottom it turns no further back",
    "platform lift.down (not held)",
    { "axis.lift": 0 },
    "must_stay",
  ],
  [
    "at the top it turns no further",
    "platform lift.up (not held)",
    { "axis.lift": 1, brakePins: "engaged" },
    "must_stay",
  ],
  ["nothing to crank an engine with", "crank", {}, "refuses"],
  ["nothing sounds", "sound lowering while platform lift.down", high, "silent"],
  ["nothing lights", "lamp battery_low", {}, "dark"],
  ["lock unknown leaves it open", "platform lift.up (not held)", { crankLock: "unknown" }, "either"],
  ["casters unknown leaves it open", "platform lift.up (not held)", { casters: "unknown" }, "either"],
  [
    "casters unknown: lowering does not ask",
    "platform lift.down (not held)",
    { ...high, casters: "unknown" },
    "must_move",
  ],
];

/** The P 9 E: pushed by hand, raised by a battery, from either station. */
export const electricPushMast: readonly Line[] = [
  ["rises from the ground", "ground lift.up", high, "must_move"],
  ["lowers from the ground", "ground lift.down", high, "must_move"],
  ["rises from the platform", "platform lift.up", high, "must_move"],
  ["stays without the ground enable", "ground lift.up (not held)", high, "must_stay"],
  ["stays without the trigger", "platform lift.up (not held)", high, "must_stay"],
  ["ground enable let go", "ground lift.down (let go)", high, "must_stop"],
  ["trigger let go", "platform lift.down (let go)", high, "must_stop"],
  ["trigger held too long", "platform lift.up (held too long)", high, "must_stay"],
  ["casters free: no rise from the ground", "ground lift.up", { ...high, casters: "free" }, "must_stay"],
  ["casters free: no rise from the platform", "platform lift.up", { ...high, casters: "free" }, "must_stay"],
  ["casters free: lowers", "ground lift.down", { ...high, casters: "free" }, "must_move"],
  ["pins did not engage: no higher", "platform lift.up", { ...high, brakePins: "released" }, "must_stay"],
  ["gate open: dead aloft", "platform lift.up", { ...high, gate: "open" }, "must_stay"],
  ["gate open: ground lowers it", "ground lift.down", { ...high, gate: "open" }, "must_move"],
  ["off level: no rise", "platform lift.up", { ...high, ...tilted }, "must_stay"],
  ["off level: lowers", "platform lift.down", { ...high, ...tilted }, "must_move"],
  ["platform stop in: ground dead", "ground lift.down", { ...high, "stop.platform": "in" }, "must_stay"],
  ["key at the ground: platform dead", "platform lift.down", { ...high, key: "ground" }, "must_stay"],
  ["key in the middle: ground dead", "ground lift.down", { ...high, key: "off" }, "must_stay"],
  ["disconnect off: dead", "ground lift.up", { ...high, disconnect: "off" }, "must_stay"],
  ["self-check running: dead", "ground lift.up", { ...high, selfCheckLeftS: 1 }, "must_stay"],
  ["low battery: no rise", "ground lift.up", { ...high, battery: "low" }, "must_stay"],
  ["low battery: lowers", "ground lift.down", { ...high, battery: "low" }, "must_move"],
  ["on the charger: dead", "ground lift.up", { ...high, charger: "plugged" }, "must_stay"],
  ["descent valve open: no rise", "ground lift.up", { ...high, "valve.descent": "open" }, "must_stay"],
  ["descent valve open: lowers", "ground lift.down", { ...high, "valve.descent": "open" }, "must_move"],
  ["lowering sounds", "sound lowering while ground lift.down", high, "sounds"],
];
