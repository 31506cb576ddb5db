import type { Act, Deed } from "../catalogue/acts/act";
import type { Action, StepResult } from "../machine/action";
import { waysDown } from "../machine/by-itself";
import { type ComponentId, type Fault, guardSwitches } from "../machine/faults";
import type { Machine } from "../machine/machine";
import { type Movement, movementKey } from "../machine/movement";
import { movementOf } from "../machine/stopping";
import type { State } from "../vocabulary/state/values";

/** What each way down is opened by, and stands at while it is open. */
const opens = new Map<string, readonly [variable: string, open: string, shut: string]>(
  waysDown.map(({ id, opened }) => [id, opened]),
);

/** What a deed does and looks at, as far as a failing part could show in it. */
interface Reading {
  readonly components: ReadonlySet<ComponentId>;
  /** The control it sets, where it sets one. */
  readonly sets: string | undefined;
  /** It takes time: what moves by itself has moved. */
  readonly lasts: boolean;
  readonly drives: boolean;
  readonly allLamps: boolean;
  /** A lamp or a sound is looked for. */
  readonly looks: boolean;
}

const known = new WeakMap<Machine, Map<string, Reading>>();
const ofDeeds = new WeakMap<Machine, WeakMap<Deed, Reading>>();

/** Whether a part failing so could change what an act shows, by any of its deeds: wherever they take the machine. */
export function couldShow(
  machine: Machine,
  { deeds }: Pick<Act, "deeds">,
  from: State,
  fault: Fault,
): boolean {
  const goes = deeds.some(({ action }) => action.do === "set" && action.variable === "incline");
  const there: State = goes && from.incline === "level" ? { ...from, incline: "slope" } : from;
  return deeds.some((deed) => couldShowIn(machine, deed, there, fault));
}

/**
 * Whether a part failing so could change what a deed shows, or how it leaves the machine: one its movement runs through,
 * one of the signs it looks at, power where it is cut, and what moves by itself where time passes. Any other is left
 * out of its proof (tried against the whole in `prove.test.ts`). Given what the sound machine does there, an interlock
 * or a stop that holds nothing back is left out too: failed, it holds back no more than that.
 */
export function couldShowIn(
  machine: Machine,
  deed: Deed,
  state: State,
  { component, mode }: Fault,
  sound?: StepResult,
): boolean {
  const { components, sets, lasts, drives, allLamps, looks } = readingOf(machine, deed);
  if (sound !== undefined && !looks && (mode === "dead" || mode === "intermittent")) {
    if (component.startsWith("stop."))
      return sets === component || state[component as "stop.ground"] !== "out";
    if (component.startsWith("sensor.")) {
      const { do: does } = deed.action;
      if (does === "release_function" || does === "release_enable") return false;
      if (does === "operate" && !holdsBack(component, sound)) return false;
    }
  }
  if (components.has(component)) return true;
  // Something is moving: whatever is done next may stop it, or not.
  const moving = movementOf(machine, state);
  if (moving !== undefined && throughOf(machine, moving).has(component)) return true;
  const { incline, chassisLevel } = state;
  if (allLamps && component.startsWith("lamp.")) return true;
  if (mode === "leaking") return lasts;
  const way = opens.get(component);
  if (way !== undefined) {
    const [variable, , shut] = way;
    return (
      sets === variable || (lasts && (mode === "stuck_on" || state[variable as "valve.descent"] !== shut))
    );
  }
  if (component.startsWith("stop.")) return sets === component;
  if (component === "supply" || component === "sensor.stop_button_in") return setsPower(sets);
  if (component === "sensor.disconnect_off") return sets === "disconnect";
  if (component === "sensor.key_elsewhere") return sets === "key";
  const sloping = incline !== "level";
  if (rolling.has(component)) return drives || (lasts && sloping);
  if (component === "swing_brake") return lasts && (sloping || chassisLevel === "off_level");
  return false;
}

/** Whether an interlock holds the movement back on the sound machine, or may have stopped it on the way. */
const holdsBack = (sensor: string, { acceptable, blockedBy }: StepResult): boolean =>
  acceptable.some(({ see }) => see === "moves_then_stops") ||
  blockedBy.some(({ interlock }) => sensor === `sensor.${interlock}`);

const rolling: ReadonlySet<string> = new Set(["brakes", "park_brake", "caster_locks"]);

const setsPower = (id: string | undefined) =>
  id !== undefined && (id === "key" || id === "disconnect" || id.startsWith("stop."));

function readingOf(machine: Machine, deed: Deed): Reading {
  let mine = ofDeeds.get(machine);
  if (mine === undefined) {
    mine = new WeakMap();
    ofDeeds.set(machine, mine);
  }
  let reading = mine.get(deed);
  if (reading === undefined) {
    reading = workedOut(machine, deed);
    mine.set(deed, reading);
  }
  return reading;
}

/** Deeds that do alike read alike. */
function workedOut(machine: Machine, deed: Deed): Reading {
  const made = known.get(machine) ?? new Map<string, Reading>();
  known.set(machine, made);
  const key = nameOf(deed);
  let reading = made.get(key);
  if (reading === undefined) {
    const { action, must, seconds } = deed;
    reading = {
      components: new Set(ofDeed(machine, deed)),
      sets: action.do === "set" ? action.variable : undefined,
      lasts: seconds > 0,
      drives: action.do === "push" || isDrive(machine, action),
      allLamps: must?.must === "show_all",
      looks: must?.must === "show_all" || must?.must === "show" || must?.must === "sound",
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

const through = new WeakMap<Movement, ReadonlySet<ComponentId>>();

/** The parts a movement runs through, and what may hold it back. */
function throughOf(machine: Machine, movement: Movement): ReadonlySet<ComponentId> {
  let parts = through.get(movement);
  if (parts === undefined) {
    const { station, fn } = movement;
    const read: ComponentId[] = ["supply", "start_switch", `enable.${station}`, `panel.${station}`];
    read.push("pump.main", "pump.auxiliary", `switch.${station}.${fn.id}`, `manifold.${fn.group}`);
    if (fn.group === "drive") read.push("brakes", "park_brake");
    if (fn.group === "lift") read.push("brake_pins");
    read.push(`actuator.${fn.id}`, ...machine.sheet.stopButtons.map(({ id }): ComponentId => `stop.${id}`));
    for (const direction of fn.directions) {
      read.push(`coil.${fn.id}.${direction}`, `contact.${station}.${fn.id}.${direction}`);
      const other = machine.movements.get(movementKey(station, fn.id, direction));
      for (const { id } of other?.bearing ?? []) {
        read.push(`sensor.${id}`);
        if (id.startsWith("guards_")) read.push(...guardSwitches);
      }
    }
    parts = new Set(read);
    through.set(movement, parts);
  }
  return parts;
}

function ofDeed(machine: Machine, { action, must }: Deed): readonly ComponentId[] {
  const read: ComponentId[] = [];
  if (action.do === "crank") read.push("supply", "start_switch", "enable.platform", "enable.ground");
  if (action.do === "operate") {
    const movement = machine.movements.get(movementKey(action.station, action.function, action.direction));
    if (movement !== undefined) read.push(...throughOf(machine, movement));
  }
  if (action.do === "reach_self_test") read.push("sensor.reach_limit", "lamp.reach_good");
  if (must?.must === "engage" || must?.must === "disengage") read.push("brake_pins");
  if (must?.must === "show") read.push(`lamp.${must.lamp}`, "charger");
  if (must?.must === "sound") read.push(`alarm.${must.sound}`);
  if (must?.must === "sound" || must?.must === "show") {
    for (const { id, shows } of machine.interlocks) if (shows !== undefined) read.push(`sensor.${id}`);
    read.push(
      "sensor.tilt_refuses_lift",
      "sensor.tilt_refuses_drive",
      "sensor.tilt_creeps",
      ...guardSwitches,
    );
  }
  return read;
}
