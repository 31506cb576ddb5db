import { type Check, checksOf } from "../catalogue/catalogue";
import { asPractised } from "./as-practised";
import { foundStowed } from "./found";
import { everythingAtHand } from "./possible";
import { endingOf, inScope } from "./scope";
import type { PlanInput } from "./types";

/** Every check that is due on such a day, as it is made then, whether it can be made or not. */
export function dueFor(input: PlanInput): readonly Check[] {
  const { sheet, practice, scope } = input;
  const found = input.found ?? foundStowed(sheet);
  const hasRamp = !(input.atHand ?? everythingAtHand).missing.includes("ramp");
  const ending = endingOf(scope, input.ending);
  const practised = asPractised(sheet, practice, { found, hasRamp, ending });
  return inScope(scope, checksOf(sheet), sheet, found, ending, practice.survey).map(practised);
}
