import type { EventOf, InspectionEvent } from "./events";
import { stepOf, stepsOf } from "./steps";

/** What was checked because a response did not come, as the step of a `changed` event: check and interlock. */
const word = "looked_into";
export const lookedIntoStep = (check: string, interlock: string): string => stepOf(word, check, interlock);

/** Responses that did not come, by check, each with what was checked before it is called a fault. */
export type LookedInto = ReadonlyMap<string, ReadonlySet<string>>;

export function lookedIntoIn(events: readonly InspectionEvent[]): LookedInto {
  const open = new Map<string, Set<string>>();
  for (const [check = "", interlock = ""] of stepsOf(events, word))
    open.set(check, (open.get(check) ?? new Set()).add(interlock));
  return open;
}

/**
 * What an answer in words says. A response that once did not come is never simply as it must be: without the reason that
 * was found and set right, it is one that comes and goes.
 */
export function resultOf(
  { check, result }: Pick<EventOf<"answered">, "check" | "result">,
  lookedInto: LookedInto,
): EventOf<"answered">["result"] {
  if (result.kind !== "fine" || result.cause !== undefined || !lookedInto.has(check)) return result;
  return { kind: "condition", condition: "intermittent", ruledOut: [...(lookedInto.get(check) ?? [])] };
}
