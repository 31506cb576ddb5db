import type { Check } from "../../catalogue/catalogue";
import { hasEngine } from "../../sheet/read";
import type { PlanState } from "../../vocabulary/state/values";
import { type Context, excused, isWatched } from "./may-differ";
import type { Moment } from "./replay";

interface Hazard {
  readonly rule: string;
  readonly why: string;
}

const legged = ["towable_boom", "tracked_spider", "vehicle_boom"];
const booms = ["telescopic_boom", "articulating_boom", ...legged];

/** What must never happen at one step, whatever the plan (field guide, sections 4, 7, 8 and 16). */
export function hazardsOf(moment: Moment, context: Context, scope: readonly Check[]): readonly Hazard[] {
  const list: Hazard[] = [];
  const add = (when: boolean, rule: string, why: string) => {
    if (when) list.push({ rule, why });
  };
  const { state } = moment;
  if (moment.check?.definition.phase === "stack") {
    add(
      state["prop"] !== "set" || state["disconnect"] === "on" || state["posture"] !== "on_prop",
      "arm_under_platform",
      "an arm in the stack without the prop set, the lift on it and the disconnect off",
    );
  }
  if (moment.check?.definition.powered === true && !isWatched(moment.check, context)) {
    add(
      state["testArea"] === "unconfirmed",
      "area_not_confirmed",
      "powered before the test area was looked at",
    );
  }
  for (const { variable, to } of moment.changes) {
    add(state[variable] === undefined, "no_such_variable", `this machine has no ${variable}`);
    add(variable === "testArea", "area_not_confirmed", "the test area is confirmed by looking at it");
    add(
      context.held && operates(variable, to),
      "operated_while_held",
      `a finding stops the machine, and ${variable}=${to} operates it`,
    );
    const rules = onChange[variable];
    if (rules !== undefined) list.push(...rules(to, state, context, moment, scope));
  }
  return list;
}

/** Letting it down and shutting it off is not operating it. */
const operates = (variable: string, to: string): boolean => {
  if (variable === "posture") return to !== "stowed";
  if (variable === "engine") return to !== "off";
  return ["takeOff", "incline", "jib", "axles", "outriggers"].includes(variable);
};

type Rules = (
  to: string,
  state: PlanState,
  context: Context,
  moment: Moment,
  scope: readonly Check[],
) => readonly Hazard[];

/** Power at the station where the person stands, as this machine has it. */
function unpowered(state: PlanState, { sheet, held }: Context, to: string): string | undefined {
  if (sheet.power === "hand_crank") return undefined;
  // Behind a finding it is let down without its power.
  if (held && to === "stowed") return undefined;
  if (state["disconnect"] !== "on") return "the disconnect is off";
  if (state["key"] !== state["who"])
    return `the key is at ${state["key"]}, and the person at ${state["who"]}`;
  if (state["stop.ground"] !== "out" || state["stop.platform"] !== "out") return "a stop button is in";
  if (hasEngine(sheet) && state["engine"] !== "running") return "the engine is off";
  if (state["takeOff"] === "out") return "the take-off is out";
  return undefined;
}

const moved =
  (rule: string): Rules =>
  (to, state, context) => {
    const why = unpowered(state, context, to);
    return [
      ...(why === undefined ? [] : [{ rule: "no_power", why: `${rule} cannot move: ${why}` }]),
      ...(state["posture"] === "stowed"
        ? []
        : [{ rule: "moved_while_raised", why: `${rule} moved while raised` }]),
      ...(state["testArea"] === "confirmed"
        ? []
        : [{ rule: "area_not_confirmed", why: `${rule} moved before the test area was looked at` }]),
    ];
  };

/** Set from the platform, with its stop still to be proven. */
const stopUnproven = (
  state: PlanState,
  context: Context,
  moment: Moment,
  scope: readonly Check[],
): readonly Hazard[] => {
  const owed = scope.find(
    (c) =>
      c.definition.id === "platform.stop_button" &&
      !moment.done.has(c.key) &&
      excused(c, context) === undefined,
  );
  return state["who"] === "platform" && owed !== undefined
    ? [{ rule: "sets_before_stop", why: "legs or axles set from the platform before its stop is proven" }]
    : [];
};

/** Found in the air and let down by its power, its stop still to be proven. */
const downBeforeStop = (
  to: string,
  context: Context,
  moment: Moment,
  scope: readonly Check[],
): readonly Hazard[] => {
  const foundUp = ["clear", "raised", "on_prop"].includes(context.found["posture"] ?? "stowed");
  const owed = scope.find(
    (c) =>
      c.definition.id === "ground.stop_button" &&
      !moment.done.has(c.key) &&
      excused(c, context) === undefined,
  );
  return foundUp && !context.held && to === "stowed" && owed !== undefined
    ? [{ rule: "lowered_before_stop", why: "lowered on its power before the stop at the ground is proven" }]
    : [];
};

const onChange: Readonly<Record<string, Rules>> = {
  posture: (to, state, context, moment, scope) => {
    const { sheet, held } = context;
    const list: Hazard[] = [...downBeforeStop(to, context, moment, scope)];
    const add = (when: boolean, rule: string, why: string) => {
      if (when) list.push({ rule, why });
    };
    const why = unpowered(state, context, to);
    add(why !== undefined, "no_power", `the lift cannot move: ${why}`);
    add(
      state["testArea"] !== "confirmed" && !(held && to === "stowed"),
      "area_not_confirmed",
      "moved before the test area was looked at",
    );
    add(
      state["prop"] === "set" && to !== "raised" && to !== "on_prop",
      "prop_in_the_way",
      "lowered onto a prop still set",
    );
    add(
      to === "on_prop" && state["prop"] !== "set",
      "arm_under_platform",
      "let down onto a prop that is not set",
    );
    if (to === "stowed" || to === "on_prop") return list;
    add(
      ["on", "unknown"].includes(state["transportLatch"] ?? "off"),
      "still_latched",
      "raised with its boom latched in the cradle",
    );
    add(
      ["free", "unknown"].includes(state["casters"] ?? "locked"),
      "casters_free",
      "raised on casters not locked",
    );
    add(state["axles"] === "in" || state["axles"] === "unknown", "axles_in", "raised with the axles in");
    add(
      to === "raised" && ["left", "right"].includes(state["timber"] ?? "none"),
      "raised_over_timber",
      "raised high with timber still under a guard",
    );
    add(
      legged.includes(sheet.family) && state["outriggers"] !== undefined && state["outriggers"] !== "out",
      "off_its_legs",
      "raised before it stands on its legs",
    );
    add(
      sheet.family === "rough_terrain_scissor" && to === "raised" && state["outriggers"] === "in",
      "off_its_legs",
      "raised high before it stands on its legs",
    );
    add(state["hitch"] === "coupled", "hitched", "raised while hitched to a vehicle");
    add(
      ["slope", "beyond_trip", "one_slope"].includes(state["incline"] ?? "level"),
      "raised_on_a_slope",
      "raised on a slope",
    );
    if (state["who"] === "platform") {
      add(state["gate"] !== undefined && state["gate"] !== "shut", "gate_open", "raised with the gate open");
      add(
        booms.includes(sheet.family) && state.harness === "off",
        "not_tied_on",
        "raised on a boom without being tied on",
      );
      const unproven = scope.find(
        (c) =>
          c.definition.part === "emergency_lowering" &&
          c.definition.station === "ground" &&
          c.definition.powered === true &&
          !moment.done.has(c.key) &&
          excused(c, context) === undefined,
      );
      add(
        unproven !== undefined,
        "rides_before_lowering",
        `aloft before ${unproven?.key} has proven the way down`,
      );
    }
    return list;
  },
  who: (to, state, context, moment, scope) => {
    const list: Hazard[] = [];
    if (state["posture"] !== "stowed")
      list.push({ rule: "climbs_while_raised", why: "climbed with the lift up" });
    if (to !== "platform") return list;
    if (state["hitch"] === "coupled")
      list.push({ rule: "hitched", why: "stepped in while hitched to a vehicle" });
    const unseen = scope.find(
      (c) => c.definition.phase === "rails" && !moment.done.has(c.key) && excused(c, context) === undefined,
    );
    if (unseen !== undefined) {
      list.push({ rule: "boards_before_rails", why: `stepped in before ${unseen.key}` });
    }
    return list;
  },
  prop: (_to, state) => [
    ...(state["posture"] === "raised"
      ? []
      : [{ rule: "prop_moved", why: "the prop is moved only with the lift raised off it" }]),
    ...(state["who"] === "ground" ? [] : [{ rule: "prop_moved", why: "the prop is moved from the ground" }]),
  ],
  incline: (to, state, context, moment, scope) => [
    ...moved("the machine")(to, state, context, moment, scope),
    ...(state["outriggers"] === "out" ? [{ rule: "driven_on_legs", why: "driven with the legs out" }] : []),
    ...(["left", "right"].includes(state["timber"] ?? "none")
      ? [{ rule: "driven_over_timber", why: "driven with timber still under a guard" }]
      : []),
  ],
  timber: (_to, state) =>
    state["posture"] === "stowed"
      ? []
      : [{ rule: "moved_while_raised", why: "timber laid or taken with the lift up" }],
  outriggers: (to, state, context, moment, scope) => [
    ...moved("the legs")(to, state, context, moment, scope),
    ...(state["hitch"] === "coupled" && to === "out"
      ? [{ rule: "hitched", why: "legs put out while hitched: they lift the vehicle" }]
      : []),
    ...stopUnproven(state, context, moment, scope),
    ...(state.legPins === "transport" ? [{ rule: "leg_pins", why: "a leg moved against its pin" }] : []),
    ...(state.mats === "none" && to === "out"
      ? [{ rule: "no_mats", why: "a foot put down without its mat" }]
      : []),
  ],
  legPins: (_to, state) =>
    state.outriggers === "out" ? [{ rule: "leg_pins", why: "a pin moved with its leg down" }] : [],
  mats: (_to, state) =>
    state.outriggers === "out"
      ? [{ rule: "no_mats", why: "a mat moved under a foot that stands on it" }]
      : [],
  axles: (to, state, context, moment, scope) => [
    ...moved("the axles")(to, state, context, moment, scope),
    ...stopUnproven(state, context, moment, scope),
  ],
  jib: moved("the jib"),
  hitch: (_to, state) =>
    state["posture"] === "stowed" ? [] : [{ rule: "hitched", why: "coupled or uncoupled with the boom up" }],
  turntableLock: (_to, state) =>
    state["posture"] === "stowed"
      ? []
      : [{ rule: "moved_while_raised", why: "the lock pin moved with the boom up" }],
  engine: (to, state) =>
    to === "off"
      ? []
      : [
          ...(state["air"] === "closed" ? [{ rule: "fumes", why: "the engine started in closed air" }] : []),
          ...(state["disconnect"] === "on"
            ? []
            : [{ rule: "no_power", why: "the engine cannot start: the disconnect is off" }]),
          ...(state["key"] === "off"
            ? [{ rule: "no_power", why: "the engine cannot start: the key is off" }]
            : []),
          ...(["ground", "platform"].includes(state["key"] ?? "off") && state["key"] !== state["who"]
            ? [
                {
                  rule: "key_elsewhere",
                  why: `started with the key at the ${state["key"]}, where nobody stands`,
                },
              ]
            : []),
        ],
  takeOff: (to, state) => [
    ...(to === "in" && state["engine"] !== "running"
      ? [{ rule: "no_power", why: "no engine runs for the take-off" }]
      : []),
    ...(state["who"] === "ground" ? [] : [{ rule: "out_of_hand", why: "the take-off is in the cab" }]),
  ],
  key: (to, state, { atHand }) => [
    ...(state["who"] === "ground" ? [] : [{ rule: "out_of_hand", why: "the station key is on the ground" }]),
    ...(to !== "off" && !atHand.key ? [{ rule: "no_key", why: "there is no key to turn" }] : []),
  ],
  "stop.ground": (_to, state) =>
    state["who"] === "ground"
      ? []
      : [{ rule: "out_of_hand", why: "the ground stop button is on the ground" }],
  disconnect: (to, state) => [
    ...(state["who"] === "ground" ? [] : [{ rule: "out_of_hand", why: "the disconnect is on the ground" }]),
    ...(to === "off" && state["engine"] === "running"
      ? [{ rule: "supply_cut_running", why: "the disconnect opened with the engine running" }]
      : []),
  ],
};
