import type { Policy } from "./policy";

/** A matter of a policy that is one choice of a few. */
interface Choice<Value extends string> {
  /** From the most lenient to the strictest. */
  readonly values: readonly Value[];
  /** What holds where the policy does not say. */
  readonly unsaid: Value;
}

const choice = <const Value extends string>(unsaid: NoInfer<Value>, ...values: readonly Value[]) => ({
  values,
  unsaid,
});

/** Every such matter, as it is asked and as two policies are compared. */
export const policyChoices = {
  grading: choice("strict", "graded", "log_book", "strict"),
  trigger: choice("each_use", "day", "shift", "operator_change", "each_use"),
  returnToService: choice("owner_only", "same_technician", "second_person", "owner_only"),
  repairAccepted: choice("inspector", "inspector", "supervisor"),
  intervals: choice("every_inspection", "as_the_manual", "every_inspection"),
  stopLifted: choice("supervisor", "inspector", "supervisor"),
  familiarity: choice("family", "family", "model"),
  fallProtection: choice("as_the_sheet", "as_the_sheet", "always"),
  raisedTravel: choice("cut_back", "cut_back", "forbidden"),
  charging: choice("as_the_sheet", "as_the_sheet", "disconnect_first"),
} as const satisfies {
  readonly [Id in keyof Policy]?: Choice<Extract<NonNullable<Policy[Id]>, string>>;
};

export type PolicyChoiceId = keyof typeof policyChoices;
export const policyChoiceIds = Object.keys(policyChoices) as PolicyChoiceId[];

/** What a policy says of a matter, or what holds where it says nothing. */
export const chosenIn = (policy: Pick<Policy, PolicyChoiceId>, id: PolicyChoiceId): string =>
  policy[id] ?? policyChoices[id].unsaid;

/** How strict a choice is among those of its matter, 0 the most lenient. */
export const strictnessOf = (id: PolicyChoiceId, value: string): number =>
  (policyChoices[id].values as readonly string[]).indexOf(value);
