import type { SurveyGiven } from "@/core/survey/job";
import type { T } from "./words";

export type Readings = SurveyGiven["readings"];

/** What each part of the readings is given: what was read so far, and how it says more. */
export interface ReadingsPart {
  readonly t: T;
  /** The time by the server's clock, as it is kept with a reading. */
  readonly now: () => string;
  readonly readings: Readings;
  readonly set: (more: Partial<Readings>) => void;
}
