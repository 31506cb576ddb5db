import { propAt, type WayDown, waysDown } from "../../machine/by-itself";
import { bandsOf } from "../../machine/stands";
import type { Station } from "../../vocabulary/stations";
import { type Act, fault, type Setting } from "./act";
import {
  act,
  driver,
  enabled,
  letEnableGo,
  letGo,
  liftDown,
  liftUp,
  move,
  operate,
  otherWay,
  secondsTo,
  set,
  shortS,
  wait,
  wouldMove,
} from "./deeds";
import { enableLetGo } from "./stops-and-enables";

/** Lowered under power to just above rest, and the stop struck while it moves. */
export function stopWhileLowering(setting: Setting, station: "ground" | "platform"): readonly Act[] {
  const { machine, stands } = setting;
  const down = liftDown(machine, station);
  if (down === undefined) return [];
  const before = stands(station, down.fn.group);
  const toS = secondsTo(down.fn, before, bandsOf(machine).clear.low);
  return [
    act(
      down,
      [
        ...enabled(machine, station),
        operate(down, Math.max(toS, shortS), { must: "move" }),
        set(`stop.${station}`, "in", { must: "stop" }),
        letGo(down),
        letEnableGo(down),
        set(`stop.${station}`, "out"),
        ...(before.engine === undefined
          ? []
          : [
              wait(machine.selfCheckS),
              ...enabled(machine, station),
              operate(down, 1, { must: "stay", because: "engine_not_running" } as const),
              letGo(down),
            ]),
      ],
      { claims: [fault(`stop.${station}`, "dead")] },
    ),
  ];
}

/** On the way down the enable is let go. */
export function enableLetGoLowering(setting: Setting, station: Station): readonly Act[] {
  const down = liftDown(setting.machine, station);
  return down === undefined ? [] : enableLetGo(setting, station, down);
}

/** On the way down the alarm is listened for. */
export function loweringAlarm(setting: Setting, station: Station): readonly Act[] {
  const down = liftDown(setting.machine, station);
  if (down === undefined) return [];
  return [
    act(
      down,
      [
        ...enabled(setting.machine, station),
        operate(down, shortS, { must: "sound", sound: "lowering" }),
        letGo(down, { must: "stop" }),
      ],
      { claims: [fault("alarm.lowering", "dead")] },
    ),
  ];
}

/** Nothing on main power with the engine off; on the auxiliary it comes down, and stops when let go. */
export function auxiliary(setting: Setting, station: "ground" | "platform"): readonly Act[] {
  const { machine, stands } = setting;
  const down = liftDown(machine, station);
  if (down === undefined) return [];
  const before = stands(station, down.fn.group);
  const up = otherWay(down);
  // Found stowed, it is first brought up a little on the same pump.
  const upS = Math.min(shortS * 2, secondsTo(up.fn, before, bandsOf(machine).clear.low - 0.02));
  const first =
    secondsTo(down.fn, before, 0) > shortS * 0.3
      ? []
      : [operate(up, upS / 0.3, { must: "move_slowly" } as const, "auxiliary"), letGo(up)];
  const toS = (secondsTo(down.fn, before, 0) + upS) / 0.3;
  const dead =
    before.engine === undefined
      ? []
      : [operate(down, 1, { must: "stay", because: "engine_not_running" } as const), letGo(down)];
  return [
    act(
      down,
      [
        ...enabled(machine, station),
        ...dead,
        ...first,
        operate(down, shortS, { must: "move_slowly" }, "auxiliary"),
        letGo(down, { must: "stop" }),
        operate(down, toS, undefined, "auxiliary"),
        letGo(down),
      ],
      { claims: [fault("pump.auxiliary", "dead")] },
    ),
  ];
}

/** The auxiliary drives nothing: tried where the machine would drive, were its engine running. */
export function noDriveOnAuxiliary(setting: Setting): readonly Act[] {
  const { machine, stands } = setting;
  const drive = move(machine, driver(machine), "drive", "forward");
  if (drive === undefined || stands(drive.station, "drive").auxiliaryRunS === undefined) return [];
  const running = stands(drive.station, "drive").engine === undefined ? {} : ({ engine: "running" } as const);
  if (!wouldMove(setting, drive, running)) return [];
  return [
    act(
      drive,
      [
        ...enabled(machine, drive.station),
        operate(drive, shortS, { must: "stay", because: "no_drive_on_auxiliary" }, "auxiliary"),
        letGo(drive),
      ],
      { claims: [fault("sensor.no_drive_on_auxiliary", "dead")] },
    ),
  ];
}

type Way = "descent" | "bleed_down" | "electric" | "cable";

/** How a way down that needs no power is opened and shut, and the part that fails. */
function openedBy(way: Way): readonly [...WayDown["opened"], WayDown["id"]] {
  const id = `way.${way}` as const;
  const found = waysDown.find((one) => one.id === id);
  if (found === undefined) throw new RangeError(`no way down ${id}`);
  return [...found.opened, id];
}

/** Opened it lowers, shut it holds. */
export function loweredBy(setting: Setting, way: Way): readonly Act[] {
  const { machine, stands } = setting;
  const [variable, open, shut, component] = openedBy(way);
  const down = liftDown(machine, "ground") ?? liftDown(machine, "platform");
  if (down === undefined) return [];
  const before = stands("ground", down.fn.group);
  if (before[variable] === undefined) return [];
  return [
    act(
      down,
      [
        set(variable, open),
        wait(1, { must: "lower" }),
        set(variable, shut),
        wait(3, { must: "hold" }),
        set(variable, open),
        wait(secondsTo(down.fn, before, 0) / 0.2),
        set(variable, shut),
      ],
      { claims: [fault(component, "dead"), fault(component, "stuck_on")] },
    ),
  ];
}

/** Lowered by its valve onto the prop, which takes the load. */
export function ontoTheProp(setting: Setting): readonly Act[] {
  const { machine, stands } = setting;
  const up = liftUp(machine, "ground");
  if (up === undefined) return [];
  const before = stands("ground", up.fn.group);
  return [
    act(
      up,
      [
        set("valve.descent", "open"),
        wait(secondsTo(up.fn, before, propAt) / 0.4, { must: "lower" }),
        set("valve.descent", "shut"),
      ],
      { claims: [fault("way.descent", "dead")] },
    ),
  ];
}

/** Open, the valve lets nothing be raised; shut, the lift rises and stays. */
export function risesAgain(setting: Setting, way: "descent" | "bleed_down"): readonly Act[] {
  const { machine, stands } = setting;
  const up = liftUp(machine, "ground") ?? liftUp(machine, "platform");
  if (up === undefined) return [];
  const [variable, open, shut, component] = openedBy(way);
  if (stands(up.station, up.fn.group)[variable] === undefined) return [];
  const because = `${way === "descent" ? "descent_valve" : way}_open`;
  return [
    act(
      up,
      [
        set(variable, open),
        ...enabled(machine, up.station),
        operate(up, shortS, { must: "stay", because }),
        letGo(up),
        set(variable, shut),
        operate(up, shortS / 2, { must: "move" }),
        letGo(up, { must: "stop" }),
        wait(3, { must: "hold" }),
      ],
      { claims: [fault(component, "stuck_on"), fault(`sensor.${because}`, "dead")] },
    ),
  ];
}

/** Left raised for a minute, how far does it sink. */
export function drift({ machine }: Setting): readonly Act[] {
  const up = liftUp(machine, "ground") ?? liftUp(machine, "platform");
  if (up === undefined) return [];
  return [act(up, [wait(60, { must: "hold" })], { claims: [fault(`actuator.${up.fn.id}`, "leaking")] })];
}
