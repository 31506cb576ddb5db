import type { CheckKey } from "../catalogue/catalogue";
import type { ContextOf } from "./assess";
import { grownFrom } from "./grown";
import type { OpenMatter } from "./matters";

/** How often the upkeep of a check was done on this unit within the policy's shifts, the walk at hand not counted. */
export type TopUpsOf = (check: CheckKey) => number;

/** What is known of the places of a unit: what was topped up there, and what is open on them. */
export const contextFrom = (topUpsOf: TopUpsOf, matters: readonly OpenMatter[]): ContextOf => {
  const grown = grownFrom(matters);
  return (check, condition, sizeMm) => ({
    earlierTopUps: topUpsOf(check),
    grown: grown(check, condition, sizeMm),
  });
};
