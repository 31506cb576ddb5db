import type { LampId } from "../../vocabulary/signs";
import type { Station } from "../../vocabulary/stations";
import { type Act, fault, type Setting } from "./act";
import { mover, selfTest, set, wait } from "./deeds";
import { duringSelfCheck } from "./stops-and-enables";

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

export const reachTest: readonly Act[] = [
  {
    station: "ground",
    group: "boom",
    given: { reachTest: "held" },
    deeds: [selfTest({ must: "show", lamp: "reach_good", as: "steady" })],
    claims: [fault("lamp.reach_good", "dead")],
  },
];

/** Beyond the trip angle in transport posture: the lamp, after its delay. */
export const tiltLamp = ({ machine }: Setting): readonly Act[] => [
  {
    station: "platform",
    group: "drive",
    deeds: [wait(machine.tiltDelayS + 1, { must: "show", lamp: "tilt", as: "steady" })],
    claims: [fault("lamp.tilt", "dead")],
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
