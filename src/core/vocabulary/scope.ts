import type { PartId } from "./parts";

export const scopeKinds = ["full", "check_in", "transport", "after_transport", "retest"] as const;

/**
 * What is inspected. Only `full` may clear a unit for work. `retest` carries the parts that the finding, the
 * repair and what was disturbed on the way touch.
 */
export type Scope =
  | { readonly kind: "full" }
  | { readonly kind: "check_in" }
  /** Before the road: never clears for work. */
  | { readonly kind: "transport" }
  /** Off the carrier again: what the road shakes loose. Never clears for work. */
  | { readonly kind: "after_transport" }
  | {
      readonly kind: "retest";
      /** Parts of the finding and of the repair. */
      readonly parts: readonly PartId[];
      /** Parts disturbed on the way; where not given they stand among `parts`. */
      readonly disturbed?: readonly PartId[];
      /** The checks that found it. */
      readonly checks: readonly string[];
    };
