import type { CheckKey } from "@/core/catalogue/catalogue";
import type { FindingGrade } from "@/core/vocabulary/grades";
import type { JobId } from "@/core/vocabulary/jobs";
import type { Outcome } from "@/core/vocabulary/outcomes";
import type { Scope } from "@/core/vocabulary/scope";

/** Somebody's hand in a log-book: who, with card number, and when (ms since 1970). */
export interface Hand {
  readonly name: string;
  readonly badge: string;
  readonly atMs: number;
}

/** Part 1: a check that was signed. */
export interface BookCheck extends Hand {
  readonly inspectionId: string;
  readonly scope: Scope["kind"];
  readonly outcome: Outcome;
}

/** What was done about a fault, as it came. */
export interface BookAction extends Hand {
  readonly kind: "put_right" | "repaired" | "retested" | "released" | "gone";
  readonly words: string;
}

/** Part 2: a fault, what was done about it, and the owner's signature. */
export interface BookFault {
  readonly id: string;
  readonly found: Hand;
  /** What an inspection found, or the words of a tag raised without one. */
  readonly what:
    | { readonly check: CheckKey; readonly condition: string; readonly grade: FindingGrade }
    | { readonly reason: string };
  readonly note: string | null;
  /** Number of the tag it put on the unit. */
  readonly tag: string | null;
  readonly actions: readonly BookAction[];
  /** Something is recorded as done about it: whoever signs need not say what. */
  readonly actedOn: boolean;
  /** A slip its own maker corrected: struck out, and nobody signs for it. */
  readonly slip: boolean;
  readonly signed: (Hand & { readonly action: string | null }) | undefined;
}

/** Part 3: the owner's maintenance. */
export type BookUpkeep = {
  readonly atMs: number;
  /** Who recorded it. */
  readonly recorded: Pick<Hand, "name" | "badge">;
} & (
  | {
      readonly kind: "job";
      readonly job: JobId;
      readonly by: string;
      readonly licence: string;
      readonly document: string;
      readonly hours: number | null;
      readonly note: string | null;
    }
  | {
      readonly kind: "examination";
      readonly by: string;
      readonly licence: string;
      readonly document: string;
      readonly nextDueMs: number;
    }
);

/** A unit's log-book in its three parts, each the latest first. */
export interface Book {
  readonly checks: readonly BookCheck[];
  readonly faults: readonly BookFault[];
  readonly upkeep: readonly BookUpkeep[];
}
