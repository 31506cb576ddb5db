import type { Act, Deed } from "../catalogue/acts/act";
import type { Action } from "../machine/action";
import { waysDown } from "../machine/by-itself";
import type { ComponentId, Fault } from "../machine/faults";
import type { Machine } from "../machine/machine";
import { movementKey } from "../machine/movement";
import type { State } from "../vocabulary/state/values";

/** What each way down is opened by. */
const opens: ReadonlyMap<string, string> = new Map(waysDown.map(({ id, opened }) => [id, opened[0]]));

/** What an act does and looks at, as far as a failing part could show in it. */
interface Reading {
  readonly components: ReadonlySet<ComponentId>;
  readonly sets: ReadonlySet<string>;
  /** It takes time: what moves by itself has moved. */
  readonly lasts: boolean;
  readonly drives: boolean;
  readonly allLamps: boolean;
}

const known = new WeakMap<Machine, Map<string, Reading>>();
const ofActs = new WeakMap<Act, Reading>();

/**
 * Whether a part failing so could change what an act shows: one its movements run through, one of the signs it looks
 * at, power where it is cut, and what moves by itself where time passes. Any other is left out of its proof (tried
 * against the whole in `prove.test.ts`).
 */
export function couldShow(machine: Machine, act: Act, from: State, { component, mode }: Fault): boolean {
  const { components, sets, lasts, drives, allLamps } = readingOf(machine, act);
  if (components.has(component)) return true;
  if (allLamps && component.startsWith("lamp.")) return true;
  if (mode === "leaking") return lasts;
  if (component.startsWith("way.")) return mode === "stuck_on" ? lasts : sets.has(opens.get(component) ?? "");
  if (component.startsWith("stop.")) return sets.has(component);
  if (component === "supply" || component === "sensor.stop_button_in") return setsPower(sets);
  if (component === "sensor.disconnect_off") return sets.has("disconnect");
  if (component === "sensor.key_elsewhere") return sets.has("key");
  if (["brakes", "park_brake", "caster_locks"].includes(component))
    return drives || (lasts && from.incline !== "level");
  if (component === "swing_brake")
    return lasts && (from.incline !== "level" || from.chassisLevel === "off_level");
  return false;
}

const setsPower = (sets: ReadonlySet<string>) =>
  [...sets].some((id) => id === "key" || id === "disconnect" || id.startsWith("stop."));

function readingOf(machine: Machine, act: Act): Reading {
  const before = ofActs.get(act);
  if (before !== undefined) return before;
  const reading = workedOut(machine, act);
  ofActs.set(act, reading);
  return reading;
}

function workedOut(machine: Machine, act: Act): Reading {
  const made = known.get(machine) ?? new Map<string, Reading>();
  known.set(machine, made);
  const key = act.deeds.map(nameOf).join(" ");
  let reading = made.get(key);
  if (reading === undefined) {
    reading = {
      components: new Set(act.deeds.flatMap((deed) => ofDeed(machine, deed))),
      sets: new Set(act.deeds.flatMap(({ action }) => (action.do === "set" ? [action.variable] : []))),
      lasts: act.deeds.some(({ seconds }) => seconds > 0),
      drives: act.deeds.some(({ action }) => action.do === "push" || isDrive(machine, action)),
      allLamps: act.deeds.some(({ must }) => must?.must === "show_all"),
    };
    made.set(key, reading);
  }
  return reading;
}

const isDrive = (machine: Machine, action: Action): boolean =>
  action.do === "operate" && machine.functions.find(({ id }) => id === action.function)?.group === "drive";

const nameOf = ({ action, must, seconds }: Deed): string =>
  [
    action.do === "operate"
      ? movementKey(action.station, action.function, action.direction)
      : action.do === "set"
        ? `set ${action.variable}`
        : action.do,
    seconds > 0,
    must?.must,
    must?.must === "show" ? must.lamp : must?.must === "sound" ? must.sound : "",
  ].join(":");

function ofDeed(machine: Machine, { action, must }: Deed): readonly ComponentId[] {
  const read: ComponentId[] = [];
  if (action.do === "crank") read.push("supply", "start_switch", "enable.platform", "enable.ground");
  if (action.do === "operate") {
    const { station } = action;
    const fn = machine.functions.find(({ id }) => id === action.function);
    if (fn === undefined) return [];
    read.push("supply", "start_switch", `enable.${station}`, `panel.${station}`);
    read.push("pump.main", "pump.auxiliary", `switch.${station}.${fn.id}`, `manifold.${fn.group}`);
    read.push(`actuator.${fn.id}`, ...machine.sheet.stopButtons.map(({ id }) => `stop.${id}`));
    for (const direction of fn.directions) {
      read.push(`coil.${fn.id}.${direction}`);
      const movement = machine.movements.get(movementKey(station, fn.id, direction));
      for (const { id } of movement?.bearing ?? []) read.push(`sensor.${id}`);
    }
  }
  if (action.do === "reach_self_test") read.push("sensor.reach_limit", "lamp.reach_good");
  if (must?.must === "engage" || must?.must === "disengage") read.push("brake_pins");
  if (must?.must === "show") read.push(`lamp.${must.lamp}`, "charger");
  if (must?.must === "sound") read.push(`alarm.${must.sound}`);
  if (must?.must === "sound" || must?.must === "show") {
    for (const { id, shows } of machine.interlocks) if (shows !== undefined) read.push(`sensor.${id}`);
    read.push("sensor.tilt_refuses_lift", "sensor.tilt_refuses_drive", "sensor.tilt_creeps");
  }
  return read;
}
