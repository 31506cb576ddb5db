import { z } from "zod";
import { families } from "./families";
import { ownerGrades } from "./grades";
import {
  chargingPolicies,
  fallProtectionPolicies,
  familiarityPolicies,
  goneSayers,
  gradingPolicies,
  intervalPolicies,
  practices,
  raisedTravelPolicies,
  releasers,
  triggers,
  usualPractice,
} from "./practice";
import { upkeepIds } from "./upkeep";
import { workplaceRulesSchema } from "./workplace-rules";

/** The matters of a policy: the orders a yard keeps and the owner's own rules. */
const matters = z.strictObject({
  grading: z.enum(gradingPolicies),
  trigger: z.enum(triggers),
  start: z.enum(practices.start),
  documents: z.enum(practices.documents),
  survey: z.enum(practices.survey),
  look: z.enum(practices.look),
  auxiliary: z.enum(practices.auxiliary),
  guards: z.enum(practices.guards),
  /** Small things an operator may put right on the spot. */
  upkeep: z.array(z.enum(upkeepIds)),
  /** The owner's rules: `checkId/condition` to grade. */
  rules: z.record(z.string(), z.enum(ownerGrades)),
  /** Days a repair-by finding may wait. */
  repairWithinDays: z.number().int().min(0).max(60),
  /** The same top-up this many times within `topUpWithinShifts` is a leak. */
  topUpsAllowed: z.number().int().min(1),
  topUpWithinShifts: z.number().int().min(1),
  /** One that does not say is the strictest: owner only. */
  returnToService: z.enum(releasers).optional(),
  /** A walk older than this clears nothing. Four hours where not set. */
  longestWalkMin: z.number().int().min(30).max(720).optional(),
  /** Who may clear a unit with a repair that waits until its day; where not set, whoever inspects. */
  repairAccepted: z.enum(goneSayers).optional(),
  /** Who takes work up again that was stopped for conditions; where not set, a supervisor or owner. */
  stopLifted: z.enum(goneSayers).optional(),
  /** What a survey of a place and a job is worked out by. */
  workplace: workplaceRulesSchema.optional(),
  /** Where not set, every check is made at every inspection. */
  intervals: z.enum(intervalPolicies).optional(),
  /** Where not set, training on the family is enough to clear a unit of any model. */
  familiarity: z.enum(familiarityPolicies).optional(),
  /** Rules of the site that are told where they are kept; where not set, the machine and its sheet decide. */
  fallProtection: z.enum(fallProtectionPolicies).optional(),
  raisedTravel: z.enum(raisedTravelPolicies).optional(),
  charging: z.enum(chargingPolicies).optional(),
  /** Who may say that an open finding is gone; where not set, the stricter. */
  matterGone: z
    .strictObject({
      place: z.enum(goneSayers),
      watch: z.enum(goneSayers),
    })
    .optional(),
});

/** A site's policy, and what of it is otherwise for a family. A unit goes by `policyFor`, pinned by hash in every record. */
export const policySchema = matters.extend({
  schema: z.literal(1),
  /** Orders added later: a policy kept before them follows the usual one. */
  look: z.enum(practices.look).default(usualPractice.look),
  auxiliary: z.enum(practices.auxiliary).default(usualPractice.auxiliary),
  guards: z.enum(practices.guards).default(usualPractice.guards),
  /** The matters in which a family goes by another choice than the site. */
  families: z.partialRecord(z.enum(families), matters.partial()).optional(),
});

export type Policy = z.infer<typeof policySchema>;
/** The matters in which a family goes by another choice than its site. */
export type FamilyPolicy = z.infer<ReturnType<typeof matters.partial>>;

export const defaultPolicy: Policy = {
  schema: 1,
  grading: "graded",
  trigger: "shift",
  ...usualPractice,
  upkeep: [...upkeepIds],
  rules: {},
  repairWithinDays: 7,
  topUpsAllowed: 2,
  topUpWithinShifts: 8,
  returnToService: "second_person",
  longestWalkMin: 240,
  matterGone: { place: "inspector", watch: "inspector" },
};

/** Of every matter the cautious choice: what a yard begins with, until its owner chooses otherwise. It has no place drawn yet to survey. */
export const cautiousPolicy: Policy = {
  ...defaultPolicy,
  grading: "strict",
  upkeep: [],
  repairWithinDays: 0,
  topUpsAllowed: 1,
  returnToService: "second_person",
  longestWalkMin: 120,
  repairAccepted: "supervisor",
  familiarity: "model",
  fallProtection: "always",
  raisedTravel: "forbidden",
  charging: "disconnect_first",
  matterGone: { place: "supervisor", watch: "supervisor" },
};
