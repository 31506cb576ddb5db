import { amount } from "../../machine/action";
import { legAxes } from "../../machine/condition";
import { mainLift } from "../../machine/functions";
import { thresholdsOf } from "../../machine/thresholds";
import type { LampId } from "../../vocabulary/signs";
import type { Station } from "../../vocabulary/stations";
import { type Act, fault, type Must, type Setting } from "./act";
import {
  act,
  confirm,
  deadSensor,
  driver,
  enabled,
  letEnableGo,
  letGo,
  type Move,
  move,
  mover,
  operate,
  otherWay,
  push,
  secondsTo,
  selfTest,
  set,
  shortS,
  stuckEnable,
  wait,
} from "./deeds";
import { duringSelfCheck } from "./stops-and-enables";

const none: readonly Act[] = [];

/** A lamp that must be lit as the machine stands. */
export const shows = (
  station: Station,
  lamp: LampId,
  as: "steady" | "flashing",
  given?: Act["given"],
): readonly Act[] => [
  {
    station,
    group: "lift",
    ...(given === undefined ? {} : { given }),
    deeds: [wait(0, { must: "show", lamp, as })],
    claims: [fault(`lamp.${lamp}`, "dead")],
  },
];

/** As power comes on the lamps flash and settle; until the panel has checked itself nothing moves. */
export function wakes(setting: Setting, station: "ground" | "platform"): readonly Act[] {
  const { machine } = setting;
  const tried = mover(setting, station, undefined, { engine: "running" });
  const checks = machine.selfCheckS > 0;
  return [
    {
      station,
      group: tried?.fn.group ?? "lift",
      given: { engine: "off" },
      deeds: [
        set(`stop.${station}`, "in", { must: "die" }),
        set(`stop.${station}`, "out", { must: "light" }),
        ...(checks ? [wait(0, { must: "show_all" })] : []),
        ...(checks && tried !== undefined ? duringSelfCheck(setting, tried) : []),
      ],
      claims: checks ? [fault("lamp.bulb_check", "dead")] : [],
    },
  ];
}

/** The panel's own check over, the glow lamp stays lit until its time is up. */
export const glowLamp = ({ machine }: Setting): readonly Act[] =>
  machine.glowS <= machine.selfCheckS
    ? []
    : [
        {
          station: "ground",
          group: "lift",
          given: { engine: "off" },
          deeds: [
            set("stop.ground", "in", { must: "die" }),
            set("stop.ground", "out", { must: "light" }),
            wait(machine.selfCheckS, { must: "show", lamp: "glow", as: "steady" }),
          ],
          claims: [fault("lamp.glow", "dead")],
        },
      ];

export const horn: readonly Act[] = [
  {
    station: "platform",
    group: "lift",
    given: { horn: "held" },
    deeds: [wait(1, { must: "sound", sound: "horn" })],
    claims: [fault("alarm.horn", "dead")],
  },
];

/** Telescoping until the reach control stops it on the stripe of the range its lamp shows. */
export function reachStripe(setting: Setting, station: Station, range: "light" | "heavy"): readonly Act[] {
  const { machine, stands } = setting;
  const out = move(machine, station, "telescope", "out");
  if (out === undefined) return none;
  const stripe = thresholdsOf(machine.sheet)[range === "heavy" ? "stripe_heavy" : "stripe_light"];
  if (stripe >= 1) return none;
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

export const reachTest: readonly Act[] = [
  {
    station: "ground",
    group: "boom",
    given: { reachTest: "held" },
    deeds: [selfTest({ must: "show", lamp: "reach_good", as: "steady" })],
    claims: [fault("lamp.reach_good", "dead")],
  },
];

/** A tower's telescope waits for its tower, and the tower for its telescope. */
export function towerSequence(setting: Setting, station: Station): readonly Act[] {
  const { machine, stands } = setting;
  const up = move(machine, station, "tower", "up");
  const out = move(machine, station, "tower_telescope", "out");
  if (up === undefined || out === undefined) return none;
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
  if (up === undefined) return none;
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
  const fn = mainLift(machine.functions);
  const up = fn && move(machine, "platform", fn.id, "up");
  if (up === undefined) return none;
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

/** Swung past the rear: drive waits for its confirmation. */
export function directionConfirm(setting: Setting): readonly Act[] {
  const { machine, stands } = setting;
  const swing = move(machine, "platform", "swing", "left");
  const drive = move(machine, "platform", "drive", "forward");
  if (swing === undefined || drive === undefined) return none;
  const there = secondsTo(swing.fn, stands("platform", "boom"), 0.6);
  return [
    act(
      drive,
      [
        ...enabled(machine, "platform"),
        operate(swing, there, { must: "move" }),
        letGo(swing),
        operate(drive, shortS, { must: "stay", because: "direction_not_confirmed" }),
        letGo(drive),
        wait(0, { must: "show", lamp: "direction", as: "flashing" }),
        confirm,
        operate(drive, shortS, { must: "move" }),
        letGo(drive, { must: "stop" }),
      ],
      { claims: [deadSensor("direction_not_confirmed"), fault("lamp.direction", "dead")] },
    ),
  ];
}

/** Let go on the slope, it stays. */
export function brakeHold(setting: Setting): readonly Act[] {
  const station = driver(setting.machine);
  const tried = move(setting.machine, station, "drive", "forward");
  if (tried === undefined) return none;
  return [
    act(
      tried,
      [
        ...enabled(setting.machine, station),
        operate(tried, shortS, { must: "move" }),
        letGo(tried, { must: "stop" }),
        letEnableGo(tried),
        wait(5, { must: "hold" }),
      ],
      { claims: [fault("brakes", "dead")] },
    ),
  ];
}

/** Beyond the trip angle in transport posture: the lamp, after its delay. */
export const tiltLamp = ({ machine }: Setting): readonly Act[] => [
  {
    station: "platform",
    group: "drive",
    deeds: [wait(machine.tiltDelayS + 1, { must: "show", lamp: "tilt", as: "steady" })],
    claims: [fault("lamp.tilt", "dead")],
  },
];

/** The creep switch slows, and says so. */
export function creepSwitch(setting: Setting): readonly Act[] {
  const tried = mover(setting, "platform", ["boom"]);
  if (tried === undefined) return none;
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

/** A turn up and a turn down; with its lock on it does not turn. */
export function crankTurns(setting: Setting): readonly Act[] {
  const up = move(setting.machine, "platform", "lift", "up");
  if (up === undefined) return none;
  const down = otherWay(up);
  return [
    act(up, [operate(up, shortS, { must: "stay", because: "crank_locked" }), letGo(up)], {
      given: { crankLock: "on" },
      claims: [deadSensor("crank_locked")],
    }),
    act(
      up,
      [
        operate(up, shortS, { must: "move" }),
        letGo(up, { must: "stop" }),
        wait(5, { must: "hold" }),
        operate(down, shortS, { must: "move" }),
        letGo(down),
      ],
      { claims: [fault("actuator.lift", "dead"), fault("actuator.lift", "crossed")] },
    ),
  ];
}

/** Up until the mast clears its chassis: the pins engage; down again, and they let go. */
export function brakePins(setting: Setting): readonly Act[] {
  const up = move(setting.machine, "platform", "lift", "up");
  if (up === undefined) return none;
  const down = otherWay(up);
  const here = secondsTo(up.fn, setting.stands("platform", "lift"), 0);
  return [
    act(
      up,
      [
        ...enabled(setting.machine, "platform"),
        operate(down, here + 1),
        operate(up, Math.max(here, 0.09 / up.fn.ratePerS), { must: "engage" }),
        letGo(up),
        operate(down, Math.max(here, 0.09 / up.fn.ratePerS) + 1, { must: "disengage" }),
        letGo(down),
        ...(here === 0 ? [] : [operate(up, here), letGo(up)]),
      ],
      { claims: [fault("brake_pins", "dead")] },
    ),
  ];
}

/** Let off, it can be pushed; put back, it cannot. */
export function pushed(variable: "valve.brake_release" | "valve.freewheel"): readonly Act[] {
  return [
    {
      station: "ground",
      group: "drive",
      deeds: [set(variable, "open"), push({ must: "roll" }), set(variable, "shut"), push({ must: "hold" })],
      claims: [fault("brakes", "dead")],
    },
  ];
}

/** Locked, it does not give to a push; a vehicle is pulled gently against its brake. */
export const locked = ({ stands }: Setting, component: "caster_locks" | "park_brake"): readonly Act[] =>
  legAxes.some((axis) => amount(stands("ground", "drive"), axis) > 0) ||
  stands("ground", "drive").hitch === "coupled"
    ? none
    : [
        {
          station: "ground",
          group: "drive",
          deeds: [push({ must: "hold" })],
          claims: [fault(component, "dead")],
        },
      ];

/** Plugged in, the charger's lamp lights. */
export const charges: readonly Act[] = [
  {
    station: "ground",
    group: "lift",
    given: { charger: "plugged" },
    deeds: [wait(0, { must: "show", lamp: "charging", as: "steady" })],
    claims: [fault("charger", "dead"), fault("lamp.charging", "dead")],
  },
];

/** Raised to just above the height at which the cut acts: it creeps, its lamp flashing. */
export const cutBack = (setting: Setting): readonly Act[] =>
  justAbove(
    setting,
    "cut_back_height",
    "drive_cut_back",
    [
      { must: "slow_down", because: "drive_cut_back" },
      { must: "show", lamp: "creep", as: "flashing" },
    ],
    [fault("lamp.creep", "dead")],
  );

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
  const main = mainLift(machine.functions);
  if (drive === undefined || main === undefined) return none;
  const up: Move = { station: "platform", fn: main, direction: "up" };
  const before = stands("platform", "drive");
  const at = thresholdsOf(machine.sheet)[height];
  const toS = main.axes.some((axis) => amount(before, axis) > at) ? 0 : secondsTo(main, before, at + 0.02);
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

/** Without its press the remote moves nothing, and letting it go stops what moves. */
export function remoteEnable(setting: Setting): readonly Act[] {
  const { machine } = setting;
  const drive = move(machine, "remote", "drive", "forward");
  if (drive === undefined) return none;
  return [
    act(
      drive,
      [
        operate(drive, shortS, { must: "stay", because: "enable_not_held" }),
        letGo(drive),
        ...enabled(machine, "remote"),
        operate(drive, shortS, { must: "move" }),
        letEnableGo(drive, { must: "stop" }),
        letGo(drive),
      ],
      { claims: [stuckEnable(machine, "remote")] },
    ),
  ];
}
