import { brakePins, crankTurns } from "./crank";
import { asItMayBe, driver, wait } from "./deeds";
import { legsStayDown } from "./footing";
import { creepSwitch, jibStow, legsNeeded, towerSequence } from "./limits";
import { auxiliary, loweringAlarm, noDriveOnAuxiliary, stopWhileLowering } from "./lowering";
import { refuses, refusesAny, slows } from "./refusals";
import { horn, shows } from "./signs";
import {
  enableLetGo,
  enableTimeOut,
  functionFirst,
  startWithPedal,
  stillWithoutEnable,
  stopButton,
} from "./stops-and-enables";
import type { Write } from "./write";

const p = "platform";
const aloft = ["lift", "boom", "platform"] as const;
const sounds = (sound: "crushed" | "bumper") => [wait(0, { must: "sound", sound })];
const bumped = { bumper: "pressed" } as const;
const overridden: Write = (s) =>
  slows(s, p, ["boom", "lift", "drive"], "bumper_overridden", {
    given: { ...bumped, bumperOverride: "held" },
  });

/** What the checks at the platform station do, and those of a mast turned by hand. */
export const platformActs: Readonly<Record<string, Write>> = {
  "platform.horn": () => horn,
  "platform.stop_button": (s) => stopButton(s, p, p),
  "platform.pedal_start": startWithPedal,
  "platform.still_without_enable": (s) => stillWithoutEnable(s, p),
  "platform.enable_time_out": (s) => enableTimeOut(s, p),
  "platform.enable_let_go": (s) => enableLetGo(s, p),
  "platform.function_first": (s) => functionFirst(s, p),
  "platform.stop_while_lowering": (s) => stopWhileLowering(s, p),
  "platform.auxiliary": (s) => [
    ...(driver(s.machine) === p ? noDriveOnAuxiliary(s) : []),
    ...auxiliary(s, p),
  ],
  "platform.crush_guard": (s) =>
    refusesAny(s, p, undefined, "crush_guard_pressed", {
      given: { crushGuard: "pressed" },
      after: sounds("crushed"),
    }),
  "platform.selector": (s) => [
    ...refusesAny(s, p, ["lift"], "lift_not_selected", { given: { selector: "drive" } }),
    ...refusesAny(s, p, ["drive"], "drive_not_selected", { given: { selector: "lift" } }),
  ],
  "platform.collar": (s) => refusesAny(s, p, aloft, "collar_down", { given: { collar: "down" } }),
  "platform.gate_open": (s) =>
    refusesAny(s, p, undefined, "gate_open", { without: { gate: "shut" }, given: { gate: "open" } }),
  "platform.bumper_all": (s) => [
    ...refusesAny(s, p, undefined, "bumper_cuts_all", { given: bumped, after: sounds("bumper") }),
    ...overridden(s, p),
  ],
  "platform.bumper_travel": (s) => {
    const all = s.machine.shadowed.has("bumper_cuts_travel");
    const tried = refusesAny(s, p, ["drive"], "bumper_cuts_travel", {
      given: bumped,
      after: sounds("bumper"),
    });
    return [...(all ? tried.map(asItMayBe) : tried), ...overridden(s, p)];
  },
  "platform.load_ranges": () => [
    ...shows(p, "range_light", "steady", { range: "light" }),
    ...shows(p, "range_heavy", "steady", { range: "heavy" }),
  ],
  "platform.jib_swing_heavy": (s) =>
    refuses(s, p, ["jib_swing", "left"], "jib_swing_heavy", { given: { range: "heavy" } }),
  "platform.jib_stow": jibStow,
  "platform.tower_sequence": (s) => towerSequence(s, p),
  "platform.dial": (s) => slows(s, p, ["boom"], "dial_slow", { given: { dial: "slow" } }),
  "platform.creep": creepSwitch,
  "platform.axle_lamp": () => shows(p, "axles", "steady"),
  "platform.legs_needed": legsNeeded,
  "platform.legs_held_down": (s) => legsStayDown(s, p),
  "platform.lift_permitted": () => shows(p, "lift_permitted", "steady"),
  "platform.alarm_pattern": (s) => loweringAlarm(s, p),
  "crank.turns": crankTurns,
  "crank.brake_pins_engage": brakePins,
};
