import type { PlacePlan } from "@/core/survey/place-plan";
import type { Verdict } from "@/core/survey/sums";
import type { StopReason } from "@/core/vocabulary/stops";

/** A place of a site as it is drawn now. */
export interface PlaceShown {
  readonly id: string;
  readonly planId: string;
  /** Of its plans; each change is the next. */
  readonly no: number;
  readonly plan: PlacePlan;
  readonly setAtMs: number;
}

/** What came of a survey that was recorded. */
export interface SurveyRecorded {
  readonly id: string;
  readonly verdict: Verdict;
  readonly untilMs: number;
}

/** A stop for conditions that stands, or was lifted. */
export interface StopShown {
  readonly id: string;
  readonly reason: StopReason;
  readonly note: string | undefined;
  /** Undefined: the whole site. */
  readonly plate: string | undefined;
  readonly untilMs: number | undefined;
  readonly by: string;
  readonly atMs: number;
}
