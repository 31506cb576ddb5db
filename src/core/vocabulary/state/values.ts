import type { Station } from "../stations";

/**
 * The vocabulary of state: every variable of a lift and of the ground it stands on, with what it can be. Words are
 * listed with the stowed machine's first; an amount has a unit and a range. Everything else about a variable stands
 * in its entry of the table (`table.ts`): read this list first.
 *
 * `travel` runs from 0 (stowed) to 1 (end of travel), `both_ways` from -1 to 1.
 */
export interface Amount {
  readonly unit: "s" | "travel" | "both_ways";
  readonly from: number;
  readonly to: number;
}
const seconds: Amount = { unit: "s", from: 0, to: 86_400 };
const travel: Amount = { unit: "travel", from: 0, to: 1 };
const bothWays: Amount = { unit: "both_ways", from: -1, to: 1 };

/** Names of things, not values of a list: what is chosen and what moves. */
const name = "name";

export const stateValues = {
  // People, and the ground it stands on
  who: ["ground", "platform"],
  testArea: ["unconfirmed", "confirmed"],
  air: ["open", "closed"],
  incline: ["level", "slope", "beyond_trip", "one_slope", "block"],
  ground: ["firm", "soft", "shifted"],
  chassisLevel: ["level", "off_level"],
  load: ["within", "over"],
  mats: ["laid", "none"],
  near: ["clear", "beside", "beneath", "in_stack"],
  chocks: ["none", "set"],
  timber: ["none", "left", "right"],
  // Power, keys and selectors
  key: ["off", "ground", "platform"],
  disconnect: ["off", "on"],
  keypad: ["waiting", "entered"],
  selfCheckLeftS: seconds,
  engine: ["off", "running"],
  gasValve: ["shut", "open"],
  glowLamp: ["dark", "lit"],
  glowLeftS: seconds,
  crankRestLeftS: seconds,
  fuel: ["enough", "low", "cut_out"],
  oil: ["warm", "cold"],
  warmUp: ["off", "on"],
  battery: ["charged", "low", "flat"],
  charger: ["unplugged", "plugged"],
  takeOff: ["out", "in"],
  covers: ["latched", "open"],
  source: ["main", "auxiliary"],
  auxiliaryRunS: seconds,
  auxiliarySpent: ["no", "yes"],
  collar: ["down", "lifted"],
  speedKey: ["released", "held"],
  selector: ["drive", "lift"],
  mode: ["drive", "legs", "boom"],
  speed: ["low", "high"],
  dial: ["slow", "fast"],
  creep: ["off", "on"],
  horn: ["released", "held"],
  range: ["light", "heavy"],
  boomMode: ["manual", "automatic"],
  // What it stands on and how it stands
  posture: ["stowed", "clear", "raised", "on_prop"],
  jib: ["straight", "folded"],
  outriggers: ["in", "out"],
  axles: ["in", "out"],
  hitch: ["uncoupled", "coupled"],
  legPins: ["operate", "transport"],
  transportLatch: ["off", "on"],
  parkBrake: ["on", "off"],
  brakes: ["engaged", "released"],
  casters: ["locked", "free"],
  crankLock: ["on", "off"],
  brakePins: ["released", "engaged"],
  cradle: ["home", "not_home"],
  swung: ["straight", "past_rear"],
  steered: ["straight", "sharp"],
  prop: ["parked", "set"],
  // Ways down, ways to push it, and the pin that locks the turntable
  "valve.descent": ["shut", "open"],
  "valve.bleed_down": ["shut", "open"],
  electricDescent: ["released", "held"],
  cableDescent: ["released", "pulled"],
  hookTool: ["in_clip", "fitted"],
  "valve.brake_release": ["shut", "open"],
  "valve.freewheel": ["shut", "open"],
  turntableLock: ["in", "out"],
  // What guards
  gate: ["shut", "open"],
  harness: ["off", "clipped"],
  rails: ["up", "folded"],
  deck: ["in", "out"],
  deckPin: ["in", "out"],
  controlBox: ["seated", "off"],
  tiltForS: seconds,
  tiltTripped: ["no", "yes"],
  "guard.left": ["free", "blocked"],
  "guard.right": ["free", "blocked"],
  directionConfirmed: ["no", "yes"],
  directionLeftS: seconds,
  crushGuard: ["free", "pressed"],
  crushOverride: ["released", "held"],
  bumper: ["free", "pressed"],
  bumperOverride: ["released", "held"],
  rescueStored: ["no", "yes"],
  levelFault: ["none", "present"],
  jibStowOverride: ["released", "held"],
  reachTest: ["released", "held"],
  // What moves, and how far each axis stands from stowed
  moving: name,
  "axis.lift": travel,
  "axis.tower": travel,
  "axis.tower_telescope": travel,
  "axis.main": travel,
  "axis.telescope": travel,
  "axis.jib": travel,
  "axis.jib_telescope": travel,
  "axis.swing": bothWays,
  "axis.jib_swing": bothWays,
  "axis.level": bothWays,
  "axis.rotate": bothWays,
  "axis.axles": travel,
  "axis.leg_front_left": travel,
  "axis.leg_front_right": travel,
  "axis.leg_rear_left": travel,
  "axis.leg_rear_right": travel,
  "axis.tracks": travel,
  "axis.drive": bothWays,
  "axis.steer": bothWays,
} as const;

/** What each station has of its own: `enable.platform`. */
export const stationValues = {
  enable: ["released", "held"],
  enableIdleS: seconds,
  enableTimedOut: ["no", "yes"],
  chosenFirst: ["no", "yes"],
  chosen: name,
} as const;

export type StationId = keyof typeof stationValues;

/** Each stop button a sheet names: `stop.chassis_rear`. */
export const stopValues = ["in", "out"] as const;

/** A value nobody knows yet, on a machine as found. */
export const unknown = "unknown";
export type Unknown = typeof unknown;

type Fixed = typeof stateValues;
type OfStation = { [Id in keyof typeof stationValues as `${Id}.${Station}`]: (typeof stationValues)[Id] };
type Kinds = Fixed & OfStation;

/** A variable every machine that has it has under the same name; stop buttons are named by the sheet. */
export type FixedId = keyof Fixed;
export type StopId = `stop.${string}`;
export type VariableId = keyof Kinds | StopId;
export type AxisId = Extract<FixedId, `axis.${string}`>;

type Held<Kind> = Kind extends readonly string[] ? Kind[number] : Kind extends Amount ? number : string;

/** What a variable can be, `unknown` apart. */
export type KnownValue<Id extends VariableId> = Id extends keyof Kinds
  ? Held<Kinds[Id]>
  : (typeof stopValues)[number];
export type ValueOf<Id extends VariableId> = KnownValue<Id> | Unknown;
export type Value = string | number;

/** Variables whose values are words of a list. */
export type WordId =
  | { [Id in keyof Kinds]: Kinds[Id] extends readonly string[] ? Id : never }[keyof Kinds]
  | StopId;

/**
 * The state of one machine: what it has, by name. A name that is in no list does not compile, and neither does a
 * word the variable cannot hold.
 */
export type State = { readonly [Id in VariableId]?: ValueOf<Id> };

/** What a person sets, looks at or stands at on a walk: a plan asks for these and changes them. */
export const planIds = [
  "who",
  "testArea",
  "air",
  "incline",
  "timber",
  "key",
  "stop.ground",
  "stop.platform",
  "disconnect",
  "engine",
  "takeOff",
  "posture",
  "jib",
  "outriggers",
  "axles",
  "hitch",
  "prop",
  "valve.descent",
  "turntableLock",
  "gate",
  "harness",
  "legPins",
  "mats",
  "transportLatch",
  "casters",
  "chocks",
] as const satisfies readonly VariableId[];
export type PlanId = (typeof planIds)[number];

/** The state as planning needs it: one word per variable, `unknown` where nobody has looked yet. */
export type PlanState = { readonly [Id in PlanId]?: Extract<ValueOf<Id>, string> };

export const isPlanId = (id: string): id is PlanId => (planIds as readonly string[]).includes(id);

/** What a state says, variable by variable. */
export const entriesOf = (state: PlanState): readonly (readonly [PlanId, string])[] =>
  Object.entries(state) as (readonly [PlanId, string])[];

/** A state with these changed, of what the machine has: a variable it lacks is not made by leaving it. */
export const withKnown = (state: PlanState, changes: PlanState): PlanState => ({
  ...state,
  ...Object.fromEntries(entriesOf(changes).filter(([id]) => id in state)),
});

/** A state with one variable at another value, one it can have. */
export const withValue = (state: PlanState, id: PlanId, to: string): PlanState => ({
  ...state,
  [id]: to as never,
});

/** A state whose variables are named by data: a condition, a request, a list of changes. */
export type NamedValues = Readonly<Record<string, Value | undefined>>;
