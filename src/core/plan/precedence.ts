import type { Check } from "../catalogue/catalogue";
import type { Practice } from "../vocabulary/practice";
import { behindCovers } from "./places";

/** One rule of order: every check of `earlier` is done before any of `later`. */
export interface OrderRule {
  readonly id: string;
  readonly earlier: (check: Check) => boolean;
  readonly later: (check: Check) => boolean;
  /** The practice, and the way a machine was found, under which it holds; all where not given. */
  readonly under?: (practice: Practice, foundRaised: boolean) => boolean;
}

const id =
  (...ids: readonly string[]) =>
  ({ definition }: Check) =>
    ids.includes(definition.id);
const phase =
  (...phases: readonly string[]) =>
  ({ definition }: Check) =>
    phases.includes(definition.phase);
const station =
  (...stations: readonly string[]) =>
  ({ definition }: Check) =>
    stations.includes(definition.station);
const powered = ({ definition }: Check) => definition.powered === true || definition.phase === "stack";
const byHand = ({ definition }: Check) => definition.id.startsWith("crank.");
const looks = phase("walk", "rails");
const underCovers = (c: Check) => looks(c) && behindCovers.includes(c.at);
/** On a machine found in the air: what brings it down comes before the loop. */
const bringsDown = ({ definition }: Check) => definition.bringsDown === true;
/** Let down from where it was found by what asks for no enable. */
const letDown = (c: Check) =>
  bringsDown(c) && (/^lower\./.test(c.definition.id) || id("ground.auxiliary", "ground.descent_valve")(c));
const operates = (c: Check) => powered(c) && !bringsDown(c);
const ends = phase("park", "transport");
const groundTests = (c: Check) => powered(c) && (station("ground")(c) || phase("stack")(c));
const raised = ({ definition }: Check) =>
  !["stowed", undefined].includes(definition.needs["posture"]) ||
  !["stowed", undefined].includes(definition.leaves?.["posture"]);
/** With its axles in it telescopes and lifts a little, until it must refuse. */
const moves = (c: Check) => c.definition.test !== undefined || raised(c) || id("ground.axles_in")(c);
const ofTheLegs = ({ definition }: Check) => definition.test?.function.startsWith("leg") === true;
/** Made with everything ready to move: any movement tried there must have been refused without its enable first. */
const readyToMove = (c: Check) =>
  (c.definition.needs["prop"] === "parked" || raised(c)) &&
  !id("platform.stop_button", "platform.still_without_enable", "platform.pedal_start")(c);
const incline = ({ definition }: Check) => definition.needs["incline"] ?? "level";
const sloping = (c: Check) => ["slope", "beyond_trip", "one_slope"].includes(incline(c));
const runsEngine = ({ definition }: Check) => definition.needs["engine"] === "running";

/**
 * The order practice insists on (field guide, sections 4, 7, 8, 9 and 19), as data. What is not here is free, and
 * the search settles it by cost. That the lowering is proven before anyone rides, and that rails and gate pass
 * before anyone steps in, depends on the changes between checks and is asked there (`search.ts`).
 */
export const orderRules: readonly OrderRule[] = [
  { id: "tag_before_anything", earlier: id("doc.tag_and_log"), later: (c) => !id("doc.tag_and_log")(c) },
  {
    id: "documents_first",
    under: (s) => s.documents === "first",
    earlier: phase("documents"),
    later: (c) => !phase("documents")(c),
  },
  {
    id: "documents_last",
    under: (s, foundRaised) => s.documents === "last" && s.look === "all_first" && !foundRaised,
    earlier: looks,
    later: (c) => phase("documents")(c) && !id("doc.tag_and_log")(c),
  },
  // Whatever the practice, manual and placards have been read before anything is tried.
  { id: "read_before_tests", earlier: phase("documents"), later: powered },
  // One found in the air is looked at there and brought down before anyone walks off to survey.
  {
    id: "survey_first",
    under: (s) => s.survey === "first",
    earlier: phase("survey"),
    later: (c) => looks(c) && !raised(c),
  },
  {
    id: "survey_before_tests",
    under: (s) => s.survey === "first",
    earlier: phase("survey"),
    later: operates,
  },
  {
    id: "survey_last",
    under: (s) => s.survey === "last",
    earlier: (c) => !phase("survey", "park", "transport")(c),
    later: phase("survey"),
  },
  { id: "look_then_test", under: (s) => s.look === "all_first", earlier: looks, later: operates },
  // Read cold and lowered, before anything runs or rises.
  {
    id: "cold_readings_first",
    earlier: id("engine.oil", "engine.coolant", "hydraulic.level", "fuel.level"),
    later: operates,
  },
  // What was opened is seen to be shut: after the last look under it, and before anything runs there.
  { id: "covers_last", earlier: underCovers, later: id("covers.latched") },
  { id: "covers_before_power", earlier: id("covers.latched"), later: operates },
  // The place is looked at before anything there is powered.
  {
    id: "area_before_power",
    earlier: id("area.test"),
    later: (c) => powered(c) || (station("platform")(c) && byHand(c)),
  },
  // Once somebody stands on it, before it is raised: every foot bears.
  {
    id: "feet_before_height",
    earlier: id("mast.feet"),
    later: (c) => station("platform")(c) && !id("mast.feet")(c) && (byHand(c) || moves(c)),
  },
  // Nothing is lost by it, and the ground is looked at just before it is used.
  {
    id: "area_after_looks",
    under: (s, foundRaised) => s.look === "all_first" && !foundRaised,
    earlier: looks,
    later: phase("test_area"),
  },
  { id: "looks_before_platform", earlier: looks, later: station("platform", "drive") },
  {
    id: "raised_looks_first",
    earlier: (c) => c.definition.seenRaised === true && raised(c),
    later: (c) => c.definition.needs["posture"] === "stowed" || bringsDown(c),
  },
  // It does not creep: then power, the panel, and the gentlest way down, all before the loop.
  {
    id: "creep_before_power",
    earlier: (c) => bringsDown(c) && id("lower.drift")(c),
    later: (c) => powered(c) || (bringsDown(c) && !id("lower.drift")(c)),
  },
  {
    id: "down_before_the_loop",
    earlier: bringsDown,
    later: (c) => !bringsDown(c) && c.definition.needs["posture"] === "stowed" && !c.definition.seenRaised,
  },
  { id: "cold_start", earlier: id("start.glow", "start.choke"), later: (c) => powered(c) && runsEngine(c) },
  { id: "lamps_before_buttons", earlier: id("ground.lamps"), later: id("ground.stop_button") },
  // Legs come out first of all: as the panel woke its stop was pressed, and the panel died.
  {
    id: "panel_dies_before_movement",
    earlier: id("ground.lamps"),
    later: (c) => (groundTests(c) && moves(c)) || id("ground.auxiliary")(c),
  },
  {
    id: "stop_proven_before_movement",
    earlier: id("ground.stop_button"),
    later: (c) => groundTests(c) && moves(c) && !ofTheLegs(c) && !id("ground.auxiliary")(c),
  },
  {
    id: "still_before_moving",
    earlier: id("ground.still_without_enable"),
    later: (c) => groundTests(c) && moves(c) && !ofTheLegs(c) && !id("ground.auxiliary")(c) && !letDown(c),
  },
  {
    id: "auxiliary_before_main",
    under: (s) => s.auxiliary === "first",
    earlier: id("ground.auxiliary"),
    later: (c) => operates(c) && moves(c) && !id("ground.auxiliary")(c),
  },
  {
    id: "stop_then_auxiliary",
    under: (s) => s.auxiliary === "at_lowering",
    earlier: id("ground.stop_while_lowering"),
    later: (c) => id("ground.auxiliary")(c) && !bringsDown(c),
  },
  { id: "valve_onto_prop", earlier: id("ground.descent_valve"), later: phase("stack") },
  { id: "rises_after_stack", earlier: phase("stack"), later: id("ground.rises_after_descent") },
  { id: "valve_then_rise", earlier: id("ground.descent_valve"), later: id("ground.rises_after_descent") },
  {
    id: "ground_before_platform",
    earlier: groundTests,
    later: (c) => station("platform", "drive")(c) && c.definition.beforeSetting !== true,
  },
  {
    id: "platform_stop_first",
    earlier: id("platform.stop_button"),
    later: (c) => station("platform")(c) && readyToMove(c),
  },
  {
    id: "platform_still_before_moving",
    earlier: id("platform.still_without_enable"),
    later: (c) => station("platform")(c) && readyToMove(c),
  },
  // Once the engine runs, a start refused with the pedal down can no longer be seen.
  {
    id: "pedal_before_start",
    earlier: id("platform.pedal_start"),
    later: (c) => station("platform")(c) && runsEngine(c),
  },
  // That it refuses to drive on its legs is tried while it still stands on them.
  {
    id: "platform_before_drive",
    earlier: station("platform"),
    later: (c) => station("drive")(c) && !id("drive.legs_down")(c),
  },
  // A remote is looked at before it is used, and without its press nothing may go.
  {
    id: "remote_first",
    earlier: id("remote.lead"),
    later: (c) => station("drive")(c) && !id("remote.lead")(c),
  },
  {
    id: "remote_still_before_moving",
    earlier: id("remote.still_without_enable"),
    later: (c) =>
      station("drive")(c) && !id("remote.lead", "remote.still_without_enable", "drive.legs_down")(c),
  },
  // That it drives, steers and stops is known before it is driven raised.
  {
    id: "drive_low_first",
    earlier: (c) =>
      station("drive")(c) &&
      !raised(c) &&
      (c.definition.test !== undefined || id("drive.stopping", "drive.lowered_run")(c)),
    later: (c) => station("drive")(c) && raised(c),
  },
  {
    id: "level_before_slopes",
    earlier: (c) => station("drive")(c) && !sloping(c),
    later: (c) => station("drive")(c) && sloping(c),
  },
  { id: "parking_last", earlier: (c) => !ends(c), later: ends },
  { id: "park_before_road", earlier: phase("park"), later: phase("transport") },
];

/** The rules that hold under this practice, for a machine found so. */
export const rulesUnder = (practice: Practice, foundRaised: boolean): readonly OrderRule[] =>
  orderRules.filter((rule) => rule.under?.(practice, foundRaised) ?? true);
