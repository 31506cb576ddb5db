/**
 * How an inspection can end, worst first: where device and server differ, the one that comes first stands. Only one
 * that `clears` may let the unit work.
 */
export const outcomes = {
  tagged_out: { clears: false },
  not_cleared: { clears: false },
  stopped_for_conditions: { clears: false },
  cleared_with_notes: { clears: true },
  retest_passed: { clears: false },
  cleared: { clears: true },
} as const satisfies Record<string, { readonly clears: boolean }>;

export type Outcome = keyof typeof outcomes;
export const outcomeIds = Object.keys(outcomes) as [Outcome, ...Outcome[]];

export const clears = (outcome: Outcome): boolean => outcomes[outcome].clears;

export const worseOutcome = (a: Outcome, b: Outcome): Outcome =>
  outcomeIds.indexOf(a) <= outcomeIds.indexOf(b) ? a : b;
