import type { Family } from "@/core/vocabulary/families";
import type { Role } from "./roles";

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
  /** The file of it, where one was sent. */
  readonly documentId?: string | null;
  readonly why?: string;
}

/** One person at a site: what they may do, what they are trained on and were shown, and how that came about. */
export interface PersonShown {
  readonly id: string;
  readonly badge: string;
  readonly name: string;
  readonly active: boolean;
  readonly roles: readonly Role[];
  /** Whether they have yet to choose a PIN of their own, and until when the code is good. */
  readonly codeUntilMs: number | undefined;
  readonly trainings: readonly {
    readonly family: Family;
    readonly licence: string;
    readonly untilMs: number;
    /** The certificate's file, where the latest record of it came with one. */
    readonly documentId: string | undefined;
  }[];
  readonly familiar: readonly {
    readonly sheet: string;
    readonly atMs: number;
    readonly by: string;
    readonly note: string | null;
  }[];
  readonly history: readonly {
    readonly kind: StaffEventKind;
    readonly detail: StaffDetail;
    readonly atMs: number;
    readonly by: string | null;
  }[];
}

/** Somebody of a site, as the list shows them. */
export interface StaffRow {
  readonly id: string;
  readonly badge: string;
  readonly name: string;
  readonly active: boolean;
  readonly roles: readonly Role[];
  readonly families: number;
  /** When the first of their trainings ends. */
  readonly firstUntilMs: number | undefined;
}
