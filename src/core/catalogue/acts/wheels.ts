import { amount } from "../../machine/action";
import { legAxes } from "../../machine/condition";
import { type Act, fault, type Setting } from "./act";
import {
  act,
  confirm,
  deadSensor,
  driver,
  enabled,
  letEnableGo,
  letGo,
  move,
  operate,
  push,
  secondsTo,
  set,
  shortS,
  stuckEnable,
  wait,
} from "./deeds";

/** Swung past the rear: drive waits for its confirmation. */
export function directionConfirm(setting: Setting): readonly Act[] {
  const { machine, stands } = setting;
  const swing = move(machine, "platform", "swing", "left");
  const drive = move(machine, "platform", "drive", "forward");
  if (swing === undefined || drive === undefined) return [];
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
  if (tried === undefined) return [];
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
    ? []
    : [
        {
          station: "ground",
          group: "drive",
          deeds: [push({ must: "hold" })],
          claims: [fault(component, "dead")],
        },
      ];

/** Without its press the remote moves nothing, and letting it go stops what moves. */
export function remoteEnable(setting: Setting): readonly Act[] {
  const { machine } = setting;
  const drive = move(machine, "remote", "drive", "forward");
  if (drive === undefined) return [];
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
