import type { UnitFigures } from "@/core/sheet/overrides";
import type { Sheet } from "@/core/sheet/sheet";
import type { KeptLoad } from "@/core/survey/job";
import type { PlacePlan } from "@/core/survey/place-plan";
import type { Verdict } from "@/core/survey/sums";
import type { StopReason } from "@/core/vocabulary/stops";
import type { WorkplaceRules } from "@/core/vocabulary/workplace-rules";

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

/** A survey as it is listed. */
export interface SurveyShown {
  readonly id: string;
  readonly plate: string;
  /** Of a test area, not of work. */
  readonly tests: boolean;
  readonly what: string;
  readonly place: string;
  readonly verdict: Verdict;
  readonly by: string;
  readonly surveyedAtMs: number;
  readonly untilMs: number;
  /** Whether its unit may still work by it. */
  readonly inEffect: boolean;
  /** The gust that ended it. */
  readonly ended:
    | { readonly atMs: number; readonly gustMps: number; readonly limitMps: number; readonly meter: string }
    | undefined;
}

/** Who has signed the pre-start talk; without a name where that was erased. */
export interface TalkSigned {
  readonly id: string;
  readonly name: string;
  readonly path: string | undefined;
  readonly atMs: number;
}

/** A drill of a unit's rescue. */
export interface DrillShown {
  readonly id: string;
  readonly rescuer: string;
  readonly minutes: number | undefined;
  readonly note: string | undefined;
  readonly atMs: number;
}

/** What a crew takes up, kept under a name. */
export interface KeptLoadShown {
  readonly id: string;
  readonly name: string;
  readonly load: KeptLoad;
}

/** All a device needs to survey without a signal. */
export interface PreparedSurveys {
  readonly personId: string;
  readonly name: string;
  /** By the server's clock. */
  readonly atMs: number;
  /** By their ids, each once: many units share a model. */
  readonly sheets: Readonly<Record<string, Sheet>>;
  readonly sites: readonly {
    readonly siteId: string;
    readonly places: readonly PlaceShown[];
    readonly loads: readonly KeptLoadShown[];
    readonly mayDraw: boolean;
  }[];
  readonly units: readonly {
    readonly plate: string;
    readonly siteId: string;
    readonly zone: string;
    readonly sheetId: string;
    readonly figures: UnitFigures;
    readonly rules: WorkplaceRules;
    readonly neededAt: string | undefined;
    readonly drills: readonly DrillShown[];
  }[];
}
