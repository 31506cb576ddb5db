import { z } from "zod";
import { ownerGrades } from "./grades";
import {
  goneSayers,
  gradingPolicies,
  intervalPolicies,
  practices,
  releasers,
  triggers,
  usualPractice,
} from "./practice";
import { upkeepIds } from "./upkeep";

/** The yard's policy: the orders it keeps and the owner's own rules. Pinned by hash in every record. */
export const policySchema = z.strictObject({
  schema: z.literal(1),
  grading: z.enum(gradingPolicies),
  trigger: z.enum(triggers),
  start: z.enum(practices.start),
  documents: z.enum(practices.documents),
  survey: z.enum(practices.survey),
  /** Orders added later: a policy kept before them follows the usual one. */
  look: z.enum(practices.look).default(usualPractice.look),
  auxiliary: z.enum(practices.auxiliary).default(usualPractice.auxiliary),
  guards: z.enum(practices.guards).default(usualPractice.guards),
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
  /** Where not set, every check is made at every inspection. */
  intervals: z.enum(intervalPolicies).optional(),
  /** Who may say that an open finding is gone; where not set, the stricter. */
  matterGone: z
    .strictObject({
      place: z.enum(goneSayers),
      watch: z.enum(goneSayers),
    })
    .optional(),
});

export type Policy = z.infer<typeof policySchema>;

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

/** Of every matter the cautious choice: what a yard begins with, until its owner chooses otherwise. */
export const cautiousPolicy: Policy = {
  ...defaultPolicy,
  grading: "strict",
  upkeep: [],
  repairWithinDays: 0,
  topUpsAllowed: 1,
  returnToService: "second_person",
  longestWalkMin: 120,
  matterGone: { place: "supervisor", watch: "supervisor" },
};
