import { figureOf } from "../../sheet/read";
import type { Station } from "../../vocabulary/stations";
import { type Act, type Deed, fault, type Setting } from "./act";
import {
  act,
  crank,
  deadSensor,
  enabled,
  letEnableGo,
  letGo,
  type Move,
  movable,
  mover,
  operate,
  orOnAuxiliary,
  set,
  shortS,
  stuckEnable,
} from "./deeds";
import { refusesAny } from "./refusals";

/** Until the panel has checked itself nothing moves. */
export function duringSelfCheck(setting: Setting, tried: Move): readonly Deed[] {
  if (setting.machine.selfCheckS === 0) return [];
  const must = { must: "stay", because: "self_check_running" } as const;
  return [
    ...enabled(setting.machine, tried.station),
    operate(tried, 0.5, must),
    letGo(tried),
    ...orOnAuxiliary(setting, tried, must),
    letEnableGo(tried),
  ];
}

/** What cuts the power: pressed, the panel dies and nothing answers; put back, the panel wakes. */
function cuts(
  setting: Setting,
  station: Station,
  [variable, off, on]: readonly [string, string, string],
  because: string,
  claims: Act["claims"],
): readonly Act[] {
  const tried = mover(setting, station, undefined, setting.machine.engine ? { engine: "running" } : {});
  if (tried === undefined) return [];
  return [
    act(
      tried,
      [
        set(variable, off, { must: "die" }),
        ...enabled(setting.machine, station),
        operate(tried, shortS, { must: "stay", because }),
        letGo(tried),
        ...orOnAuxiliary(setting, tried, { must: "stay", because }),
        letEnableGo(tried),
        set(variable, on, { must: "light" }),
        ...duringSelfCheck(setting, tried),
      ],
      { claims },
    ),
  ];
}

export const stopButton = (setting: Setting, station: Station, button: string): readonly Act[] =>
  cuts(setting, station, [`stop.${button}`, "in", "out"], "stop_button_in", [
    fault(`stop.${button}`, "dead"),
  ]);

export const disconnectOff = (setting: Setting): readonly Act[] =>
  cuts(setting, "ground", ["disconnect", "off", "on"], "disconnect_off", [deadSensor("disconnect_off")]);

export const keyInTheMiddle = (setting: Setting): readonly Act[] =>
  cuts(setting, "ground", ["key", "off", "ground"], "key_elsewhere", [deadSensor("key_elsewhere")]);

/** Every function in every direction that would otherwise move, without its enable. */
export const stillWithoutEnable = (setting: Setting, station: Station): readonly Act[] =>
  movable(setting, station).map((tried) =>
    act(tried, [operate(tried, shortS, { must: "stay", because: "enable_not_held" }), letGo(tried)], {
      claims: [stuckEnable(setting.machine, station), deadSensor("enable_not_held")],
    }),
  );

/** The enable let go while something moves. */
export function enableLetGo(setting: Setting, station: Station, tried?: Move): readonly Act[] {
  const moved = tried ?? mover(setting, station);
  if (moved === undefined) return [];
  return [
    act(
      moved,
      [
        ...enabled(setting.machine, station),
        operate(moved, shortS, { must: "move" }),
        letEnableGo(moved, { must: "stop" }),
        letGo(moved),
      ],
      { claims: [stuckEnable(setting.machine, station)] },
    ),
  ];
}

/** Held too long with nothing selected, it must be let go and pressed again. */
export function enableTimeOut(setting: Setting, station: Station): readonly Act[] {
  const timeOutS = figureOf(setting.machine.sheet, "enable_time_out");
  const tried = mover(setting, station);
  if (timeOutS === undefined || tried === undefined) return [];
  return [
    act(
      tried,
      [
        ...enabled(setting.machine, station, timeOutS + 1),
        operate(tried, shortS, { must: "stay", because: "enable_timed_out" }),
        letGo(tried),
        letEnableGo(tried),
        ...enabled(setting.machine, station),
        operate(tried, shortS, { must: "move" }),
        letGo(tried, { must: "stop" }),
      ],
      { claims: [deadSensor("enable_timed_out")] },
    ),
  ];
}

/** A function chosen before the enable stays locked until both are let go. */
export function functionFirst(setting: Setting, station: Station): readonly Act[] {
  const tried = mover(setting, station);
  if (tried === undefined) return [];
  return [
    act(
      tried,
      [
        operate(tried, 0, { must: "stay", because: "enable_not_held" }),
        ...enabled(setting.machine, station),
        operate(tried, shortS, { must: "stay", because: "function_before_enable" }),
        letGo(tried),
        letEnableGo(tried),
      ],
      { claims: [deadSensor("function_before_enable")] },
    ),
  ];
}

/** With the pedal down the engine refuses to start. */
export const startWithPedal = ({ machine }: Setting): readonly Act[] =>
  !machine.engine
    ? []
    : [
        {
          station: "platform",
          group: "lift",
          given: { engine: "off" },
          deeds: [...enabled(machine, "platform"), crank({ must: "not_start" })],
          claims: [fault("enable.platform", "dead")],
        },
      ];

/** With the key at the other station nothing answers here. */
export function deadStation(setting: Setting, station: "ground" | "platform"): readonly Act[] {
  const key = station === "ground" ? "platform" : "ground";
  return refusesAny(setting, station, undefined, "key_elsewhere", {
    without: { key: station },
    given: { key },
  });
}
