import type { Fault, FaultMode } from "@/core/machine/faults";
import type { demoSheets } from "@/demo/sheets/demo-sheets";

/**
 * Trouble as a technician tells it, and where the two-station comparison says to look (field guide, section 10): written
 * by hand, never read off the model. `seen` is read from the top, a later line over an earlier one; `*` is every movement
 * of that station, `both` is the ground and the platform. Whatever no line names was not tried.
 */
export interface HandCase {
  readonly name: string;
  readonly sheet: keyof typeof demoSheets;
  readonly seen: readonly string[];
  /** One of these sets of parts is the cause: it stands among the first three. */
  readonly cause: readonly (readonly Fault[])[];
  /** What the comparison rules out: in nothing that explains it all. */
  readonly not?: readonly string[];
}

const part = (component: string, mode: FaultMode = "dead"): readonly Fault[] => [{ component, mode }];
const one = (component: string, mode: FaultMode = "dead"): HandCase["cause"] => [part(component, mode)];

const grids = ["both * ok"] as const;
const boom = "calder-vey-kb160";
const scissor = "dunmarrow-s24";
const rough = "pellbridge-rt33";

export const handCases: readonly HandCase[] = [
  {
    name: "one direction dead from the platform alone: its contact up there, or the wire down",
    sheet: boom,
    seen: [...grids, "platform rotate.left did_not_move"],
    cause: one("contact.platform.rotate.left"),
    not: ["coil.rotate.left", "actuator.rotate", "supply", "switch.platform.rotate"],
  },
  {
    name: "both directions dead from the platform alone: the platform's switch",
    sheet: boom,
    seen: [...grids, "platform rotate.left did_not_move", "platform rotate.right did_not_move"],
    cause: one("switch.platform.rotate"),
    not: ["coil.rotate.left", "coil.rotate.right", "actuator.rotate", "switch.ground.rotate"],
  },
  {
    name: "both directions dead from the ground alone: the ground's switch",
    sheet: boom,
    seen: [...grids, "ground tower.up did_not_move", "ground tower.down did_not_move"],
    cause: one("switch.ground.tower"),
    not: ["switch.platform.tower", "actuator.tower", "manifold.boom"],
  },
  {
    name: "one direction dead from both stations: that coil",
    sheet: boom,
    seen: [...grids, "both rotate.left did_not_move"],
    cause: one("coil.rotate.left"),
    not: ["actuator.rotate", "contact.platform.rotate.left", "manifold.platform"],
  },
  {
    name: "a function dead both ways from both stations, others work: its cylinder or motor",
    sheet: boom,
    seen: [
      ...grids,
      "ground rotate.left did_not_move",
      "ground rotate.right did_not_move",
      "platform rotate.left did_not_move",
      "platform rotate.right did_not_move",
    ],
    cause: one("actuator.rotate"),
    not: ["manifold.platform", "supply", "pump.main", "coil.rotate.left"],
  },
  {
    name: "nothing from the platform, all from the ground: its pedal, its panel, its cable",
    sheet: boom,
    seen: ["ground * ok", "platform * did_not_move"],
    cause: [part("enable.platform"), part("panel.platform")],
    not: ["supply", "pump.main", "manifold.boom", "enable.ground"],
  },
  {
    name: "the same, and the engine cranks with the pedal down: the pedal",
    sheet: boom,
    seen: ["ground * ok", "platform * did_not_move", "platform.pedal_start cranked"],
    cause: one("enable.platform"),
    not: ["panel.platform"],
  },
  {
    name: "nothing from the ground, all from the platform: the ground's enable or panel",
    sheet: boom,
    seen: ["ground * did_not_move", "platform * ok"],
    cause: [part("enable.ground"), part("panel.ground")],
    not: ["enable.platform", "supply"],
  },
  {
    name: "nothing anywhere, on either power: the supply",
    sheet: boom,
    seen: ["both * did_not_move", "auxiliary ground * did_not_move", "auxiliary platform * did_not_move"],
    cause: one("supply"),
    not: ["pump.main", "pump.auxiliary", "enable.ground", "manifold.boom"],
  },
  {
    name: "nothing on main power, all on the auxiliary: the main pump or its drive",
    sheet: boom,
    seen: ["both * did_not_move", "auxiliary ground * ok", "auxiliary platform * ok"],
    cause: one("pump.main"),
    not: ["supply", "manifold.boom", "panel.ground"],
  },
  {
    name: "all on main power, nothing on the auxiliary: its pump",
    sheet: boom,
    seen: [...grids, "auxiliary ground * did_not_move", "auxiliary platform * did_not_move"],
    cause: one("pump.auxiliary"),
    not: ["supply", "pump.main"],
  },
  {
    name: "the whole boom dead, platform and drive work: what the boom's valves share",
    sheet: boom,
    seen: [
      ...["swing.left", "swing.right", "tower.up", "tower.down", "main.up", "main.down"],
      ...["telescope.out", "telescope.in", "jib.up", "jib.down"],
    ]
      .map((move) => `both ${move} did_not_move`)
      .concat(
        ["level.up", "level.down", "rotate.left", "rotate.right"].map((move) => `both ${move} ok`),
        ["platform drive.forward ok", "platform drive.reverse ok"],
      ),
    cause: one("manifold.boom"),
    not: ["supply", "manifold.platform", "pump.main"],
  },
  {
    name: "levelling and rotation dead, the boom works: what those two share",
    sheet: boom,
    seen: [
      ...grids,
      ...["level.up", "level.down", "rotate.left", "rotate.right"].map((move) => `both ${move} did_not_move`),
    ],
    cause: one("manifold.platform"),
    not: ["manifold.boom", "actuator.rotate", "actuator.level"],
  },
  {
    name: "neither drives nor steers, the boom works: what those two share",
    sheet: boom,
    seen: [
      ...grids,
      ...["drive.forward", "drive.reverse", "steer.left", "steer.right"].map(
        (move) => `platform ${move} did_not_move`,
      ),
    ],
    cause: one("manifold.drive"),
    not: ["manifold.boom", "panel.platform", "actuator.drive"],
  },
  {
    name: "drives no way, steers: the drive alone, not what it shares with the steering",
    sheet: boom,
    seen: [...grids, "platform drive.forward did_not_move", "platform drive.reverse did_not_move"],
    cause: [part("switch.platform.drive"), part("actuator.drive")],
    not: ["manifold.drive", "enable.platform"],
  },
  {
    name: "forward dead, reverse works: one coil or one contact",
    sheet: boom,
    seen: [...grids, "platform drive.forward did_not_move"],
    cause: [part("coil.drive.forward"), part("contact.platform.drive.forward")],
    not: ["actuator.drive", "switch.platform.drive", "brakes"],
  },
  {
    name: "a scissor goes down and not up, from either panel: the up coil",
    sheet: scissor,
    seen: [...grids, "both lift.up did_not_move"],
    cause: one("coil.lift.up"),
    not: ["actuator.lift", "manifold.lift", "pump.main"],
  },
  {
    name: "up dead at the ground alone: its contact",
    sheet: scissor,
    seen: [...grids, "ground lift.up did_not_move"],
    cause: one("contact.ground.lift.up"),
    not: ["coil.lift.up", "enable.ground"],
  },
  {
    name: "a scissor's ground panel dead, platform works: switch, enable or panel down there",
    sheet: scissor,
    seen: [...grids, "ground lift.up did_not_move", "ground lift.down did_not_move"],
    cause: [part("switch.ground.lift"), part("enable.ground"), part("panel.ground")],
    not: ["manifold.lift", "supply"],
  },
  {
    name: "drives, lifts no way: the lift's valves or its cylinder",
    sheet: scissor,
    seen: [
      ...grids,
      "ground lift.up did_not_move",
      "ground lift.down did_not_move",
      "platform lift.up did_not_move",
      "platform lift.down did_not_move",
    ],
    cause: [part("manifold.lift"), part("actuator.lift")],
    not: ["pump.main", "supply", "panel.ground"],
  },
  {
    name: "moves without the ground enable: the enable sticks",
    sheet: scissor,
    seen: [...grids, "ground.still_without_enable moved", "platform.still_without_enable ok"],
    cause: one("enable.ground", "stuck_on"),
    not: ["enable.platform", "supply"],
  },
  {
    name: "up goes on when let go, from the platform alone: that switch sticks",
    sheet: scissor,
    seen: [...grids, "platform lift.up did_not_stop", "platform lift.down did_not_stop"],
    cause: one("switch.platform.lift", "stuck_on"),
    not: ["coil.lift.up", "enable.platform"],
  },
  {
    name: "up goes on when let go, from both: the coil sticks",
    sheet: scissor,
    seen: [...grids, "platform lift.up did_not_stop", "ground lift.up did_not_stop"],
    cause: one("coil.lift.up", "stuck_on"),
    not: ["switch.platform.lift", "switch.ground.lift"],
  },
  {
    name: "everything slow from both stations: the pump",
    sheet: boom,
    seen: ["both * slow"],
    cause: one("pump.main", "weak"),
    not: ["actuator.main"],
  },
  {
    name: "only the lift is slow: its cylinder",
    sheet: scissor,
    seen: [
      ...grids,
      "ground lift.up slow",
      "ground lift.down slow",
      "platform lift.up slow",
      "platform lift.down slow",
    ],
    cause: one("actuator.lift", "weak"),
    not: ["pump.main"],
  },
  {
    name: "the wrong way from the platform alone: crossed up there",
    sheet: boom,
    seen: [...grids, "platform jib.up wrong_way", "platform jib.down wrong_way"],
    cause: one("switch.platform.jib", "crossed"),
    not: ["switch.ground.jib"],
  },
  {
    name: "struck, the ground stop leaves the panel alive; the platform's does not",
    sheet: boom,
    seen: [...grids, "ground.stop_button stays_live", "platform.stop_button ok"],
    cause: one("stop.ground"),
    not: ["stop.platform", "sensor.stop_button_in"],
  },
  {
    name: "drives unconfirmed past the rear",
    sheet: boom,
    seen: [...grids, "drive.direction_confirm drove_without"],
    cause: one("sensor.direction_not_confirmed"),
  },
  {
    name: "full speed raised: nothing senses the height",
    sheet: boom,
    seen: [...grids, "drive.cut_back full_speed"],
    cause: one("sensor.drive_cut_back"),
    not: ["pump.main"],
  },
  {
    name: "drives with a guard on its timber, both sides",
    sheet: scissor,
    seen: [...grids, "guard.block_left drove", "guard.block_right drove"],
    cause: one("sensor.guards_not_locked"),
  },
  {
    name: "drives with its left guard on timber and not with its right: the switch of that side",
    sheet: scissor,
    seen: [...grids, "guard.block_left drove", "guard.block_right ok"],
    cause: one("guard_switch.left"),
    not: ["guard_switch.right", "sensor.guards_not_locked", "alarm.guards"],
  },
  {
    name: "raised and left, it sinks; its valve shuts",
    sheet: scissor,
    seen: [...grids, "lower.drift sinks", "both lift.up sinks"],
    cause: one("actuator.lift", "leaking"),
    not: ["pump.main"],
  },
  {
    name: "the descent valve lets nothing down",
    sheet: scissor,
    seen: [...grids, "ground.descent_valve does_not_lower"],
    cause: one("way.descent"),
    not: ["actuator.lift"],
  },
  {
    name: "rolls on the slope, and runs on when let go",
    sheet: scissor,
    seen: [
      ...["platform lift.up ok", "platform lift.down ok", "platform steer.left ok"],
      ...["drive.brake_hold rolled", "ground.brake_release does_not_re_engage"],
    ],
    cause: one("brakes"),
    not: ["actuator.drive"],
  },
  {
    name: "stops late and holds on the slope: worn",
    sheet: scissor,
    seen: [...grids, "drive.stopping too_long", "drive.brake_hold ok"],
    cause: one("brakes", "weak"),
  },
  {
    name: "no beacon, all else works",
    sheet: scissor,
    seen: [...grids, "ground.beacon dark"],
    cause: one("lamp.beacon"),
    not: ["supply", "panel.ground"],
  },
  {
    name: "no horn, all else works",
    sheet: scissor,
    seen: [...grids, "platform.horn silent"],
    cause: one("alarm.horn"),
    not: ["panel.platform"],
  },
  {
    name: "no leg moves, the lift does: what the legs share",
    sheet: rough,
    seen: [
      "platform lift.up ok",
      "platform lift.down ok",
      ...["legs", "leg_front_left", "leg_front_right", "leg_rear_left", "leg_rear_right"].flatMap((leg) => [
        `platform ${leg}.down did_not_move`,
        `platform ${leg}.up did_not_move`,
      ]),
    ],
    cause: one("manifold.legs"),
    not: ["manifold.lift", "supply", "actuator.leg_front_left"],
  },
  {
    name: "one leg dead both ways, the rest work: its cylinder, or its switch",
    sheet: rough,
    seen: [...grids, "platform leg_rear_left.down did_not_move", "platform leg_rear_left.up did_not_move"],
    cause: [part("actuator.leg_rear_left"), part("switch.platform.leg_rear_left")],
    not: ["manifold.legs", "actuator.leg_rear_right"],
  },
  {
    name: "rises without its legs above the height",
    sheet: rough,
    seen: [...grids, "platform.legs_needed moved"],
    cause: one("sensor.legs_needed_above_height"),
  },
  {
    name: "extends with its axles in",
    sheet: "pellbridge-tb22",
    seen: [...grids, "ground.axles_in moved"],
    cause: [part("sensor.axles_in_telescope"), part("sensor.axles_in_lift")],
    not: ["actuator.axles"],
  },
  {
    name: "a vehicle mount: nothing by its take-off, everything by its electric pump",
    sheet: "pellbridge-v14",
    seen: ["both * did_not_move", "auxiliary ground * ok", "auxiliary platform * ok"],
    cause: one("pump.main"),
    not: ["supply", "manifold.boom"],
  },
  {
    name: "a spider's remote moves nothing, the boom works: its press, its lead",
    sheet: "calder-vey-sp15",
    seen: ["both * ok", "remote * did_not_move"],
    cause: [part("enable.remote"), part("panel.remote")],
    not: ["supply", "manifold.boom", "pump.main"],
  },
  {
    name: "two at once: one direction dead up there, and no horn",
    sheet: boom,
    seen: [...grids, "platform rotate.left did_not_move", "platform.horn silent"],
    cause: [[...part("contact.platform.rotate.left"), ...part("alarm.horn")]],
  },
  {
    name: "two at once: a coil, and a contact at the other panel",
    sheet: boom,
    seen: [...grids, "both jib.up did_not_move", "ground tower.down did_not_move"],
    cause: [[...part("coil.jib.up"), ...part("contact.ground.tower.down")]],
  },
  {
    name: "the whole boom dead, but one movement was ticked by mistake",
    sheet: boom,
    seen: [
      ...grids,
      ...["swing.left", "swing.right", "tower.up", "tower.down", "main.up", "main.down", "jib.down"].flatMap(
        (move) => `both ${move} did_not_move`,
      ),
      ...["telescope.out", "telescope.in"].map((move) => `both ${move} did_not_move`),
      "platform jib.up did_not_move",
    ],
    cause: one("manifold.boom"),
    not: ["supply"],
  },
  {
    name: "comes and goes from the platform, always right from the ground: a loose contact up there",
    sheet: boom,
    seen: [...grids, "platform rotate.left intermittent"],
    cause: [part("contact.platform.rotate.left", "intermittent")],
  },
];
