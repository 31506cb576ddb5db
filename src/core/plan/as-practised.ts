import type { Check } from "../catalogue/catalogue";
import { groundMoves } from "../catalogue/states";
import type { CheckDefinition } from "../catalogue/types";
import { oneRampFor } from "../measure/slope";
import { figureOf } from "../sheet/read";
import type { Sheet } from "../sheet/sheet";
import type { Ending } from "../vocabulary/endings";
import type { Practice } from "../vocabulary/practice";
import type { PlanState } from "../vocabulary/state/values";
import { broughtDown } from "./brought-down";
import { foundRaised } from "./found";
import { behindCovers } from "./places";

/** What of the day itself changes how a check is made. */
interface Day {
  readonly found: PlanState;
  readonly hasRamp: boolean;
  readonly ending: Ending;
}

/**
 * The same check as a yard's practice makes it, or as the machine was found: where its state differs from the catalogue's.
 * Its key, conditions and grades stay what they are.
 */
export function asPractised(
  sheet: Sheet,
  practice: Practice,
  { found, hasRamp, ending }: Day,
): (check: Check) => Check {
  const raised = foundRaised(found);
  const oneSlope = hasRamp && servesBoth(sheet);
  return (check) => {
    const { definition } = check;
    const { id, needs } = definition;
    const having = (change: Partial<CheckDefinition>): Check => ({
      ...check,
      definition: { ...definition, ...change },
    });
    // Found in the air: what shows there is looked at from below first, nothing moved.
    if (raised && definition.seenRaised === true) {
      const { "stop.platform": _outOfReach, ...rest } = needs;
      return having({ needs: { ...rest, posture: found["posture"] ?? "raised" } });
    }
    const first = raised ? broughtDown(sheet, found, definition) : undefined;
    if (first !== undefined) return { ...check, definition: first };
    // Whoever goes on to work leaves it as it stands, lowered; whoever walks off to survey takes the key along.
    if (ending === "to_work" && definition.phase === "park") return having({ needs: { posture: "stowed" } });
    if (ending === "to_work" && definition.phase === "survey" && practice.survey === "last")
      return having({ needs: { ...needs, engine: "off", key: "off" } });
    if (practice.auxiliary === "first" && id === "ground.auxiliary") {
      // Up a little and down again on the auxiliary alone, before the main pump has moved anything.
      return having({ needs: { ...needs, posture: "stowed", outriggers: "out" } });
    }
    if (
      practice.guards === "early" &&
      definition.part === "pothole_guard" &&
      definition.station === "drive"
    ) {
      const moves: PlanState = {
        ...groundMoves,
        posture: "clear",
        incline: "level",
        timber: needs["timber"] ?? "none",
      };
      return {
        ...having({ needs: moves, station: "ground", phase: "ground_moves" }),
        at: "ground_tests",
      };
    }
    if (practice.look === "as_you_pass" && definition.phase === "walk" && !touchesPower(definition)) {
      const { disconnect: _d, "stop.ground": _g, "stop.platform": _p, ...rest } = needs;
      return having({ needs: rest });
    }
    if (oneSlope && (id === "drive.brake_hold" || id === "tilt.alarm")) {
      return having({ needs: { ...needs, incline: "one_slope" } });
    }
    return check;
  };
}

/** What is touched in a power compartment is touched with the supply off. */
const touchesPower = (definition: CheckDefinition): boolean =>
  definition.at.some((stop) => behindCovers.includes(stop) || stop === "disconnect");

/**
 * One visit to a slope serves brake hold and tilt lamp when a grade lies within what the machine may climb and
 * beyond what trips its sensor (field guide, section 4).
 */
export function servesBoth(sheet: Sheet): boolean {
  const climbablePercent = figureOf(sheet, "climbable_grade");
  const tiltTripDegrees = figureOf(sheet, "tilt_trip_along");
  if (climbablePercent === undefined || tiltTripDegrees === undefined) return false;
  const brakeHoldPercent = figureOf(sheet, "brake_hold_grade") ?? 0;
  return oneRampFor({ brakeHoldPercent, climbablePercent, tiltTripDegrees }) !== undefined;
}
