import type { Sheet } from "../sheet/sheet";
import type { SurveyInput } from "../survey/input";
import type { SurveyGiven } from "../survey/job";
import type { PlacePlan } from "../survey/place-plan";
import { bestSpots } from "../survey/spots";
import { allows, type Sum, type Topic } from "../survey/sums";
import { surveyed } from "../survey/survey";
import type { Family } from "../vocabulary/families";
import type { WorkplaceRules } from "../vocabulary/workplace-rules";
import { asJob, type NeededWork } from "./needed-work";

/** Whether a unit can do a piece of work, what it may do only so, and what keeps it from it. */
export interface Fit {
  readonly fits: boolean;
  /** Sums that do not allow it; those that allow it within a limit. */
  readonly against: readonly Sum[];
  readonly limits: readonly Sum[];
}

/** What people see to on the day, whichever unit it is. */
const notOfTheUnit: ReadonlySet<Topic> = new Set<Topic>(["hazards", "rescue", "people_near", "sail"]);

/** It stands level on the plain place. */
const levelThere: ReadonlySet<Topic> = new Set<Topic>([...notOfTheUnit, "slope"]);

/** Of kinds that will not do nothing is worked out. */
const otherKind: Fit = { fits: false, against: [], limits: [] };

/**
 * Can a unit of this sheet do the work? By the same sums as a survey of the place, on a plain one, in a calm: what is not known of
 * it never fits.
 */
export function fitFor(sheet: Sheet, family: Family, work: NeededWork, rules: WorkplaceRules): Fit {
  if (work.families?.includes(family) === false) return otherKind;
  const { plan, job, spot } = asJob(work);
  const at = new Date(0).toISOString();
  const facings = [0, 90].map((facingDeg) =>
    fitOf(
      {
        ...{ sheet, plan, job, rules, surveyedMs: 0 },
        stands: [{ spot: { at: spot, facingDeg }, positions: job.positions.map(({ id }) => id) }],
        readings: { wind: { by: "meter", meanMps: 0, gustMps: 0, heightM: 10, at }, ventilated: true },
      },
      levelThere,
    ),
  );
  return facings.find(({ fits }) => fits) ?? facings[0] ?? otherKind;
}

/**
 * Can a unit of this sheet do the job that was surveyed for another, at the same place and in the same wind? From the spots that
 * were surveyed; where it cannot from there, from the best spots for it.
 */
export function fitThere(
  sheet: Sheet,
  plan: PlacePlan,
  given: SurveyGiven,
  rules: WorkplaceRules,
  surveyedMs: number,
): Fit & { readonly moved: boolean } {
  const { job, readings } = given;
  const asked = { sheet, plan, job, readings, rules, surveyedMs };
  const there = fitOf({ ...asked, stands: given.stands.map(({ spot, positions }) => ({ spot, positions })) });
  if (there.fits) return { ...there, moved: false };
  const from = job.way[0] ?? given.stands[0]?.spot.at ?? { x: 0, y: 0 };
  const stands = given.stands.flatMap(({ positions }) => {
    const [best] = bestSpots({ ...asked, serve: positions, from });
    return best === undefined ? [] : [{ spot: best.spot, positions: [...best.serves] }];
  });
  if (stands.length === 0) return { ...there, moved: false };
  const moved = fitOf({ ...asked, stands });
  return moved.fits ? { ...moved, moved: true } : { ...there, moved: false };
}

function fitOf(input: SurveyInput, leftOut = notOfTheUnit): Fit {
  const sums = surveyed(input).sums.filter(({ topic }) => !leftOut.has(topic));
  const against = sums.filter(({ verdict }) => !allows(verdict));
  return {
    fits: against.length === 0,
    against,
    limits: sums.filter(({ verdict }) => verdict === "limited"),
  };
}
