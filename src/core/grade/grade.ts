import { type ConditionRule, unnamed } from "../vocabulary/condition-rule";
import type { FindingGrade } from "../vocabulary/grades";
import type { Policy } from "../vocabulary/policy";
import { type Upkeep, upkeep } from "../vocabulary/upkeep";

/** What was found, as far as grading asks. */
export interface Found {
  /** `definition.id`, without the place: the owner's rules are by check, not by wheel. */
  readonly check: string;
  readonly condition: string;
  readonly rule: ConditionRule;
  /** What the operator did about it on the spot. */
  readonly putRight?: Upkeep;
}

/** What is already known about the same place. */
export interface GradeContext {
  /** How often this same upkeep was done here within the policy's shifts, this one not counted. */
  readonly earlierTopUps: number;
  /** It was there at the last inspection and has grown since. */
  readonly grown: boolean;
}

export const noContext: GradeContext = { earlierTopUps: 0, grown: false };

export interface Graded {
  readonly grade: FindingGrade;
  /** The rule that gave the grade; its words are in the message files. */
  readonly rule: string;
  /** True when the floor set it: no policy, person or acceptance can lower it. */
  readonly floor: boolean;
}

/**
 * Grades one finding: the yard's way of grading, then the owner's rules, then what is known of the same place, and the floor
 * of the field guide's section 11 after everything else.
 */
export function gradeFinding(found: Found, policy: Policy, context: GradeContext): Graded {
  if (found.rule.floor !== undefined)
    return { grade: "tag_out", rule: `floor.${found.rule.floor}`, floor: true };
  return byContext(byOwner(byGrading(found, policy, context), found, policy), context);
}

function byGrading(found: Found, policy: Policy, context: GradeContext): Graded {
  const { rule, putRight } = found;
  if (rule.conditions) return { grade: "watch", rule: "place.conditions", floor: false };
  if (putRight !== undefined && putRight === rule.upkeep && policy.upkeep.includes(putRight)) {
    return upkeep[putRight].refilled && context.earlierTopUps >= policy.topUpsAllowed
      ? { grade: "repair_by", rule: "upkeep.repeated", floor: false }
      : { grade: "put_right", rule: "upkeep.put_right", floor: false };
  }
  if (policy.grading === "strict") return { grade: "tag_out", rule: "strict.any_damage", floor: false };
  return { grade: rule.graded, rule: `${policy.grading}.catalogue`, floor: false };
}

function byOwner(graded: Graded, found: Found, policy: Policy): Graded {
  const owner = policy.rules[`${found.check}/${found.condition}`];
  // What nobody has named, no rule made beforehand can be about.
  if (owner === undefined || found.condition === unnamed || graded.rule.startsWith("upkeep.")) return graded;
  return { grade: owner, rule: "owner.rule", floor: false };
}

function byContext(graded: Graded, context: GradeContext): Graded {
  if (context.grown && graded.grade === "watch")
    return { grade: "repair_by", rule: "grown.since_last", floor: false };
  return graded;
}
