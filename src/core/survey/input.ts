import type { Sheet } from "../sheet/sheet";
import type { WorkplaceRules } from "../vocabulary/workplace-rules";
import type { Job, Readings, Stand } from "./job";
import type { PlacePlan } from "./place-plan";

/** What a wind meter of the site read: speeds in m/s, at so many metres above the ground. */
export interface MeterReading {
  readonly id: string;
  readonly name: string;
  readonly meanMps: number;
  readonly gustMps: number;
  readonly heightM: number;
  readonly at: string;
}

/** All a survey is worked out from. Times are milliseconds since 1970. */
export interface SurveyInput {
  readonly sheet: Sheet;
  readonly plan: PlacePlan;
  readonly job: Job;
  readonly stands: readonly Stand[];
  readonly readings: Readings;
  readonly rules: WorkplaceRules;
  readonly surveyedMs: number;
  /** Of a test area: lines within the whole of its reach are too near, whatever it is tried at. */
  readonly purpose?: "tests";
  /** What the site's own wind meters read: the stricter of them and of what was read by hand counts. */
  readonly meters?: readonly MeterReading[];
}
