import type { DemoSheetId } from "@/demo/sheets/demo-sheets";
import type { State } from "../../vocabulary/state/values";
import type { Line } from "./read";

const tilted: State = { incline: "beyond_trip", tiltTripped: "yes" };

/** What lights and sounds, and when it does not: by sheet, written from practice. */
export const signLines: readonly (readonly [DemoSheetId, readonly Line[]])[] = [
  [
    "dunmarrow-s24",
    [
      ["lamps flash while the self-check runs", "lamp bulb_check", { selfCheckLeftS: 2 }, "flashing"],
      ["and settle when it is over", "lamp bulb_check", {}, "dark"],
      ["overload flashes", "lamp overload", { load: "over" }, "flashing"],
      ["within the load its lamp is dark", "lamp overload", {}, "dark"],
      ["on the charger its lamp is lit", "lamp charging", { charger: "plugged" }, "steady"],
      [
        "a charger that fails lights nothing",
        "lamp charging, failing charger dead",
        { charger: "plugged" },
        "dark",
      ],
      ["the beacon flashes while it is live", "lamp beacon", {}, "flashing"],
      ["the beacon is dark with the key out", "lamp beacon", { key: "off" }, "dark"],
      ["the horn sounds while it is pressed", "sound horn", { horn: "held" }, "sounds"],
      ["the horn let go is silent", "sound horn", { horn: "released" }, "silent"],
      [
        "the horn is dead with a stop button in",
        "sound horn",
        { horn: "held", "stop.platform": "in" },
        "silent",
      ],
      ["off the charger it is dark", "lamp charging", {}, "dark"],
      ["cut back by height the creep lamp flashes", "lamp creep", { "axis.lift": 0.6 }, "flashing"],
      ["lowered the creep lamp is dark", "lamp creep", { "axis.lift": 0 }, "dark"],
      ["within the load it is silent", "sound overload", {}, "silent"],
      ["level it is silent", "sound tilt", { "axis.lift": 0.6 }, "silent"],
      ["standing it is silent", "sound travel", {}, "silent"],
    ],
  ],
  [
    "pellbridge-rt33",
    [
      ["all legs bearing and level: lift permitted", "lamp lift_permitted", bearing(), "steady"],
      ["one leg up: not permitted", "lamp lift_permitted", { ...bearing(), "axis.leg_rear_left": 0 }, "dark"],
      ["legs bearing and level: their lamp steady", "lamp legs", bearing(), "steady"],
      ["a leg on its way: flashing", "lamp legs", { ...bearing(), "axis.leg_rear_left": 0.5 }, "flashing"],
      ["legs up: dark", "lamp legs", {}, "dark"],
      ["glow lamp lit in the cold", "lamp glow", { glowLamp: "lit", engine: "off" }, "steady"],
      ["glow lamp out: dark", "lamp glow", { glowLamp: "dark" }, "dark"],
      ["low fuel shows", "lamp fuel_low", { fuel: "low" }, "steady"],
      ["fuel at its cut-out sounds", "sound engine_condition", { fuel: "cut_out" }, "sounds"],
      ["enough fuel: silent", "sound engine_condition", {}, "silent"],
      ["reversing sounds", "sound reversing while platform drive.reverse", {}, "sounds"],
      ["forward the reversing alarm is silent", "sound reversing while platform drive.forward", {}, "silent"],
    ],
  ],
  [
    "calder-vey-kb160",
    [
      ["unconfirmed direction flashes", "lamp direction", { swung: "past_rear" }, "flashing"],
      ["straight: the direction lamp is dark", "lamp direction", { swung: "straight" }, "dark"],
      ["a levelling fault flashes", "lamp level_fault", { levelFault: "present" }, "flashing"],
      ["no levelling fault: dark", "lamp level_fault", {}, "dark"],
      ["crush guard pressed sounds", "sound crushed", { crushGuard: "pressed" }, "sounds"],
      ["crush guard free: silent", "sound crushed", {}, "silent"],
      ["tilted and raised it sounds", "sound tilt", { ...tilted, "axis.main": 0.5 }, "sounds"],
      ["lowering the boom sounds", "sound lowering while ground main.down", {}, "sounds"],
      ["raising the boom is silent", "sound lowering while ground main.up", {}, "silent"],
    ],
  ],
  [
    "dunmarrow-a12",
    [
      ["bumper touched sounds", "sound bumper", { bumper: "pressed" }, "sounds"],
      ["bumper free: silent", "sound bumper", {}, "silent"],
      ["creep chosen: steady", "lamp creep", { creep: "on" }, "steady"],
    ],
  ],
  [
    "pellbridge-tb28",
    [
      ["the reach self-test shows the good lamp alone", "reach self-test", {}, "steady"],
      ["reach control failed: no good lamp", "reach self-test, failing sensor.reach_limit dead", {}, "dark"],
      ["axles out: steady", "lamp axles", { "axis.axles": 1 }, "steady"],
      ["axles in: dark", "lamp axles", { "axis.axles": 0 }, "dark"],
      ["axles moving: flashing", "lamp axles while platform axles.in", { "axis.axles": 0.5 }, "flashing"],
      ["light range shown", "lamp range_light", { range: "light" }, "steady"],
      ["heavy range dark in the light one", "lamp range_heavy", { range: "light" }, "dark"],
      ["heavy range shown", "lamp range_heavy", { range: "heavy" }, "steady"],
      [
        "out of the envelope both flash",
        "lamp range_light",
        { range: "heavy", "axis.telescope": 0.6, "axis.main": 0.5 },
        "flashing",
      ],
    ],
  ],
  [
    "dunmarrow-t10",
    [
      ["home in its cradle: lit", "lamp cradle", { cradle: "home" }, "steady"],
      ["out of its cradle: dark", "lamp cradle", { cradle: "not_home" }, "dark"],
    ],
  ],
  [
    "pellbridge-v14",
    [
      ["take-off in: lit", "lamp take_off", { takeOff: "in" }, "steady"],
      ["take-off out: dark", "lamp take_off", { takeOff: "out" }, "dark"],
    ],
  ],
];

function bearing(): State {
  return {
    "axis.leg_front_left": 1,
    "axis.leg_front_right": 1,
    "axis.leg_rear_left": 1,
    "axis.leg_rear_right": 1,
    chassisLevel: "level",
  };
}
