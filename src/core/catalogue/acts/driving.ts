import { type Act, fault, type Must, type Setting } from "./act";
import { act, deadSensor, driver, enabled, letEnableGo, letGo, move, operate, shortS } from "./deeds";
import { guardBlocked } from "./footing";
import { cutBack, cutOut } from "./limits";
import { noDriveOnAuxiliary } from "./lowering";
import { refuses } from "./refusals";
import { tiltLamp } from "./signs";
import { enableLetGo } from "./stops-and-enables";
import { brakeHold, directionConfirm, remoteEnable } from "./wheels";
import type { Write } from "./write";

const forward = ["drive", "forward"] as const;

/** Driven for so long, and what must be heard or seen while it goes; let go, it stops. */
function driven(
  { machine }: Setting,
  must: Must,
  more: Pick<Act, "claims"> & { readonly direction?: string; readonly given?: Act["given"] },
): readonly Act[] {
  const tried = move(machine, driver(machine), "drive", more.direction ?? "forward");
  if (tried === undefined) return [];
  return [
    act(
      tried,
      [
        ...enabled(machine, tried.station),
        operate(tried, shortS, must),
        letGo(tried, { must: "stop" }),
        letEnableGo(tried),
      ],
      { ...(more.given === undefined ? {} : { given: more.given }), claims: more.claims },
    ),
  ];
}

const slowed =
  (because: string, given: Act["given"]): Write =>
  (s) =>
    driven(s, { must: "slow_down", because }, { claims: [deadSensor(because)], given });

const heard =
  (sound: "travel" | "reversing", direction: string): Write =>
  (s) =>
    driven(s, { must: "sound", sound }, { direction, claims: [fault(`alarm.${sound}`, "dead")] });

const has = ({ machine }: Setting, id: string) => machine.interlocks.some((interlock) => interlock.id === id);

/** What the driving checks do. */
export const drivingActs: Readonly<Record<string, Write>> = {
  "drive.direction_confirm": directionConfirm,
  "drive.stopping": (s) =>
    driven(s, { must: "move" }, { claims: [fault("brakes", "weak"), fault("brakes", "dead")] }),
  "drive.lowered_run": (s) => driven(s, { must: "move" }, { claims: [] }),
  "drive.cut_back": cutBack,
  "drive.speed_ratio": cutBack,
  "drive.cut_out": cutOut,
  "drive.legs_down": (s) => refuses(s, driver(s.machine), forward, "legs_down_no_travel"),
  "drive.not_chosen": (s) => [
    ...noDriveOnAuxiliary(s),
    ...(has(s, "travel_not_selected")
      ? refuses(s, driver(s.machine), forward, "travel_not_selected", { given: { mode: "boom" } })
      : []),
    ...(has(s, "drive_not_selected")
      ? refuses(s, driver(s.machine), forward, "drive_not_selected", { given: { selector: "lift" } })
      : []),
  ],
  "remote.still_without_enable": remoteEnable,
  "drive.speeds": slowed("low_speed_chosen", { speed: "low" }),
  "drive.steering_slows": slowed("steering_sharp", { steered: "sharp" }),
  "drive.brakes_three": (s) => enableLetGo(s, "platform", move(s.machine, "platform", ...forward)),
  "drive.travel_alarm": heard("travel", "forward"),
  "drive.reversing_alarm": heard("reversing", "reverse"),
  "drive.brake_hold": brakeHold,
  "guard.block_left": (s, station) => guardBlocked(s, station, "left"),
  "guard.block_right": (s, station) => guardBlocked(s, station, "right"),
  "tilt.alarm": tiltLamp,
};
