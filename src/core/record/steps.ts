import type { InspectionEvent } from "./events";

/** What a walk says besides answers, as the step of a `changed` event: a word, then what is said of it. */
export const stepOf = (word: string, ...said: readonly string[]): string => [word, ...said].join(":");

/** All that was said under a word, in order. */
export const stepsOf = (events: readonly InspectionEvent[], word: string): readonly (readonly string[])[] =>
  events.flatMap((event) => {
    if (event.type !== "changed") return [];
    const [first, ...said] = event.step.split(":");
    return first === word ? [said] : [];
  });
