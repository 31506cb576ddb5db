import type { ChoiceId } from "./choices";
import type { Family, Power, Tyres } from "./families";
import type { FeatureId } from "./features";

/**
 * What a function, an interlock, a part or a check applies to, as data. Every clause that is given must hold;
 * `features` all may be fitted, of `anyOf` one may.
 */
export interface Applies {
  readonly families?: readonly Family[];
  readonly features?: readonly FeatureId[];
  readonly anyOf?: readonly FeatureId[];
  readonly power?: "engine" | "traction_battery" | "electrical" | "hand_crank";
  readonly fuels?: readonly Power[];
  readonly tyres?: readonly Tyres[];
  /** Applies if the sheet chose one of these, or does not say. */
  readonly choice?: readonly [ChoiceId, ...string[]];
}
