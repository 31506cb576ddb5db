import type { Family } from "@/core/vocabulary/families";

/** What one is shown of a model before one works with it (field guide, section 1). */
export const shownKinds = [
  "instructions",
  "features",
  "controls",
  "safety_devices",
  "emergency_lowering",
] as const;
export type Shown = (typeof shownKinds)[number];

/** How somebody's place at a site changes. */
export const staffEventKinds = [
  "joined",
  "role_given",
  "role_taken",
  "trained",
  "training_ended",
  "left",
  "returned",
] as const;
export type StaffEventKind = (typeof staffEventKinds)[number];

/** What such a change says, by its kind. */
export interface StaffDetail {
  readonly badge?: string;
  readonly name?: string;
  readonly role?: string;
  readonly family?: Family;
  readonly licence?: string;
  readonly until?: string;
  /** The number of the certificate or card it stands on. */
  readonly document?: string;
  readonly why?: string;
}
