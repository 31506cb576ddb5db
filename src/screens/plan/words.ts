import type { Check } from "@/core/catalogue/catalogue";
import type { Change } from "@/core/plan/changes";
import type { Reason } from "@/core/plan/possible";
import type { Touch } from "@/core/plan/retest";
import type { PartId } from "@/core/vocabulary/parts";
import { checkTitle, type T } from "../inspect/words";

/** What to do, in plain words; where nobody has looked yet, to look first. */
export function changeWords(t: T, { variable, from, to }: Pick<Change, "variable" | "from" | "to">): string {
  const words = t(`change.${variable}.${to}`);
  return from === "unknown"
    ? t("plan.seen", { change: words.charAt(0).toLowerCase() + words.slice(1) })
    : words;
}

/** Why a check cannot be made this time. */
export function reasonWords(t: T, reason: Reason): string {
  return t(
    `plan.reason.${reason.why}`,
    reason.why === "not_at_hand" ? { thing: t(`carry.${reason.thing}`) } : {},
  );
}

/** Why a check is in a re-test. */
export function touchWords(t: T, touch: Touch): string {
  switch (touch.because) {
    case "found_it":
    case "always":
    case "same_movement":
      return t(`plan.touch.${touch.because}`);
    default:
      return t(`plan.touch.${touch.because}_${touch.how}`, { part: partWord(t, touch.part) });
  }
}

const partWord = (t: T, part: PartId): string => t(`part.${part}`).toLowerCase();

/** The words of a plan with a translator bound to them. */
export const planWords = (t: T) => ({
  check: (check: Check) => checkTitle(t, check),
  change: (change: Change) => changeWords(t, change),
  reason: (reason: Reason) => reasonWords(t, reason),
  touch: (touch: Touch) => touchWords(t, touch),
});
