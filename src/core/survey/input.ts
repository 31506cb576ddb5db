import type { Sheet } from "../sheet/sheet";
import type { WorkplaceRules } from "../vocabulary/workplace-rules";
import type { Job, Readings, Stand } from "./job";
import type { PlacePlan } from "./place-plan";

/** All a survey is worked out from. Times are milliseconds since 1970. */
export interface SurveyInput {
  readonly sheet: Sheet;
  readonly plan: PlacePlan;
  readonly job: Job;
  readonly stands: readonly Stand[];
  readonly readings: Readings;
  readonly rules: WorkplaceRules;
  readonly surveyedMs: number;
}
