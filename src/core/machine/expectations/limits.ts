import type { DemoSheetId } from "@/demo/sheets/demo-sheets";
import type { State } from "../../vocabulary/state/values";
import type { Line } from "./read";

/** A limit from both sides: `before` it does not act, `beyond` it does, and one set wrong is found just beyond. */
const limit = (
  interlock: string,
  move: string,
  before: State,
  beyond: State,
  acts: string,
  free: string,
): readonly Line[] => [
  [`${interlock}: not yet`, move, before, free],
  [`${interlock}: just beyond`, move, beyond, acts],
  [
    `${interlock} set wrong: not yet where it should`,
    `${move}, failing sensor.${interlock} mis_set`,
    beyond,
    free,
  ],
  [`${interlock} failed: never`, `${move}, failing sensor.${interlock} dead`, beyond, free],
];

const tilted: State = { incline: "beyond_trip", tiltTripped: "yes" };
const oneLeg = (at: number): State => ({
  "axis.leg_front_left": at,
  "axis.leg_front_right": 1,
  "axis.leg_rear_left": 1,
  "axis.leg_rear_right": 1,
});
const legsUp = (one: number): State => ({
  "axis.leg_front_left": one,
  "axis.leg_front_right": 0,
  "axis.leg_rear_left": 0,
  "axis.leg_rear_right": 0,
});

/** Every height, angle and stroke at which something acts: written from both sides, by sheet. */
export const limits: readonly (readonly [DemoSheetId, readonly Line[]])[] = [
  [
    "dunmarrow-s24",
    [
      ...limit(
        "tilt_refuses_drive",
        "platform drive.forward",
        { ...tilted, "axis.lift": 0.1 },
        { ...tilted, "axis.lift": 0.15 },
        "must_stay",
        "must_move_slowly",
      ).slice(1),
      [
        "tilted and low it drives off at full speed",
        "platform drive.forward",
        { ...tilted, "axis.lift": 0.1 },
        "must_move",
      ],
      ...limit(
        "guards_not_locked",
        "platform drive.reverse",
        { "guard.left": "blocked", "axis.lift": 0.08 },
        { "guard.left": "blocked", "axis.lift": 0.14 },
        "must_stay",
        "must_move_slowly",
      ).slice(1),
    ],
  ],
  [
    "sorrel-sl19",
    [
      ...limit(
        "guards_refuse_lift",
        "platform lift.up",
        { "guard.left": "blocked", "axis.lift": 0.05 },
        { "guard.left": "blocked", "axis.lift": 0.12 },
        "must_stay",
        "must_move",
      ).slice(1),
    ],
  ],
  [
    "pellbridge-rt33",
    [
      ...limit(
        "legs_while_raised",
        "platform leg_front_left.up",
        { "axis.lift": 0.05, ...oneLeg(1) },
        { "axis.lift": 0.15, ...oneLeg(1) },
        "must_stay",
        "must_move",
      ),
      ...limit(
        "legs_down_no_travel",
        "platform drive.forward",
        legsUp(0.04),
        legsUp(0.1),
        "must_stay",
        "must_move",
      ),
    ],
  ],
  [
    "calder-vey-rg26",
    [
      ...limit(
        "tilt_creeps",
        "ground lift.down",
        { ...tilted, ...oneLeg(1), "axis.lift": 0.12 },
        { ...tilted, ...oneLeg(1), "axis.lift": 0.2 },
        "must_move_slowly",
        "must_move",
      ),
    ],
  ],
  [
    "sorrel-p6",
    [
      ...limit(
        "brake_pins_not_engaged",
        "platform lift.up",
        { brakePins: "released", "axis.lift": 0.05 },
        { brakePins: "released", "axis.lift": 0.15 },
        "must_stay",
        "must_move",
      ),
    ],
  ],
  [
    "dunmarrow-a12",
    [
      ...limit(
        "tower_not_up",
        "ground tower_telescope.out",
        { "axis.tower": 1 },
        { "axis.tower": 0.95 },
        "must_stay",
        "must_move",
      ).slice(0, 2),
      [
        "tower_not_up set wrong: refuses a tower that is up",
        "ground tower_telescope.out, failing sensor.tower_not_up mis_set",
        { "axis.tower": 0.985 },
        "must_stay",
      ],
      ["tower_not_up as set: that is up", "ground tower_telescope.out", { "axis.tower": 0.985 }, "must_move"],
      ...limit(
        "tower_telescope_out",
        "ground tower.down",
        { "axis.tower_telescope": 0.01 },
        { "axis.tower_telescope": 0.1 },
        "must_stay",
        "must_move",
      ),
    ],
  ],
  [
    "pellbridge-tb28",
    [
      [
        "axles nearly out still refuse the telescope",
        "ground telescope.out",
        { "axis.axles": 0.9 },
        "must_stay",
      ],
      ["axles out let it telescope", "ground telescope.out", { "axis.axles": 0.96 }, "must_move"],
      [
        "axles' switch set wrong refuses axles that are out",
        "ground telescope.out, failing sensor.axles_in_telescope mis_set",
        { "axis.axles": 0.96 },
        "must_stay",
      ],
      ...limit(
        "axles_while_raised",
        "platform axles.in",
        { "axis.main": 0.05 },
        { "axis.main": 0.15 },
        "must_stay",
        "must_move",
      ),
      ["jib above its stow stop comes down", "ground jib.down", { "axis.jib": 0.3 }, "must_move"],
      ["jib at its stow stop stops there", "ground jib.down", { "axis.jib": 0.08 }, "must_stay"],
      [
        "jib stow set wrong stops it too early",
        "ground jib.down, failing sensor.jib_stow_stop mis_set",
        { "axis.jib": 0.3 },
        "must_stay",
      ],
    ],
  ],
  [
    "dunmarrow-t10",
    [
      ["a leg not quite bearing: no boom", "ground main.up", oneLeg(0.9), "must_stay"],
      ["all legs bearing: the boom rises", "ground main.up", oneLeg(0.96), "must_move"],
      [
        "a leg switch set wrong refuses legs that bear",
        "ground main.up, failing sensor.legs_not_set mis_set",
        oneLeg(0.96),
        "must_stay",
      ],
    ],
  ],
  [
    "pellbridge-v14",
    [
      ["just out of its cradle it may swing", "ground swing.left", { "axis.main": 0.06 }, "must_move"],
      ["not yet out of its cradle: no swing", "ground swing.left", { "axis.main": 0.04 }, "must_stay"],
      [
        "the cradle's switch set wrong: no swing though it is clear",
        "ground swing.left, failing sensor.boom_in_cradle mis_set",
        { "axis.main": 0.2 },
        "must_stay",
      ],
    ],
  ],
];
