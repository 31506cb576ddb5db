import { z } from "zod";
import { usualSchools } from "../plan/schools";

/** Grades an owner may set by rule; the floor still stands over them. */
export const ownerGrade = z.enum(["watch", "repair_by", "tag_out"]);

const upkeepIds = [
  "top_up_water",
  "top_up_oil",
  "top_up_coolant",
  "fill_fuel",
  "clean",
  "remove_debris",
  "latch_cover",
  "refit_pin",
  "return_manual",
  "tighten_cap",
  "grease",
  "inflate",
  "reset_breaker",
  "set_right",
] as const;

/** The yard's policy: the schools it follows and the owner's own rules. Pinned by hash in every record. */
export const policySchema = z.strictObject({
  schema: z.literal(1),
  grading: z.enum(["strict", "graded", "log_book"]),
  trigger: z.enum(["day", "shift", "operator_change", "each_use"]),
  start: z.enum(["rear", "engine", "right_rear_wheel", "documents"]),
  documents: z.enum(["first", "last"]),
  survey: z.enum(["first", "last"]),
  /** Schools of order added later: a policy kept before them follows the usual ones. */
  look: z.enum(["all_first", "as_you_pass"]).default("all_first"),
  auxiliary: z.enum(["first", "at_lowering"]).default("at_lowering"),
  guards: z.enum(["early", "late"]).default("late"),
  /** Small things an operator may put right on the spot. */
  upkeep: z.array(z.enum(upkeepIds)),
  /** The owner's rules: `checkId/condition` to grade. */
  rules: z.record(z.string(), ownerGrade),
  /** Days a repair-by finding may wait. */
  repairWithinDays: z.number().int().min(0).max(60),
  /** The same top-up this many times within `topUpWithinShifts` is a leak. */
  topUpsAllowed: z.number().int().min(1),
  topUpWithinShifts: z.number().int().min(1),
  /** One that does not say is the strictest: owner only. */
  returnToService: z.enum(["second_person", "owner_only", "same_technician"]).optional(),
  /** A walk older than this clears nothing. Four hours where not set. */
  longestWalkMin: z.number().int().min(30).max(720).optional(),
  /** Who may say that an open finding is gone; where not set, the stricter. */
  matterGone: z
    .strictObject({
      place: z.enum(["inspector", "supervisor"]),
      watch: z.enum(["inspector", "supervisor"]),
    })
    .optional(),
});

export type Policy = z.infer<typeof policySchema>;

export const defaultPolicy: Policy = {
  schema: 1,
  grading: "graded",
  trigger: "shift",
  ...usualSchools,
  upkeep: [...upkeepIds],
  rules: {},
  repairWithinDays: 7,
  topUpsAllowed: 2,
  topUpWithinShifts: 8,
  returnToService: "second_person",
  longestWalkMin: 240,
  matterGone: { place: "inspector", watch: "inspector" },
};
