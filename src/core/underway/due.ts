import type { Check } from "../catalogue/catalogue";
import { dueFor } from "../plan/due";
import type { PlanInput } from "../plan/types";
import type { InspectionEvent } from "../record/events";
import { circumstancesOf } from "./circumstances";

/**
 * What is due by what was said of the day so far, the same on the device and on the server. What was answered while
 * another ending was said stays due: saying it otherwise takes no finding away.
 */
export function dueIn(input: PlanInput, events: readonly InspectionEvent[]): readonly Check[] {
  const said = { ...input, ...circumstancesOf(input, events) };
  const due = dueFor(said);
  const answered = new Set(events.flatMap((event) => (event.type === "changed" ? [] : [event.check])));
  const keys = new Set(due.map(({ key }) => key));
  if ([...answered].every((key) => keys.has(key))) return due;
  const whole = dueFor({ ...said, ending: "parked" });
  return [...due, ...whole.filter(({ key }) => answered.has(key) && !keys.has(key))];
}
