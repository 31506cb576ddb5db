import { z } from "zod";
import { lineRuleSchema } from "./line-rule";

/** What a site says of a workplace survey. Whatever it leaves out is taken as the stricter. */
export const workplaceRulesSchema = z.strictObject({
  /** Confirmed by the owner in setting it; where none is set the longest distance of all the usual rules is kept. */
  lines: lineRuleSchema.optional(),
  /** How far wind moves a conductor, where a plan does not say. */
  lineSwayM: z.number().min(0).max(20).optional(),
  /** How far a platform sways, where a sheet does not say. */
  machineSwayM: z.number().min(0).max(10).optional(),
  /** Of a person with what they wear. */
  personKg: z.number().min(60).max(200).optional(),
  /** A reading of wind or level counts for so long. */
  readingMin: z.number().int().min(5).max(720).optional(),
  /** A survey counts for so long. */
  surveyMin: z.number().int().min(15).max(1440).optional(),
  /** Whoever is to bring somebody down was shown the controls of the unit no longer ago. */
  shownWithinDays: z.number().int().min(1).max(730).optional(),
});

export type WorkplaceRules = z.infer<typeof workplaceRulesSchema>;

export type WorkplaceNumber = Exclude<keyof WorkplaceRules, "lines">;

/** What is taken where a site says nothing; of a person and of sway more than is usual. */
export const workplaceUnsaid = {
  lineSwayM: 1,
  machineSwayM: 0.5,
  personKg: 120,
  readingMin: 60,
  surveyMin: 240,
  shownWithinDays: 90,
} as const satisfies Record<WorkplaceNumber, number>;

/** Whether more of it asks for more, or lets more pass. */
export const workplaceMore = {
  lineSwayM: "stricter",
  machineSwayM: "stricter",
  personKg: "stricter",
  readingMin: "softer",
  surveyMin: "softer",
  shownWithinDays: "softer",
} as const satisfies Record<WorkplaceNumber, "stricter" | "softer">;
