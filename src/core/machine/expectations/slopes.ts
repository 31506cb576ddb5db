import type { DemoSheetId } from "@/demo/sheets/demo-sheets";
import type { State } from "../../vocabulary/state/values";
import { legsUp } from "./legs";
import type { Line } from "./read";

const slope: State = { incline: "slope" };

/** Whatever is driven holds on a slope by its brakes, and rolls without them; never on the level. */
const brakes = (more: State = {}): readonly Line[] => [
  ["stays on a slope", "wait", { ...more, ...slope }, "nothing"],
  [
    "brakes let off on a slope: it rolls",
    "wait",
    { ...more, ...slope, "valve.brake_release": "open" },
    "rolls",
  ],
  ["brakes let off on the level: it stays", "wait", { ...more, "valve.brake_release": "open" }, "nothing"],
  [
    "brakes let off, wheels chocked: it stays",
    "wait",
    { ...more, ...slope, "valve.brake_release": "open", chocks: "set" },
    "nothing",
  ],
  ["brakes that do not hold: it rolls", "wait, failing brakes dead", { ...more, ...slope }, "rolls"],
  ["brakes that do not hold, on the level", "wait, failing brakes dead", more, "nothing"],
  [
    "brakes that do not hold, chocked",
    "wait, failing brakes dead",
    { ...more, ...slope, chocks: "set" },
    "nothing",
  ],
  [
    "brakes that do not hold roll it with whoever is aboard",
    "harm of wait, failing brakes dead",
    { ...more, ...slope, who: "platform" },
    "rolls aboard",
  ],
  [
    "brakes that do not hold roll it over whoever is beside it",
    "harm of wait, failing brakes dead",
    { ...more, ...slope, near: "beside" },
    "rolls beside",
  ],
  [
    "on the level it hurts nobody",
    "harm of wait, failing brakes dead",
    { ...more, near: "beside" },
    "nobody",
  ],
  [
    "a steep block under one side tilts it and does not roll it",
    "wait",
    { ...more, incline: "beyond_trip" },
    "nothing",
  ],
];

const freewheel: readonly Line[] = [
  ["freewheeling on a slope: it rolls", "wait", { ...slope, "valve.freewheel": "open" }, "rolls"],
  ["freewheeling on the level: it stays", "wait", { "valve.freewheel": "open" }, "nothing"],
];

/** The brakes' own test: it stops when let go, later when they are worn, not at all without them. */
const stopping: readonly Line[] = [
  ["drives, and stops when let go", "platform drive.forward (let go)", {}, "must_stop"],
  ["good brakes hurt nobody", "harm of platform drive.forward (let go)", { who: "platform" }, "nobody"],
  [
    "without brakes it rolls on when let go",
    "harm of platform drive.forward (let go), failing brakes dead",
    { who: "platform" },
    "does_not_stop aboard",
  ],
];

/** Raised out of level it may tip; lowered it does not, and level it does not. */
const tips = (fn: string, high: State): readonly Line[] => [
  ["raised on the level: no tip", "harm of wait", { ...high, who: "platform" }, "nobody"],
  [
    "raised beyond its trip angle: it may tip",
    "harm of wait",
    { ...high, incline: "beyond_trip", who: "platform" },
    "tips aboard",
  ],
  [
    "raised on a slope beyond its trip angle, beside people",
    "harm of wait",
    { ...high, incline: "one_slope", near: "beside" },
    "tips beside",
  ],
  [
    "lowered beyond its trip angle: no tip",
    "harm of wait",
    { incline: "beyond_trip", who: "platform" },
    "nobody",
  ],
  [
    "raised on a slope it may climb: no tip",
    "harm of wait",
    { ...high, ...slope, who: "platform" },
    "nobody",
  ],
  [
    "lowering is never refused beyond the trip angle",
    `ground ${fn}.down`,
    { ...high, incline: "beyond_trip", tiltTripped: "yes" },
    "must_move",
  ],
];

/** On legs: off them, off level or with a foot giving way. */
const onLegs: readonly Line[] = [
  ["boom up on its legs: no tip", "harm of wait", { "axis.main": 0.5, who: "platform" }, "nobody"],
  [
    "boom up, legs up: it may tip",
    "harm of wait",
    { "axis.main": 0.5, ...legsUp, who: "platform" },
    "tips aboard",
  ],
  ["boom down, legs up: no tip", "harm of wait", { ...legsUp, who: "platform" }, "nobody"],
  [
    "boom up, chassis off level: it may tip",
    "harm of wait",
    { "axis.main": 0.5, chassisLevel: "off_level", near: "beneath" },
    "tips beneath",
  ],
  ["a leg that leaks sinks", "wait, failing leg_check_valves leaking", {}, "sinks"],
  ["a leg that leaks, legs up: nothing", "wait, failing leg_check_valves leaking", legsUp, "nothing"],
  [
    "off level with a bad swing brake it turns",
    "wait, failing swing_brake dead",
    { chassisLevel: "off_level" },
    "drifts",
  ],
  ["level with a bad swing brake it stays", "wait, failing swing_brake dead", {}, "nothing"],
];

const swings: readonly Line[] = [
  [
    "on a slope a bad swing brake lets the boom turn",
    "wait, failing swing_brake dead",
    { ...slope, turntableLock: "out" },
    "drifts",
  ],
  ["on the level it stays", "wait, failing swing_brake dead", { turntableLock: "out" }, "nothing"],
  [
    "with its lock pin in it stays",
    "wait, failing swing_brake dead",
    { ...slope, turntableLock: "in" },
    "nothing",
  ],
  ["a good swing brake holds it", "wait", { ...slope, turntableLock: "out" }, "nothing"],
  [
    "turning by itself it strikes whoever is beside it",
    "harm of wait, failing swing_brake dead",
    { ...slope, turntableLock: "out", near: "beside" },
    "moves_unbidden beside",
  ],
];

const parked = (more: State): readonly Line[] => [
  ["park brake on, on a slope: it stays", "wait", { ...more, ...slope, parkBrake: "on" }, "nothing"],
  ["park brake off, on a slope: it rolls", "wait", { ...more, ...slope, parkBrake: "off" }, "rolls"],
  ["park brake off, on the level: it stays", "wait", { ...more, parkBrake: "off" }, "nothing"],
  [
    "park brake that does not hold: it rolls",
    "wait, failing park_brake dead",
    { ...more, ...slope, parkBrake: "on" },
    "rolls",
  ],
  [
    "park brake off, chocked: it stays",
    "wait",
    { ...more, ...slope, parkBrake: "off", chocks: "set" },
    "nothing",
  ],
  ["park brake off, on its legs: it stays", "wait", { ...slope, parkBrake: "off" }, "nothing"],
];

const lift: State = { "axis.lift": 0.6 };

/** What a slope, a block and the ground do to each: by sheet, written from practice. */
export const slopes: readonly (readonly [DemoSheetId, readonly Line[]])[] = [
  ["dunmarrow-s24", [...brakes(), ...stopping, ...tips("lift", lift)]],
  ["sorrel-sl19", [...brakes(), ...stopping]],
  ["pellbridge-rt33", [...brakes(legsUp), ...freewheel.map(offItsLegs), ...tips("lift", lift)]],
  ["sorrel-v20", [...brakes(), ...stopping, ...tips("lift", lift)]],
  [
    "sorrel-p6",
    [
      ["casters locked on a slope: it stays", "wait", { ...slope, casters: "locked" }, "nothing"],
      ["casters free on a slope: it rolls", "wait", { ...slope, casters: "free" }, "rolls"],
      ["casters free on the level: it stays", "wait", { casters: "free" }, "nothing"],
      ["locked casters that do not hold: it rolls", "wait, failing caster_locks dead", slope, "rolls"],
      ["casters free, chocked: it stays", "wait", { ...slope, casters: "free", chocks: "set" }, "nothing"],
      [
        "rolls with whoever is aboard",
        "harm of wait",
        { ...slope, casters: "free", who: "platform" },
        "rolls aboard",
      ],
    ],
  ],
  [
    "calder-vey-kb160",
    [...brakes(), ...freewheel, ...stopping, ...swings, ...tips("main", { "axis.main": 0.5 })],
  ],
  [
    "pellbridge-tb28",
    [...brakes(), ...freewheel, ...stopping, ...swings, ...tips("main", { "axis.main": 0.5 })],
  ],
  ["dunmarrow-t10", [...onLegs, ...parked(legsUp)]],
  ["calder-vey-sp15", [...onLegs, ...brakes(legsUp)]],
  ["pellbridge-v14", [...onLegs, ...parked(legsUp)]],
];

/** The same line for a machine tried with its legs up. */
function offItsLegs([words, done, given, seen]: Line): Line {
  return [words, done, { ...legsUp, ...given }, seen];
}
