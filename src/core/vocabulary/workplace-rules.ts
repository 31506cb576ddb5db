import { z } from "zod";
import { lineRuleSchema } from "./line-rule";

/**
 * The numbers a site sets for its surveys: what is taken where it says nothing, what each can be, in which steps it is set, and whether more of it asks
 * for more or lets more pass.
 */
export const workplaceNumbers = {
  /** How far wind moves a conductor, where a plan does not say; more than is usual. */
  lineSwayM: { unsaid: 1, least: 0, most: 20, step: 0.1, more: "stricter" },
  /** How far a platform sways, where a sheet does not say; more than is usual. */
  machineSwayM: { unsaid: 0.5, least: 0, most: 10, step: 0.1, more: "stricter" },
  /** Of a person with what they wear. */
  personKg: { unsaid: 120, least: 60, most: 200, step: 0.5, more: "stricter" },
  /** A reading of wind or level counts for so long. */
  readingMin: { unsaid: 60, least: 5, most: 720, step: 5, more: "softer" },
  /** A survey counts for so long. */
  surveyMin: { unsaid: 240, least: 15, most: 1440, step: 15, more: "softer" },
  /** Whoever is to bring somebody down was shown the controls of the unit no longer ago. */
  shownWithinDays: { unsaid: 90, least: 1, most: 730, step: 1, more: "softer" },
} as const satisfies Record<
  string,
  {
    readonly unsaid: number;
    readonly least: number;
    readonly most: number;
    readonly step: number;
    readonly more: "stricter" | "softer";
  }
>;

export type WorkplaceNumber = keyof typeof workplaceNumbers;
export const workplaceNumberIds = Object.keys(workplaceNumbers) as readonly WorkplaceNumber[];

const number = (id: WorkplaceNumber) => {
  const { least, most, step } = workplaceNumbers[id];
  const within = z.number().min(least).max(most);
  return (step < 1 ? within : within.int()).optional();
};

/** What a site says of a workplace survey. Whatever it leaves out is taken as the stricter. */
export const workplaceRulesSchema = z.strictObject({
  /** Confirmed by the owner in setting it; where none is set the longest distance of all the usual rules is kept. */
  lines: lineRuleSchema.optional(),
  lineSwayM: number("lineSwayM"),
  machineSwayM: number("machineSwayM"),
  personKg: number("personKg"),
  readingMin: number("readingMin"),
  surveyMin: number("surveyMin"),
  shownWithinDays: number("shownWithinDays"),
});

export type WorkplaceRules = z.infer<typeof workplaceRulesSchema>;

/** A number of a site's rules as it holds: as it was set, or what is taken where it was not. */
export const workplaceNumber = (rules: WorkplaceRules, id: WorkplaceNumber): number =>
  rules[id] ?? workplaceNumbers[id].unsaid;
