import type { InspectionEvent } from "./events";
import { isAnswer } from "./reduce";

/** How many answers each person on an inspection gave, in the order they are asked for; `people` has who began it first. */
export function sharesOf<P extends string>(
  events: readonly InspectionEvent[],
  people: readonly P[],
): readonly { readonly person: P; readonly answers: number; readonly last?: InspectionEvent }[] {
  return people.map((person) => {
    const own = events.filter((event) => isAnswer(event) && (event.by ?? people[0]) === person);
    const last = own.at(-1);
    return { person, answers: own.length, ...(last !== undefined && { last }) };
  });
}
