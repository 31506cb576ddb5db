import { amount } from "../../machine/action";
import { thresholdsOf } from "../../machine/thresholds";
import type { Station } from "../../vocabulary/stations";
import { type Act, fault, type Must, type Setting } from "./act";
import {
  act,
  asItMayBe,
  deadSensor,
  enabled,
  letEnableGo,
  letGo,
  liftUp,
  move,
  mover,
  operate,
  otherWay,
  secondsTo,
  set,
  shortS,
  wait,
} from "./deeds";

/** Telescoping until the reach control stops it on the stripe of the range its lamp shows. */
export function reachStripe(setting: Setting, station: Station, range: "light" | "heavy"): readonly Act[] {
  const { machine, stands } = setting;
  const out = move(machine, station, "telescope", "out");
  if (out === undefined) return [];
  const stripe = thresholdsOf(machine.sheet)[range === "heavy" ? "stripe_heavy" : "stripe_light"];
  if (stripe >= 1) return [];
  const toS = secondsTo(out.fn, stands(station, "boom"), stripe);
  const given = stands(station, "boom").range === undefined ? undefined : ({ range } as const);
  return [
    act(
      out,
      [
        ...enabled(machine, station),
        operate(out, toS + 3, { must: "stop_itself", because: "reach_limit" }),
        wait(0, { must: "show", lamp: "reach_warning", as: "steady" }),
        letGo(out),
      ],
      {
        ...(given === undefined ? {} : { given }),
        claims: [
          deadSensor("reach_limit"),
          fault("sensor.reach_limit", "mis_set"),
          fault("lamp.reach_warning", "dead"),
        ],
      },
    ),
  ];
}

/** A tower's telescope waits for its tower, and the tower for its telescope. */
export function towerSequence(setting: Setting, station: Station): readonly Act[] {
  const { machine, stands } = setting;
  const up = move(machine, station, "tower", "up");
  const out = move(machine, station, "tower_telescope", "out");
  if (up === undefined || out === undefined) return [];
  const down = otherWay(up);
  const back = otherWay(out);
  const before = stands(station, "boom");
  const upS = secondsTo(up.fn, before, 1);
  return [
    act(
      out,
      [
        ...enabled(machine, station),
        operate(out, shortS, { must: "stay", because: "tower_not_up" }),
        letGo(out),
        operate(up, upS + 1, { must: "move" }),
        letGo(up),
        operate(out, shortS, { must: "move" }),
        letGo(out),
        operate(down, shortS, { must: "stay", because: "tower_telescope_out" }),
        letGo(down),
        operate(back, shortS + 1, { must: "move" }),
        letGo(back),
        operate(down, upS, { must: "move" }),
        letGo(down),
      ],
      { claims: [deadSensor("tower_not_up"), deadSensor("tower_telescope_out")] },
    ),
  ];
}

/** With the axles in: no telescope, and no lift above the sheet's angle. */
export function axlesIn(setting: Setting): readonly Act[] {
  const { machine, stands } = setting;
  const out = move(machine, "ground", "telescope", "out");
  const up = move(machine, "ground", "main", "up");
  const angle = thresholdsOf(machine.sheet).axles_angle;
  return [
    ...(out === undefined
      ? []
      : [
          act(
            out,
            [
              ...enabled(machine, "ground"),
              operate(out, shortS, { must: "stay", because: "axles_in_telescope" }),
              letGo(out),
            ],
            { claims: [deadSensor("axles_in_telescope")] },
          ),
        ]),
    ...(up === undefined
      ? []
      : [
          act(
            up,
            [
              ...enabled(machine, "ground"),
              operate(up, secondsTo(up.fn, stands("ground", "boom"), angle) + 2, {
                must: "stop_itself",
                because: "axles_in_lift",
              }),
              letGo(up),
            ],
            { claims: [deadSensor("axles_in_lift"), fault("sensor.axles_in_lift", "mis_set")] },
          ),
        ]),
  ];
}

/** The jib stops at its stow position unless its override is held. */
export function jibStow(setting: Setting): readonly Act[] {
  const up = move(setting.machine, "platform", "jib", "up");
  if (up === undefined) return [];
  const down = otherWay(up);
  const toS = secondsTo(up.fn, setting.stands("platform", "boom"), 0.3);
  return [
    act(
      up,
      [
        ...enabled(setting.machine, "platform"),
        operate(up, toS, { must: "move" }),
        letGo(up),
        operate(down, 0.4 / up.fn.ratePerS, { must: "stop_itself", because: "jib_stow_stop" }),
        letGo(down),
      ],
      { claims: [deadSensor("jib_stow_stop"), fault("sensor.jib_stow_stop", "mis_set")] },
    ),
  ];
}

/** Scissors with legs: without them no higher than the sheet says. */
export function legsNeeded(setting: Setting): readonly Act[] {
  const { machine, stands } = setting;
  const up = liftUp(machine, "platform");
  if (up === undefined) return [];
  const height = thresholdsOf(machine.sheet).legs_height;
  const toS = secondsTo(up.fn, stands("platform", "lift"), height) + 2;
  return [
    act(
      up,
      [
        ...enabled(machine, "platform"),
        operate(up, toS, { must: "stop_itself", because: "legs_needed_above_height" }),
        letGo(up),
      ],
      {
        claims: [deadSensor("legs_needed_above_height"), fault("sensor.legs_needed_above_height", "mis_set")],
      },
    ),
  ];
}

/** The creep switch slows, and says so. */
export function creepSwitch(setting: Setting): readonly Act[] {
  const tried = mover(setting, "platform", ["boom"]);
  if (tried === undefined) return [];
  return [
    act(
      tried,
      [
        ...enabled(setting.machine, "platform"),
        wait(0, { must: "show", lamp: "creep", as: "steady" }),
        operate(tried, shortS, { must: "slow_down", because: "creep_chosen" }),
        letGo(tried),
      ],
      { given: { creep: "on" }, claims: [deadSensor("creep_chosen"), fault("lamp.creep", "dead")] },
    ),
  ];
}

/** Raised to just above the height at which the cut acts: it creeps, its lamp flashing; or nobody knows whether it drives. */
export function cutBack(setting: Setting): readonly Act[] {
  if (setting.machine.shadowed.has("drive_cut_back")) return cutOut(setting).map(asItMayBe);
  return justAbove(
    setting,
    "cut_back_height",
    "drive_cut_back",
    [
      { must: "slow_down", because: "drive_cut_back" },
      { must: "show", lamp: "creep", as: "flashing" },
    ],
    [fault("lamp.creep", "dead")],
  );
}

/** Raised to just above the height at which the cut acts: it does not drive. */
export const cutOut = (setting: Setting): readonly Act[] =>
  justAbove(setting, "cut_out_height", "drive_cut_out", [{ must: "stay", because: "drive_cut_out" }], []);

/** No higher than it takes: a sensor that acts late is seen there, and nowhere above. */
function justAbove(
  { machine, stands }: Setting,
  height: "cut_back_height" | "cut_out_height",
  interlock: string,
  [must, ...more]: readonly [Must, ...Must[]],
  claims: Act["claims"],
): readonly Act[] {
  const drive = move(machine, "platform", "drive", "forward");
  const up = liftUp(machine, "platform");
  if (drive === undefined || up === undefined) return [];
  const before = stands("platform", "drive");
  const at = thresholdsOf(machine.sheet)[height];
  const toS = up.fn.axes.some((axis) => amount(before, axis) > at) ? 0 : secondsTo(up.fn, before, at + 0.02);
  const selected = (to: "lift" | "drive") => (before.selector === undefined ? [] : [set("selector", to)]);
  const raised = [
    ...selected("lift"),
    ...enabled(machine, "platform"),
    operate(up, toS, { must: "move" }),
    letGo(up),
    letEnableGo(up),
    ...selected("drive"),
  ];
  return [
    act(
      drive,
      [
        ...(toS === 0 ? [] : raised),
        ...enabled(machine, "platform"),
        operate(drive, shortS, must),
        ...more.map((too) => wait(0, too)),
        letGo(drive),
      ],
      { claims: [deadSensor(interlock), ...claims] },
    ),
  ];
}
