import type { Fault } from "../machine/faults";
import { leftUnproven } from "../proof/summary";
import type { InspectionEvent } from "../record/events";
import { reduce } from "../record/reduce";
import { circumstancesOf } from "./circumstances";
import { follow, type WalkInput } from "./follow";

/** What a walk leaves unproven by its events: every check it did not make, or only skipped, proves nothing. */
export function leftBy(input: WalkInput, events: readonly InspectionEvent[]): readonly Fault[] {
  const { found, ending } = circumstancesOf(input, events);
  const made = [...reduce(events).given].flatMap(([check, given]) =>
    given.every(({ type }) => type === "skipped") ? [] : [check],
  );
  const { steps } = follow(input, events, undefined);
  return leftUnproven({ ...input, found, ending }, steps, new Set(made));
}
