import type { TestSetting } from "../machine/expect";
import type { Applies } from "../vocabulary/applies-to";
import type { Quantity } from "../vocabulary/believable";
import type { ConditionRule } from "../vocabulary/condition-rule";
import type { FigureId, FigureUnit } from "../vocabulary/figures";
import type { PartId } from "../vocabulary/parts";
import type { PositionId } from "../vocabulary/positions";
import type { PlanState } from "../vocabulary/state/values";

/** From where a check is made. */
export type CheckStation = "documents" | "walk" | "ground" | "platform" | "drive" | "survey" | "close";

/** A stop of the walk: a place on the machine, or one of the stops that follow the walk. */
export type StopId =
  | PositionId
  | "rails"
  | "ground_tests"
  | "stack"
  | "ground_lowering"
  | "platform_tests"
  | "drive_tests"
  | "workplace"
  | "park"
  | "transport"
  | "close";

/** The part of the plan a check belongs to; precedence holds between phases (see `plan/precedence.ts`). */
export type Phase =
  | "documents"
  | "walk"
  | "rails"
  | "test_area"
  | "ground_power"
  | "ground_moves"
  | "ground_prop"
  | "stack"
  | "ground_lowering"
  | "ground_last"
  | "platform"
  | "drive"
  | "survey"
  | "park"
  | "transport";

/** The state a check needs. */
export type Needs = PlanState;

export interface Measure {
  readonly quantity: Quantity;
  readonly unit: FigureUnit;
  /**
   * The sheet's limit; without it the operator reads it off the plate, and without that it cannot be graded. None where
   * the reading is only recorded.
   */
  readonly limit?: FigureId;
  readonly sense: "at_least" | "at_most";
  /** The sheet's figure is what to expect, and no limit: the reading is recorded for what is held against it. */
  readonly nominal?: true;
  /** Nobody reads it off anything: only a reading that says how it was worked out is one (`measure/methods.ts`). */
  readonly workedOut?: true;
  /** The condition a reading beyond the limit stands for. */
  readonly beyond: string;
}

export interface CheckDefinition {
  /** Stable for ever, never reused. */
  readonly id: string;
  readonly version: number;
  readonly part: PartId;
  readonly phase: Phase;
  readonly station: CheckStation;
  /** Where: one instance of the check for each place the sheet has. */
  readonly at: readonly StopId[];
  readonly needs: Needs;
  readonly leaves?: Needs;
  readonly cautions?: readonly string[];
  readonly conditions: Readonly<Record<string, ConditionRule>>;
  readonly measure?: Measure;
  /** For a function test: the movement and how its enable is used; the expectation is computed from it. */
  readonly test?: TestSetting;
  readonly carry?: readonly string[];
  readonly assistant?: true;
  readonly minutes: number;
  /** The machines it is for: every one where not given. A feature keeps it on unless the sheet says not fitted. */
  readonly to?: Applies;
  /** The interlocks it proves: what the machine must refuse or slow, by the model. */
  readonly tries?: readonly string[];
  /** Shows only, or better, with the machine raised: one found in the air is looked at there, before it is lowered. */
  readonly seenRaised?: true;
  /** Asked only of a machine found in the air. */
  readonly foundRaised?: true;
  /** On a machine found in the air: among what is made first and brings it down (`plan/brought-down.ts`). */
  readonly bringsDown?: true;
  /** Made before the ground tests where axles or legs are set from the platform. */
  readonly beforeSetting?: true;
  /** Uses the machine's power to move: not after a stop-grade finding. */
  readonly powered?: true;
}
