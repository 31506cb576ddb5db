import type { Check } from "../../catalogue/catalogue";
import { hasEngine } from "../../sheet/read";
import type { PlanState } from "../../vocabulary/state/values";
import type { Context } from "./may-differ";
import type { Violation } from "./violation";

interface Done {
  readonly check: Check;
  readonly step: string;
}

interface Order {
  readonly rule: string;
  readonly why: string;
  /** The check that must wait. */
  readonly later: (check: Check, context: Context) => boolean;
  /** What must all be done by then. */
  readonly earlier: (check: Check, context: Context) => boolean;
}

const phaseIn =
  (...phases: readonly string[]) =>
  (check: Check) =>
    phases.includes(check.definition.phase);
const isId =
  (...ids: readonly string[]) =>
  (check: Check) =>
    ids.includes(check.definition.id);
const operated = (check: Check) => check.definition.powered === true;
const early = (check: Check, { practice }: Context) =>
  practice.guards === "early" &&
  check.definition.part === "pothole_guard" &&
  check.definition.station === "drive";
const from = (check: Check, context: Context) =>
  early(check, context) ? "ground" : check.definition.station;
const looked = phaseIn("walk", "rails");
const groundTest = (c: Check, context: Context) =>
  phaseIn("stack")(c) || (from(c, context) === "ground" && operated(c) && !watchedOnly(c, context));
/** Found in the air it is watched with nothing switched on. */
const watchedOnly = (c: Check, { found }: Context) => isFoundUp(found) && isId("lower.drift")(c);
/** Found in the air it is let down from there by what needs no enable. */
const letDown = (c: Check, { found }: Context) =>
  isFoundUp(found) && (/^lower\./.test(c.definition.id) || isId("ground.descent_valve")(c));
const liftsOrMoves = (c: Check) =>
  c.definition.test !== undefined || isUp(c) || c.definition.id === "ground.axles_in";
/** Where axles or legs are set from the platform, its stop is proven before, and so before the ground tests. */
const setFromPlatform = ({ sheet }: Context) =>
  sheet.family === "rough_terrain_scissor" || sheet.choices?.["axles_set_from"] === "platform";
const startsThere = isId("platform.stop_button", "platform.pedal_start");
/** Legs come out before anything else can be tried. */
const legMoves = (c: Check) => /^leg/.test(c.definition.test?.function ?? "");
const isUp = (c: Check) => ["clear", "raised", "on_prop"].includes(c.definition.needs["posture"] ?? "stowed");
const sloped = (c: Check) => ["slope", "beyond_trip"].includes(c.definition.needs["incline"] ?? "level");

const isFoundUp = (found: PlanState): boolean =>
  !["stowed", "unknown"].includes(found["posture"] ?? "stowed");
/** Shows with the machine raised, and it was found so. */
const inTheAir = (c: Check, found: PlanState): boolean =>
  c.definition.seenRaised === true && isFoundUp(found);

/** Found in the air, it is brought down before it is walked round: these wait neither for the looks nor for the cold readings. */
const bringsItDown = (c: Check, { found, sheet }: Context): boolean =>
  isFoundUp(found) &&
  (isId("ground.lamps", "ground.stop_button", "ground.key_middle", "ground.auxiliary", "lower.drift")(c) ||
    isId("lower.valve", "lower.bleed_down", "lower.electric", "lower.cable")(c) ||
    (!hasEngine(sheet) &&
      (phaseIn("stack")(c) ||
        isId("ground.descent_valve", "ground.rises_after_descent", "ground.still_without_enable")(c) ||
        isId("ground.enable_let_go", "ground.lowering_alarm", "ground.stop_while_lowering")(c))));

/** The order of the work, in the field guide's words (sections 4, 6, 7, 8, 9 and 19). */
const orders: readonly Order[] = [
  {
    rule: "covers_last",
    why: "covers are seen to be shut once nothing is looked at under them any more",
    earlier: (c) =>
      c.definition.phase === "walk" && ["battery_tray", "engine_bay", "hydraulic_tray"].includes(c.at),
    later: isId("covers.latched"),
  },
  {
    rule: "covers_open",
    why: "covers are shut and latched before anything runs",
    earlier: isId("covers.latched"),
    later: (c, context) => operated(c) && !bringsItDown(c, context),
  },
  {
    rule: "tag_first",
    why: "a standing tag or an unsigned fault is looked for before anything",
    earlier: isId("doc.tag_and_log"),
    later: (c) => !isId("doc.tag_and_log")(c),
  },
  {
    rule: "documents_first",
    why: "the documents come first here",
    earlier: (c, { practice }) => practice.documents === "first" && phaseIn("documents")(c),
    later: (c) => !phaseIn("documents")(c),
  },
  {
    rule: "documents_last",
    why: "the documents are the last stop of the walk here",
    earlier: (c, { found }) => looked(c) && !isFoundUp(found),
    later: (c, { practice }) =>
      practice.documents === "last" &&
      practice.look === "all_first" &&
      phaseIn("documents")(c) &&
      !isId("doc.tag_and_log")(c),
  },
  {
    rule: "read_before_tests",
    why: "manual and placards are read before the function tests",
    earlier: phaseIn("documents"),
    later: operated,
  },
  {
    rule: "survey_first",
    why: "the workplace is surveyed first here",
    earlier: (c, { practice }) => practice.survey === "first" && phaseIn("survey")(c),
    later: (c, context) =>
      (looked(c) && !inTheAir(c, context.found)) || (operated(c) && !bringsItDown(c, context)),
  },
  {
    rule: "survey_last",
    why: "the workplace is surveyed last here",
    earlier: (c) => !phaseIn("survey", "park", "transport")(c),
    later: (c, { practice }) => practice.survey === "last" && phaseIn("survey")(c),
  },
  {
    rule: "look_before_test",
    why: "everything is looked at before anything is pressed here",
    earlier: looked,
    later: (c, context) => context.practice.look === "all_first" && operated(c) && !bringsItDown(c, context),
  },
  {
    rule: "read_cold",
    why: "fluids are read lowered and before anything runs",
    earlier: isId("engine.oil", "engine.coolant", "hydraulic.level"),
    later: (c, context) => operated(c) && !bringsItDown(c, context),
  },
  {
    rule: "stop_first",
    why: "the stop button is proven before anything is moved",
    earlier: isId("ground.stop_button"),
    later: (c, context) =>
      groundTest(c, context) && liftsOrMoves(c) && !legMoves(c) && !isId("ground.auxiliary")(c),
  },
  {
    rule: "panel_first",
    why: "the panel is seen to die by its stop button before anything is moved, legs among it",
    earlier: isId("ground.lamps"),
    later: (c, context) => groundTest(c, context) && liftsOrMoves(c),
  },
  {
    rule: "still_first",
    why: "that nothing moves without the enable is proven before anything is moved with it",
    earlier: isId("ground.still_without_enable"),
    later: (c, context) =>
      groundTest(c, context) &&
      liftsOrMoves(c) &&
      !legMoves(c) &&
      !isId("ground.auxiliary")(c) &&
      !letDown(c, context),
  },
  {
    rule: "platform_stop_first",
    why: "the platform's stop button is proven before anything is moved from there",
    earlier: isId("platform.stop_button", "platform.still_without_enable"),
    later: (c) => c.definition.station === "platform" && liftsOrMoves(c),
  },
  {
    rule: "auxiliary_first",
    why: "the auxiliary is proven before the first movement on main power here",
    earlier: (c, { practice }) => practice.auxiliary === "first" && isId("ground.auxiliary")(c),
    later: (c, context) =>
      operated(c) && liftsOrMoves(c) && !isId("ground.auxiliary")(c) && !bringsItDown(c, context),
  },
  {
    rule: "stop_then_auxiliary",
    why: "the stop is struck while lowering, and the auxiliary finishes it",
    earlier: (c, { practice }) =>
      practice.auxiliary === "at_lowering" && isId("ground.stop_while_lowering")(c),
    later: (c, { found }) => isId("ground.auxiliary")(c) && !isFoundUp(found),
  },
  {
    rule: "ground_before_platform",
    why: "the ground station comes first: it is the one that can bring someone down",
    earlier: groundTest,
    later: (c, context) =>
      ["platform", "drive"].includes(from(c, context)) && !(setFromPlatform(context) && startsThere(c)),
  },
  {
    rule: "looks_before_boarding",
    why: "the machine has been looked over before anyone works from its platform",
    earlier: looked,
    later: (c, context) => ["platform", "drive"].includes(from(c, context)),
  },
  {
    rule: "drive_after_platform",
    why: "driving is tried after the platform's tests",
    earlier: (c) => c.definition.station === "platform",
    later: (c, context) => from(c, context) === "drive" && !isId("drive.legs_down")(c),
  },
  {
    rule: "remote_first",
    why: "a remote is looked at, and dead without its press, before anything is driven by it",
    earlier: isId("remote.lead", "remote.still_without_enable"),
    later: (c) => c.definition.station === "drive" && c.definition.test !== undefined,
  },
  {
    rule: "drive_low_first",
    why: "that it drives and stops lowered is known before it is driven raised",
    earlier: (c, context) =>
      from(c, context) === "drive" &&
      !isUp(c) &&
      (c.definition.test !== undefined || isId("drive.stopping")(c)),
    later: (c, context) => from(c, context) === "drive" && isUp(c),
  },
  {
    rule: "slopes_last",
    why: "slopes come after everything tried on the level",
    earlier: (c, context) => from(c, context) === "drive" && !sloped(c),
    later: sloped,
  },
  {
    rule: "raised_looks_first",
    why: "a machine found in the air is looked at there before it is switched on or lowered",
    earlier: (c, { found }) => inTheAir(c, found),
    later: (c) =>
      operated(c) ||
      (looked(c) && c.definition.seenRaised !== true && c.definition.needs["posture"] === "stowed"),
  },
  {
    rule: "creep_first",
    why: "a machine found in the air is seen not to creep before it is switched on",
    earlier: (c, { found }) => isFoundUp(found) && isId("lower.drift")(c),
    later: (c) => operated(c) && !isId("lower.drift")(c),
  },
  {
    rule: "valve_onto_prop",
    why: "the valve lowers it onto the prop before anyone looks inside",
    earlier: isId("ground.descent_valve"),
    later: phaseIn("stack"),
  },
  {
    rule: "rises_again",
    why: "it must rise again after the look inside, once the valve is shut",
    earlier: (c) => phaseIn("stack")(c) || isId("ground.descent_valve")(c),
    later: isId("ground.rises_after_descent"),
  },
  {
    rule: "park_last",
    why: "parking comes when all else is done",
    earlier: (c) => !phaseIn("park", "transport")(c),
    later: phaseIn("park", "transport"),
  },
];

/** Every breach of order among the checks of a plan, and every stop of the walk come back to. */
export function orderBroken(
  done: readonly Done[],
  context: Context,
  already: readonly string[],
  byKey: ReadonlyMap<string, Check>,
): readonly Violation[] {
  const violations: Violation[] = [];
  const before = new Set(already);
  for (const order of orders) {
    const waiting: Done[] = [];
    for (const entry of done) {
      const { check, step } = entry;
      // One that waits and was done too early is told once, by the first it should have waited for.
      if (order.earlier(check, context) && !before.has(check.key)) {
        for (const late of waiting) {
          violations.push({
            rule: order.rule,
            step: late.step,
            why: `${order.why}: ${check.key} came after it`,
          });
        }
        waiting.length = 0;
      }
      if (order.later(check, context) && !order.earlier(check, context)) waiting.push({ check, step });
    }
  }
  return [...violations, ...comesBack(done, context, already, byKey)];
}

/** One loop: people do not come back to a stop of the walk. What shows only in the air is a loop of its own. */
function comesBack(
  done: readonly Done[],
  { found }: Context,
  already: readonly string[],
  byKey: ReadonlyMap<string, Check>,
): readonly Violation[] {
  const left = new Set<string>();
  const violations: Violation[] = [];
  let here = "";
  // Where an inspection under way stands, the stops behind it may be come back to for what was passed over.
  const started = already.some((key) => {
    const check = byKey.get(key);
    return check !== undefined && looked(check);
  });
  if (started) return [];
  for (const { check, step } of done) {
    if (!looked(check)) continue;
    const stop = `${check.at}/${inTheAir(check, found)}`;
    if (stop === here) continue;
    if (left.has(stop)) violations.push({ rule: "comes_back", step, why: `comes back to ${check.at}` });
    left.add(here);
    here = stop;
  }
  return violations;
}
