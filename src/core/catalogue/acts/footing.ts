import { type Act, fault, type Setting } from "./act";
import { move, wait } from "./deeds";
import { refuses } from "./refusals";

/** With the lift up no leg leaves the ground. */
export function legsStayDown(setting: Setting, station: "ground" | "platform"): readonly Act[] {
  const leg = setting.machine.functions.find((fn) => fn.group === "legs" && fn.stations.includes(station));
  return leg === undefined ? [] : refuses(setting, station, [leg.id, "up"], "legs_while_raised");
}

/** A guard on timber: an alarm, no drive, and on some no lift. From the ground nobody drives it. */
export function guardBlocked(
  setting: Setting,
  station: "ground" | "platform",
  side: "left" | "right",
): readonly Act[] {
  const { machine } = setting;
  const shadowed = machine.shadowed.has("guards_not_locked");
  const refusesLift = machine.interlocks.some(({ id }) => id === "guards_refuse_lift");
  return [
    {
      station,
      group: "drive",
      deeds: [wait(0, { must: "sound", sound: "guards" })],
      claims: [fault("alarm.guards", "dead"), fault(`guard_switch.${side}`, "dead")],
    },
    ...(!shadowed && station === "platform" && move(machine, station, "drive", "forward") !== undefined
      ? refuses(setting, station, ["drive", "forward"], "guards_not_locked")
      : []),
    ...(refusesLift ? refuses(setting, station, ["lift", "up"], "guards_refuse_lift") : []),
  ];
}
