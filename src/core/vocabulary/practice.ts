/**
 * The orders a yard may keep (field guide, section 19), the usual one of each first: as most yards do it. Where a
 * walk starts; documents read before the walk or at its last place; the survey
 * first, last, or apart from the walk: of each place and job, worked out, before the unit works there; look at everything
 * and then press things, or press as the panel is passed; the auxiliary proven before the first movement on main
 * power, or at the end of a lowering; pothole guards tried late from the platform, or early from the ground.
 */
export const practices = {
  start: ["right_rear_wheel", "rear", "engine", "documents"],
  documents: ["first", "last"],
  survey: ["last", "first", "apart"],
  look: ["all_first", "as_you_pass"],
  auxiliary: ["at_lowering", "first"],
  guards: ["late", "early"],
} as const;

/** How a yard grades: any damage tags out; by the catalogue; by the catalogue and everything written down. */
export const gradingPolicies = ["strict", "graded", "log_book"] as const;
/** When an inspection is due (field guide, section 2). */
export const triggers = ["day", "shift", "operator_change", "each_use"] as const;
/** Who releases a unit after its repair. */
export const releasers = ["second_person", "owner_only", "same_technician"] as const;
/** Who may say that an open finding is gone. */
export const goneSayers = ["inspector", "supervisor"] as const;

/** Whether a check the manual has made less often is asked at every inspection all the same, or when its time is up. */
export const intervalPolicies = ["every_inspection", "as_the_manual"] as const;

/** Whom a signature asks to be made familiar: with this very model, or nobody beyond their training on its family. */
export const familiarityPolicies = ["family", "model"] as const;

/** Whether everybody is tied on in every lift, or where the machine and its sheet ask for it. */
export const fallProtectionPolicies = ["as_the_sheet", "always"] as const;
/** Whether a lift travels while it is raised: at its cut-back speed where the machine allows it, or not at all. */
export const raisedTravelPolicies = ["cut_back", "forbidden"] as const;
/** Whether the disconnect is off before the charger is plugged in, or the sheet decides. */
export const chargingPolicies = ["as_the_sheet", "disconnect_first"] as const;

export type PracticeId = keyof typeof practices;
export const practiceIds = Object.keys(practices) as PracticeId[];

/** One order kept: a choice of each. */
export type Practice = { readonly [Id in PracticeId]: (typeof practices)[Id][number] };
export type StartCorner = Practice["start"];

export const usualPractice = Object.fromEntries(
  practiceIds.map((id) => [id, practices[id][0]]),
) as unknown as Practice;

/** The order a yard's policy keeps; one kept before some of them existed follows the usual one there. */
export function practiceOf(policy: Partial<Practice>): Practice {
  const kept = practiceIds.map((id) => [id, policy[id] ?? usualPractice[id]]);
  return Object.fromEntries(kept) as unknown as Practice;
}
