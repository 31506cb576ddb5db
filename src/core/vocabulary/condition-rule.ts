import type { FloorRule } from "./floor-rules";
import type { FindingGrade } from "./grades";
import type { Upkeep } from "./upkeep";

/** Something is wrong that no condition of the check names: out of use until somebody who knows the machine has looked. */
export const unnamed = "something_else";

/** How a condition of a part is graded. */
export interface ConditionRule {
  /** The grade under standard grading, before the owner's own rules and before what always tags out. */
  readonly graded: FindingGrade;
  readonly floor?: FloorRule;
  readonly upkeep?: Upkeep;
  /** A site condition: stops the work there, not the machine. */
  readonly conditions?: true;
}
