import type { CheckKey } from "@/core/catalogue/catalogue";
import type { FindingGrade } from "@/core/vocabulary/grades";
import type { JobId } from "@/core/vocabulary/jobs";
import type { Outcome } from "@/core/vocabulary/outcomes";
import type { Scope } from "@/core/vocabulary/scope";

/** Who made an entry of a log-book, with card number, and when (ms since 1970). */
export interface WhoWhen {
  readonly name: string;
  readonly badge: string;
  /** Their licence or card number for this family, where that is told. */
  readonly licence?: string | null;
  readonly atMs: number;
}

/** Part 1: a check that was signed. */
export interface BookCheck extends WhoWhen {
  readonly inspectionId: string;
  readonly scope: Scope["kind"];
  readonly outcome: Outcome;
}

/** What was done about a fault, as it came. */
export interface BookAction extends WhoWhen {
  readonly kind: "put_right" | "repaired" | "retested" | "released" | "gone";
  readonly words: string;
}

/** Part 2: a fault, what was done about it, and the owner's signature. */
export interface BookFault {
  readonly id: string;
  readonly found: WhoWhen;
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
  readonly signed: (WhoWhen & { readonly action: string | null }) | undefined;
}

/** Part 3: the owner's maintenance. */
export type BookUpkeep = {
  readonly atMs: number;
  /** Who recorded it. */
  readonly recorded: Pick<WhoWhen, "name" | "badge">;
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
  /** Faults of any time the owner has still to sign for. */
  readonly unsigned: readonly BookFault[];
}
