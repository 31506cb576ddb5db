import { type FoundKind, foundKinds, foundState, foundStowed } from "../plan/found";
import { type AtHand, everythingAtHand } from "../plan/possible";
import type { PlanInput } from "../plan/types";
import type { InspectionEvent } from "../record/events";
import { type FullEnding, fullEndings } from "../vocabulary/endings";
import type { PlanState } from "../vocabulary/state/values";

/**
 * What an operator says of the day besides answers, as the step of a `changed` event: how the machine was found,
 * who and what is at hand, and where it stands otherwise than the plan takes it to.
 */
export const said = {
  found: (kinds: readonly FoundKind[]) => `found:${kinds.join("+")}`,
  people: (count: number) => `people:${count}`,
  missing: (things: readonly string[]) => `missing:${things.join("+")}`,
  ending: (ending: FullEnding) => `ending:${ending}`,
  stands: (variable: string, value: string) => `stands:${variable}=${value}`,
};

export interface Circumstances {
  /** Somebody has said so; until then it is only supposed. */
  readonly told: boolean;
  readonly kinds: readonly FoundKind[];
  readonly found: PlanState;
  readonly atHand: AtHand;
  /** What it is left for, in a full inspection. */
  readonly ending: FullEnding;
}

/** How the machine was found and what is at hand, as last said. What is said of finding it counts until the first answer. */
export function circumstancesOf(
  input: Pick<PlanInput, "sheet" | "found" | "ending">,
  events: readonly InspectionEvent[],
): Circumstances {
  let kinds: readonly FoundKind[] = ["stowed"];
  let found = input.found ?? foundStowed(input.sheet);
  let { people, missing } = everythingAtHand;
  let ending = input.ending ?? fullEndings[0];
  let answered = false;
  let told = false;
  for (const event of events) {
    if (event.type !== "changed") {
      answered = true;
      continue;
    }
    const [what, value = ""] = event.step.split(":", 2);
    told ||= what === "found";
    if (what === "found" && !answered) {
      kinds = value.split("+").filter((k): k is FoundKind => (foundKinds as readonly string[]).includes(k));
      found = foundState(input.sheet, kinds);
    } else if (what === "people") people = Math.max(1, Number(value) || 1);
    else if (what === "missing") missing = value === "" ? [] : value.split("+");
    else if (what === "ending") ending = fullEndings.find((one) => one === value) ?? ending;
  }
  return { told, kinds, found, ending, atHand: { people, missing, key: !kinds.includes("key_missing") } };
}
