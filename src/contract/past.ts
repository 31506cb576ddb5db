import type { CheckKey } from "@/core/catalogue/catalogue";
import type { PastKind, PastOrigin, PastOutcome } from "@/core/record/past";

/** Rows of one request, at most. */
export const mostRows = 1000;

/** A record from before the app, or from paper, as it is shown. */
export interface PastShown {
  readonly id: string;
  readonly plate: string;
  readonly origin: PastOrigin;
  readonly source: string;
  readonly kind: PastKind;
  readonly doneMs: number;
  readonly by: string;
  readonly outcome: PastOutcome;
  readonly note: string;
  readonly readings: readonly PastReading[];
  /** Who typed it in or took the file, and when. */
  readonly entered: string;
  readonly enteredMs: number;
}

export interface PastReading {
  readonly check: CheckKey;
  readonly value: number;
}

/** `POST /api/records/past`: how many were new, and how many were there already. */
export interface Imported {
  readonly taken: number;
  readonly there: number;
}
