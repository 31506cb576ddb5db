import type { Check } from "../catalogue/catalogue";
import type { Sheet } from "../sheet/sheet";
import type { Ending, FullEnding } from "../vocabulary/endings";
import type { Practice } from "../vocabulary/practice";
import type { Scope } from "../vocabulary/scope";
import type { PlanState } from "../vocabulary/state/values";
import { type Touch, touchedBy } from "./retest";

/**
 * What the road shakes loose, opens or rubs through: covers, coil plugs (one that looks fine may have shaken off
 * and takes the steering with it), hoses, pins, wheels, brakes left released, kit gone (field guide, sections 2, 5
 * and 17).
 */
const afterTheRoad: ReadonlySet<string> = new Set([
  "wheel.tyre",
  "wheel.nuts",
  "wheel.fill",
  "caster.wheel",
  "caster.lock",
  "track.belt",
  "leg.pin",
  "leg.structure",
  "frame.welds",
  "under.machine",
  "covers.latched",
  "battery.posts",
  "starter.battery",
  "gas.bottle",
  "hydraulic.coil_plugs",
  "hydraulic.hoses",
  "wheel.motor_hoses",
  "brake.valve_shut",
  "freewheel.valve_shut",
  "turntable.lock_pin",
  "boom.cradle",
  "jib.rotary_and_stow",
  "main.structure",
  "mast.sections",
  "platform.bracket",
  "rails.condition",
  "rails.pins",
  "platform.box_pins",
  "platform.gate",
  "platform.loose_kit",
  "panel.ground",
  "draw.coupler",
  "draw.chains",
  "draw.lights",
  "park.place",
]);

/**
 * The checks of a scope. Wherever something is going to move, the test area is among them: a machine found raised
 * has to come down.
 */
export function inScope(
  scope: Scope,
  checks: readonly Check[],
  sheet: Sheet,
  found: PlanState,
  ending: Ending = endingOf(scope),
  survey: Practice["survey"] = "last",
): readonly Check[] {
  const chosen = new Set(chosenBy(scope, checks, sheet).filter((check) => isFor(ending, check, survey)));
  const up = (posture: string | undefined) => !["stowed", undefined].includes(posture);
  const moves =
    up(found["posture"]) ||
    [...chosen].some(({ definition }) => definition.powered === true || up(definition.needs["posture"]));
  return checks.filter(
    (c) =>
      (chosen.has(c) || (moves && c.definition.phase === "test_area")) &&
      (c.definition.foundRaised !== true || up(found["posture"])),
  );
}

/** What a machine inspected in this scope is left for. */
export function endingOf({ kind }: Scope, asked: FullEnding = "to_work"): Ending {
  if (kind === "full") return asked;
  if (kind === "transport") return "for_the_road";
  return kind === "check_in" ? "checked_in" : "parked";
}

/** Only what is left for the night is put away and plugged in; papers and kit are back in their place either way. */
const notFor: Readonly<Partial<Record<Ending, ReadonlySet<string>>>> = {
  to_work: new Set(["park.place", "park.charging"]),
  handed_over: new Set(["park.charging"]),
};

const isFor = (ending: Ending, { definition }: Check, survey: Practice["survey"]): boolean =>
  notFor[ending]?.has(definition.id) !== true &&
  // The place is no matter of a machine that is parked, nor of the walk where it is surveyed apart from it.
  !(definition.phase === "survey" && (ending === "parked" || survey === "apart"));

function chosenBy(scope: Scope, checks: readonly Check[], sheet: Sheet): readonly Check[] {
  const tag = ({ definition }: Check) => definition.part === "tag_and_log";
  switch (scope.kind) {
    case "full":
      return checks.filter((c) => c.definition.phase !== "transport");
    case "check_in":
      return checks.filter((c) => !["platform", "drive", "survey", "transport"].includes(c.definition.phase));
    case "transport":
      return checks.filter((c) => c.definition.phase === "transport" || tag(c));
    case "after_transport":
      return checks.filter((c) => afterTheRoad.has(c.definition.id) || tag(c));
    case "retest": {
      const why = whyRetested(scope, checks, sheet);
      // A mast with neither stop button nor valve, tagged by mistake: it is looked whether another tag hangs.
      return checks.filter((c) => (why.size === 0 ? tag(c) : why.has(c.key)));
    }
  }
}

/** Why each check of a re-test is in it, by its key. */
export function whyRetested(
  scope: Extract<Scope, { kind: "retest" }>,
  checks: readonly Check[],
  sheet: Sheet,
): ReadonlyMap<string, readonly Touch[]> {
  return touchedBy(
    { parts: scope.parts, disturbed: scope.disturbed ?? [], checks: scope.checks },
    checks,
    sheet,
  );
}
