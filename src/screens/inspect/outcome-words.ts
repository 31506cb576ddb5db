import { clears, type Outcome } from "@/core/vocabulary/outcomes";
import type { Policy } from "@/core/vocabulary/policy";

/** How an inspection ends, in words: where the survey is made apart a machine is cleared, and its place still to be surveyed. */
export const outcomeWords = (
  t: (key: string) => string,
  outcome: Outcome,
  { survey }: Pick<Policy, "survey">,
): string => t(clears(outcome) && survey === "apart" ? `outcome.survey_${outcome}` : `outcome.${outcome}`);
