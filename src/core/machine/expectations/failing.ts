import type { DemoSheetId } from "@/demo/sheets/demo-sheets";
import type { State } from "../../vocabulary/state/values";
import { onItsLegs } from "./legs";
import type { Line } from "./read";

/** Any movement: what each of the parts it runs through makes of it when it fails. */
const movement = (
  station: "ground" | "platform",
  fn: string,
  to: string,
  back: string,
  more: State = {},
): readonly Line[] => {
  const move = `${station} ${fn}.${to}`;
  return [
    [`${move}: its switch fails`, `${move}, failing switch.${station}.${fn} dead`, more, "must_stay"],
    [`${move}: its coil fails`, `${move}, failing coil.${fn}.${to} dead`, more, "must_stay"],
    [`${move}: the other way's coil fails`, `${move}, failing coil.${fn}.${back} dead`, more, "must_move"],
    [`${move}: its cylinder or motor fails`, `${move}, failing actuator.${fn} dead`, more, "must_stay"],
    [
      `${move}: its cylinder or motor is weak`,
      `${move}, failing actuator.${fn} weak`,
      more,
      "must_move_slowly",
    ],
    [`${move}: the main pump is weak`, `${move}, failing pump.main weak`, more, "must_move_slowly"],
    [`${move}: the main pump fails`, `${move}, failing pump.main dead`, more, "must_stay"],
    [`${move}: the supply fails`, `${move}, failing supply dead`, more, "must_stay"],
    [`${move}: this panel fails`, `${move}, failing panel.${station} dead`, more, "must_stay"],
    [
      `${move}: a loose wire to the switch`,
      `${move}, failing switch.${station}.${fn} intermittent`,
      more,
      "either",
    ],
    [
      `${move}: the enable's contact stuck, not held`,
      `${move} (not held), failing enable.${station} stuck_on`,
      more,
      "must_move",
    ],
    [
      `${move}: the enable's contact stuck moves people who hold nothing`,
      `harm of ${move} (not held), failing enable.${station} stuck_on`,
      { ...more, near: "beneath" },
      "moves_unbidden beneath",
    ],
    [`${move}: the enable fails`, `${move}, failing enable.${station} dead`, more, "must_stay"],
    [
      `${move}: a stop button's contact stays open`,
      `${move}, failing stop.ground stuck_on`,
      more,
      "must_stay",
    ],
    [
      `${move}: a stop button that does not stop`,
      `${move}, failing stop.ground dead`,
      { ...more, "stop.ground": "in" },
      "must_move",
    ],
  ];
};

/** The other station works all the same: that is how a technician tells where to look. */
const twoStations = (fn: string, to: string): readonly Line[] => [
  [
    "ground switch fails: the platform still works",
    `platform ${fn}.${to}, failing switch.ground.${fn} dead`,
    {},
    "must_move",
  ],
  [
    "platform switch fails: the ground still works",
    `ground ${fn}.${to}, failing switch.platform.${fn} dead`,
    {},
    "must_move",
  ],
  [
    "ground panel fails: the platform still works",
    `platform ${fn}.${to}, failing panel.ground dead`,
    {},
    "must_move",
  ],
  [
    "platform panel fails: the ground still works",
    `ground ${fn}.${to}, failing panel.platform dead`,
    {},
    "must_move",
  ],
  [
    "pedal fails: the ground still works",
    `ground ${fn}.${to}, failing enable.platform dead`,
    {},
    "must_move",
  ],
];

/** A limit set wrong, from both sides: below its height nothing shows, just above it nothing happens. */
const misSet = (
  interlock: string,
  move: string,
  below: State,
  above: State,
  acts: string,
  free: string,
): readonly Line[] => [
  [`${interlock} as set: free below`, move, below, free],
  [`${interlock} as set: acts above`, move, above, acts],
  [
    `${interlock} set too high: does not act just above`,
    `${move}, failing sensor.${interlock} mis_set`,
    above,
    free,
  ],
  [`${interlock} failed: does not act`, `${move}, failing sensor.${interlock} dead`, above, free],
  [
    `${interlock} stuck: acts where it must not`,
    `${move}, failing sensor.${interlock} stuck_on`,
    below,
    acts,
  ],
];

const low: State = { "axis.lift": 0.05 };
const justUp: State = { "axis.lift": 0.15 };
const tilted: State = { incline: "beyond_trip", tiltTripped: "yes" };

/** What failing parts make of tests: by sheet, written from how technicians tell them apart. */
export const failing: readonly (readonly [DemoSheetId, readonly Line[]])[] = [
  [
    "dunmarrow-s24",
    [
      ...movement("ground", "lift", "up", "down"),
      ...twoStations("lift", "up"),
      ...misSet("drive_cut_back", "platform drive.forward", low, justUp, "must_move_slowly", "must_move"),
      ...misSet(
        "tilt_refuses_lift",
        "platform lift.up",
        { ...low, ...tilted },
        { ...justUp, ...tilted },
        "must_stay",
        "must_move",
      ),
      [
        "a blocked guard whose switch fails lets it drive",
        "platform drive.forward, failing sensor.guards_not_locked dead",
        { ...justUp, "guard.left": "blocked" },
        "must_move_slowly",
      ],
      ["the tilt lamp's bulb is out", "lamp tilt, failing lamp.tilt dead", tilted, "dark"],
      ["the tilt alarm is silent", "sound tilt, failing alarm.tilt dead", { ...tilted, ...justUp }, "silent"],
      [
        "a guard whose own switch fails lets it drive, blocked on that side",
        "platform drive.forward, failing guard_switch.left dead",
        { ...justUp, "guard.left": "blocked" },
        "must_move_slowly",
      ],
      [
        "the other side's switch still refuses",
        "platform drive.forward, failing guard_switch.left dead",
        { ...justUp, "guard.right": "blocked" },
        "must_stay",
      ],
      [
        "no alarm sounds for a side whose switch has failed",
        "sound guards, failing guard_switch.left dead",
        { ...justUp, "guard.left": "blocked" },
        "silent",
      ],
      [
        "the guards' alarm is silent",
        "sound guards, failing alarm.guards dead",
        { ...justUp, "guard.left": "blocked" },
        "silent",
      ],
    ],
  ],
  [
    "sorrel-sl19",
    [
      ...misSet("drive_cut_out", "platform drive.forward", low, justUp, "must_stay", "must_move"),
      [
        "the chain's switch fails: it lives with the chain off",
        "platform lift.up, failing sensor.gate_open dead",
        { gate: "open", "axis.lift": 0.05 },
        "must_move",
      ],
    ],
  ],
  [
    "pellbridge-rt33",
    [
      ...movement("platform", "lift", "up", "down", onItsLegs),
      ...misSet(
        "legs_needed_above_height",
        "platform lift.up",
        { "axis.lift": 0.15, "axis.leg_front_left": 0 },
        { "axis.lift": 0.3, "axis.leg_front_left": 0 },
        "must_stay",
        "must_move",
      ),
    ],
  ],
  ["sorrel-v20", [...movement("ground", "lift", "up", "down"), ...twoStations("lift", "down")]],
  ["sorrel-p9e", [...movement("platform", "lift", "up", "down"), ...twoStations("lift", "up")]],
  [
    "sorrel-p6",
    [
      [
        "brake pins that do not engage: no higher",
        "platform lift.up",
        { brakePins: "released", "axis.lift": 0.4 },
        "must_stay",
      ],
      [
        "the pins' interlock failed: it goes on",
        "platform lift.up, failing sensor.brake_pins_not_engaged dead",
        { brakePins: "released", "axis.lift": 0.4 },
        "must_move",
      ],
      [
        "the casters' interlock failed: it goes on",
        "platform lift.up, failing sensor.casters_free dead",
        { casters: "free" },
        "must_move",
      ],
      [
        "the crank's lock failed: it turns",
        "platform lift.up, failing sensor.crank_locked dead",
        { crankLock: "on" },
        "must_move",
      ],
    ],
  ],
  [
    "calder-vey-kb160",
    [
      ...movement("ground", "main", "up", "down"),
      ...movement("platform", "jib", "up", "down"),
      ...twoStations("telescope", "out"),
      [
        "a direction switch that fails lets it drive unconfirmed",
        "platform drive.forward, failing sensor.direction_not_confirmed dead",
        { swung: "past_rear" },
        "must_move",
      ],
    ],
  ],
  [
    "pellbridge-tb28",
    [
      ...movement("ground", "swing", "left", "right"),
      ...twoStations("rotate", "left"),
      ...misSet(
        "axles_in_lift",
        "ground main.up",
        { "axis.axles": 0, "axis.main": 0.1 },
        { "axis.axles": 0, "axis.main": 0.3 },
        "must_stay",
        "must_move",
      ),
      [
        "axle switch failed: telescopes with the axles in",
        "ground telescope.out, failing sensor.axles_in_telescope dead",
        { "axis.axles": 0 },
        "must_move",
      ],
    ],
  ],
  [
    "pellbridge-tb22",
    [
      ["one switch starts, enables and runs the auxiliary: it cranks", "crank", {}, "runs"],
      ["that switch failed: it does not crank", "crank, failing start_switch dead", {}, "refuses"],
      [
        "that switch failed: nothing moves at the ground",
        "ground main.up, failing start_switch dead",
        {},
        "must_stay",
      ],
      [
        "that switch failed: no auxiliary at the ground either",
        "ground main.down (not held) (auxiliary), failing start_switch dead",
        { engine: "off" },
        "must_stay",
      ],
      [
        "that switch failed: the platform's auxiliary still lowers it",
        "platform main.down (not held) (auxiliary), failing start_switch dead",
        { engine: "off" },
        "must_move_slowly",
      ],
      [
        "that switch stuck: it moves without being held",
        "ground main.up (not held), failing start_switch stuck_on",
        {},
        "must_move",
      ],
      ["good, it moves at the ground", "ground main.up", {}, "must_move"],
      ["good, nothing without it", "ground main.up (not held)", {}, "must_stay"],
      ["axles in at the ground", "ground axles.in", {}, "must_move"],
      ["axles out at the ground", "ground axles.out", { "axis.axles": 0 }, "must_move"],
      ["axles are not set from the platform", "platform axles.out", { "axis.axles": 0 }, "must_stay"],
    ],
  ],
  [
    "dunmarrow-t10",
    [
      ...movement("ground", "main", "up", "down"),
      [
        "a leg's switch fails: the boom rises off its legs",
        "ground main.up, failing sensor.legs_not_set dead",
        { "axis.leg_rear_left": 0 },
        "must_move",
      ],
      [
        "... and may tip",
        "harm of ground main.up, failing sensor.legs_not_set dead",
        { "axis.leg_rear_left": 0, near: "beside" },
        "tips beside",
      ],
    ],
  ],
  [
    "calder-vey-sp15",
    [
      ...movement("platform", "main", "up", "down"),
      [
        "a leg's switch fails: the boom rises off its legs",
        "ground main.up, failing sensor.legs_not_set dead",
        { "axis.leg_front_left": 0 },
        "must_move",
      ],
      [
        "the travel lock fails: it drives with the boom up",
        "remote drive.forward, failing sensor.boom_out_no_travel dead",
        { "axis.main": 0.4 },
        "must_move",
      ],
    ],
  ],
  [
    "pellbridge-v14",
    [
      ...movement("platform", "main", "up", "down"),
      [
        "the cradle's switch fails: it swings in its cradle",
        "ground swing.left, failing sensor.boom_in_cradle dead",
        { "axis.main": 0 },
        "must_move",
      ],
      [
        "the park brake's switch fails: it works with the brake off",
        "ground main.up, failing sensor.park_brake_off dead",
        { parkBrake: "off" },
        "must_move",
      ],
    ],
  ],
];
