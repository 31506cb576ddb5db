import { applies } from "../sheet/read";
import type { Applies } from "../vocabulary/applies-to";
import { type LampId, lampIds, lamps, type Pattern, type SoundId, sounds } from "../vocabulary/signs";
import type { State } from "../vocabulary/state/values";
import { above, all, any, type Condition, is, legAxes, legsBear, not, test } from "./condition";
import type { FunctionGroup } from "./functions";
import { boundOn, type Machine } from "./machine";
import { movementOf } from "./stopping";

/** What shows and sounds as a whole in one state. Anything not named is dark or silent. */
export interface Signs {
  readonly lamps: Readonly<Partial<Record<LampId, "steady" | "flashing">>>;
  /** The pattern is the sheet's; `any` where the sheet does not say. */
  readonly sounds: Readonly<Partial<Record<SoundId, Pattern | "any">>>;
}

interface Rule {
  readonly lamp?: LampId;
  readonly as?: "steady" | "flashing";
  readonly sound?: SoundId;
  readonly to?: Applies;
  readonly when?: Condition;
  /** The component without which it does not come, besides the lamp or the sounder itself. */
  readonly by?: string | readonly string[];
  /** Only while a function of these groups runs, in these directions. */
  readonly moving?: { readonly groups: readonly FunctionGroup[]; readonly directions?: readonly string[] };
}

const live = all(is("disconnect", "on"), not(is("key", "off")), not({ anyStopIn: true }));

/** One sensor, by whatever it refuses or slows. */
const tiltSensors = ["sensor.tilt_refuses_lift", "sensor.tilt_refuses_drive", "sensor.tilt_creeps"];

const checkingItself = all(live, above("selfCheckLeftS", 0));

/** A charger and a beacon have lamps of their own, which no panel's check lights. */
const offThePanel: readonly LampId[] = ["charging", "beacon"];

/** Lamps and sounds that tell a state by themselves; those of an interlock stand in its own entry (`shows`). */
const rules: readonly Rule[] = [
  { lamp: "axles", as: "steady", when: all(live, above("axis.axles", 0.95)) },
  { lamp: "axles", as: "flashing", moving: { groups: ["axles"] } },
  { lamp: "legs", as: "steady", when: all(live, legsBear, is("chassisLevel", "level")) },
  {
    lamp: "legs",
    as: "flashing",
    when: all(live, any(...legAxes.map((l) => above(l, 0.02))), not(legsBear)),
  },
  { lamp: "lift_permitted", as: "steady", when: all(live, legsBear, is("chassisLevel", "level")) },
  { lamp: "range_light", as: "steady", when: all(live, is("range", "light")) },
  { lamp: "range_heavy", as: "steady", when: all(live, is("range", "heavy")) },
  { lamp: "glow", as: "steady", when: is("glowLamp", "lit") },
  { lamp: "fuel_low", as: "steady", when: all(live, is("fuel", "low")) },
  { lamp: "battery_low", as: "flashing", when: all(live, not(is("battery", "charged"))) },
  { lamp: "charging", as: "steady", when: is("charger", "plugged"), by: "charger" },
  { lamp: "beacon", as: "flashing", when: live },
  { sound: "horn", when: all(live, is("horn", "held")) },
  { lamp: "take_off", as: "steady", when: is("takeOff", "in") },
  { lamp: "cradle", as: "steady", when: all(live, is("cradle", "home")) },
  { lamp: "tilt", as: "steady", when: all(live, is("tiltTripped", "yes")), by: tiltSensors },
  {
    sound: "tilt",
    when: all(live, is("tiltTripped", "yes"), { raisedAbove: "tilt_height" }),
    by: tiltSensors,
  },
  { sound: "lowering", moving: { groups: ["lift", "boom"], directions: ["down"] } },
  { sound: "travel", moving: { groups: ["drive"], directions: ["forward", "reverse"] } },
  { sound: "reversing", moving: { groups: ["drive"], directions: ["reverse"] } },
  { sound: "engine_condition", when: all(live, is("fuel", "cut_out")) },
];

/** The lamps and sounds a person should notice in this state, on the machine as it is built (and failed). */
export function signsOf(machine: Machine, state: State): Signs {
  const lit: Partial<Record<LampId, "steady" | "flashing">> = {};
  const heard: Partial<Record<SoundId, Pattern | "any">> = {};
  const holds = (when: Condition) => test(boundOn(machine, when), state) === 1;
  const moving = movementOf(machine, state);
  const light = (lamp: LampId, as: "steady" | "flashing") => {
    if (!applies(machine.sheet, lamps[lamp]) || broken(machine, `lamp.${lamp}`)) return;
    if (lit[lamp] !== "flashing") lit[lamp] = as;
  };
  const sound = (id: SoundId) => {
    if (!applies(machine.sheet, sounds[id]) || broken(machine, `alarm.${id}`)) return;
    heard[id] = machine.sheet.alarms?.[id] ?? "any";
  };
  for (const interlock of machine.interlocks) {
    const { shows } = interlock;
    if (shows === undefined || broken(machine, `sensor.${interlock.id}`) || !holds(interlock.when)) continue;
    // No lamp tells of what another refuses altogether.
    if (shows.lamp !== undefined && !machine.shadowed.has(interlock.id))
      light(shows.lamp, shows.as ?? "steady");
    if (shows.sound !== undefined) sound(shows.sound);
  }
  for (const rule of rules) {
    if ([rule.by ?? []].flat().some((component) => broken(machine, component))) continue;
    if (rule.when !== undefined && !holds(rule.when)) continue;
    if (rule.moving !== undefined) {
      if (moving === undefined || !rule.moving.groups.includes(moving.fn.group)) continue;
      if (rule.moving.directions?.includes(moving.direction) === false) continue;
    }
    if (rule.lamp !== undefined) light(rule.lamp, rule.as ?? "steady");
    if (rule.sound !== undefined) sound(rule.sound);
  }
  // As power comes on the panel lights every bulb it has.
  if (holds(checkingItself))
    for (const lamp of lampIds) if (!offThePanel.includes(lamp)) light(lamp, "flashing");
  // Both range lamps flashing say that the boom is outside what the range allows.
  if (
    machine.interlocks.some((i) => i.id === "reach_limit" && holds(i.when)) &&
    lit.range_light !== lit.range_heavy
  ) {
    light("range_light", "flashing");
    light("range_heavy", "flashing");
  }
  return { lamps: lit, sounds: heard };
}

const broken = (machine: Machine, component: string): boolean =>
  machine.faults.some((f) => f.component === component && f.mode === "dead");
