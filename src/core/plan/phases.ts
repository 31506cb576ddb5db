import type { Phase } from "../catalogue/types";

/** The schools that change the order. */
export interface OrderPolicy {
  readonly documents: "first" | "last";
  readonly survey: "first" | "last";
}

/**
 * Precedence between phases, as one order. Why it is so (field guide, section 4): tag and dates before
 * anything; fluids and looks with the machine stowed and shut down; rails before anyone steps in; a fit test
 * area before the first powered movement; the ground station before the platform, because it can bring
 * someone down; emergency lowering proven before anyone rides; slope and block tests last.
 */
export function phaseOrder(policy: OrderPolicy): readonly Phase[] {
  const body: readonly Phase[] = [
    "walk",
    "rails",
    "test_area",
    "ground_power",
    "ground_moves",
    "ground_prop",
    "stack",
    "ground_lowering",
    "ground_last",
    "platform",
    "drive",
  ];
  const end: readonly Phase[] = ["park", "transport"];
  return [
    ...(policy.documents === "first" ? (["documents"] as const) : []),
    ...(policy.survey === "first" ? (["survey"] as const) : []),
    ...body,
    ...(policy.documents === "last" ? (["documents"] as const) : []),
    ...(policy.survey === "last" ? (["survey"] as const) : []),
    ...end,
  ];
}
