import type { Check } from "../../catalogue/catalogue";
import { figureOf } from "../../sheet/read";
import type { Sheet } from "../../sheet/sheet";
import type { Ending } from "../../vocabulary/endings";
import type { Practice } from "../../vocabulary/practice";
import type { PlanState } from "../../vocabulary/state/values";
import type { AtHand } from "../possible";

/** What the checker knows of the day besides the steps. */
export interface Context {
  readonly sheet: Sheet;
  readonly practice: Practice;
  readonly found: PlanState;
  /** The machine where the plan begins. */
  readonly now: PlanState;
  readonly held: boolean;
  readonly ending: Ending;
  readonly atHand: AtHand;
}

const up = (posture: string | undefined): boolean =>
  posture !== undefined && posture !== "stowed" && posture !== "unknown";

/** Where practice lets a check be made in another state than the catalogue's (field guide, sections 4, 9 and 19). */
export function differs(check: Check, variable: string, value: string, context: Context): boolean {
  const { definition } = check;
  const { practice, sheet } = context;
  // Papers and kit are put back where the machine stands by whoever goes straight to work on it.
  if (context.ending === "to_work" && definition.phase === "park") return variable !== "posture";
  // Found in the air: seen not to creep with nothing switched on, and let down from where it stands.
  if (up(context.found["posture"])) {
    if (definition.id === "lower.drift") return variable !== "who" && variable !== "posture";
    const down = definition.id === "ground.auxiliary" || definition.id.startsWith("lower.");
    if (down && variable === "posture" && up(value)) return true;
    // A jib is unfolded, and a trailer unhitched, once it is down: its panel is seen to die before that.
    const first = down || definition.phase === "ground_power" || definition.phase === "ground_lowering";
    if (first && (variable === "jib" || variable === "hitch")) return true;
  }
  switch (variable) {
    case "posture":
      // Found in the air: what shows there is looked at from below before it is lowered.
      if (definition.seenRaised === true && up(context.found["posture"])) return up(value);
      // Up a little and down on the auxiliary alone, before the main pump has moved anything.
      return practice.auxiliary === "first" && definition.id === "ground.auxiliary" && value === "stowed";
    case "incline": {
      if (definition.id !== "drive.brake_hold" && definition.id !== "tilt.alarm") return false;
      const climbs = figureOf(sheet, "climbable_grade") ?? 0;
      const trips = Math.tan(((figureOf(sheet, "tilt_trip_along") ?? 90) * Math.PI) / 180) * 100;
      return value === "one_slope" && trips < climbs;
    }
    case "who":
    case "key":
    case "gate":
    case "outriggers":
      // Guards tried early are tried from the ground, as they deploy.
      return practice.guards === "early" && definition.part === "pothole_guard" && value !== "platform";
    case "stop.ground":
    case "stop.platform":
    case "disconnect":
      // Aloft, the platform's stop button is out of reach.
      if (variable === "stop.platform" && definition.seenRaised === true && up(context.found["posture"]))
        return true;
      return (
        practice.look === "as_you_pass" &&
        definition.phase === "walk" &&
        !definition.at.some((stop) =>
          ["battery_tray", "engine_bay", "hydraulic_tray", "disconnect"].includes(stop),
        )
      );
    default:
      return false;
  }
}

/** Found in the air, it is seen not to creep with nothing switched on. */
export const isWatched = ({ definition }: Check, { found }: Context): boolean =>
  definition.id === "lower.drift" && up(found["posture"]);

/** Why a check cannot be made this day, in words; undefined when it can. */
export function excused(check: Check, context: Context): string | undefined {
  const { definition } = check;
  const { atHand, sheet, held } = context;
  if (definition.assistant === true && atHand.people < 2) return "it needs a second person";
  const lacking = definition.carry?.find((thing) => atHand.missing.includes(thing));
  if (lacking !== undefined) return `it needs ${lacking}, which is not at hand`;
  const { needs } = definition;
  const asFoundUp = up(context.found["posture"]);
  const watched = isWatched(check, context);
  if (held && definition.powered === true && !watched)
    return "a finding stops the machine, and this operates it";
  const needsUp = up(needs["posture"]) && !((definition.seenRaised === true || watched) && asFoundUp);
  if (held) {
    const boards = needs["who"] === "platform" && context.now["who"] !== "platform";
    if (boards && up(needs["posture"])) return "a finding stops the machine, and nobody is raised on it";
    // It may be let down and shut off, and is not raised, driven, or set on its legs any more.
    for (const id of ["posture", "incline", "outriggers", "axles", "jib", "prop"] as const) {
      const need = needs[id];
      const stands = context.now[id];
      if (need === undefined || stands === undefined || need === stands) continue;
      if (id === "posture" && need === "stowed" && stands !== "on_prop") continue;
      if (id === "prop" && stands === "set" && context.now["posture"] !== "on_prop") continue;
      if (id === "posture" && differs(check, id, stands, context)) continue;
      return `a finding stops the machine, and this needs ${id}=${need}`;
    }
  }
  if (!atHand.key && sheet.power !== "hand_crank") {
    if (definition.powered === true && needs["key"] !== undefined && !watched) return "there is no key";
    if (needsUp) return "there is no key to raise it";
    // Found in the air without a key it cannot be brought down by its own power.
    if (asFoundUp && !held && needs["posture"] === "stowed" && definition.seenRaised !== true) {
      return "there is no key to bring it down";
    }
    // Nor can its legs, its jib or what it is driven onto be changed.
    for (const id of ["outriggers", "jib", "axles", "incline"] as const) {
      const need = needs[id];
      const stands = context.found[id];
      if (need !== undefined && stands !== undefined && need !== stands)
        return `there is no key to change ${id}`;
    }
    if (needs["who"] === "platform") return "there is no key, so the platform is not boarded";
  }
  return undefined;
}
