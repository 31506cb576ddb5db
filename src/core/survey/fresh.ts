import { type WorkplaceRules, workplaceNumber } from "../vocabulary/workplace-rules";

/** A clock may be so far ahead of the server's. */
const aheadMs = 300_000;

/** A wind meter of a site that has shown nothing for so long is silent. */
export const silentMs = 60_000;

/** For how long a reading counts, in milliseconds. */
export const readingLastsMs = (rules: WorkplaceRules): number =>
  workplaceNumber(rules, "readingMin") * 60_000;

/** Whether a reading still counts at a moment: one too old, or from a time to come, does not. */
export function isFresh(readAt: string, atMs: number, rules: WorkplaceRules): boolean {
  const ageMs = atMs - Date.parse(readAt);
  return ageMs >= -aheadMs && ageMs < readingLastsMs(rules);
}
