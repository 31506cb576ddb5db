import type { CheckKey } from "../catalogue/catalogue";
import type { Lasting, Recalled } from "../evidence/lasting";
import type { Finding } from "../grade/assess";
import type { InspectionEvent } from "../record/events";
import type { Outcome } from "../vocabulary/outcomes";
import type { Policy } from "../vocabulary/policy";
import type { Scope } from "../vocabulary/scope";
import type { PlanState } from "../vocabulary/state/values";
import type { Reason } from "./decide";

/** A signature: the name typed, or the strokes as an SVG path. */
export type Signature =
  | { readonly kind: "typed"; readonly name: string }
  | { readonly kind: "drawn"; readonly path: string };

/** What a signed inspection's ledger entry holds (see docs/formats/ledger.md). */
export interface SealedDocument {
  readonly by: string;
  readonly startedAt: string;
  /** Everybody on it, who began it first, where that was more than one. */
  readonly people?: readonly string[];
  readonly scope: Scope;
  readonly pinned: {
    readonly sheetHash: string;
    readonly catalogueVersion: number;
    readonly policyHash: string;
    /** What the walk was planned from; entries of an earlier form hold the hashes alone. */
    readonly sheetVersionId?: string;
    readonly policy?: Policy;
    readonly found?: PlanState;
  };
  readonly outcome: Outcome;
  /** What the device showed when it was signed. */
  readonly shownOutcome: Outcome;
  readonly reasons: readonly Reason[];
  readonly findings: readonly Finding[];
  /** What it proved by earlier walks, where it did. */
  readonly borrowed?: readonly Lasting[];
  /** Of a walk that was planned without checks in date: which, and those that came back into it. */
  readonly planned?: { readonly lent: readonly CheckKey[]; readonly recalled: readonly Recalled[] };
  /** The signer's licence or card number for this family of lift; away where there was none, or where it was erased. */
  readonly licence?: string;
  /** Away where the signer's data has been erased; its digest stays in the entry. */
  readonly signature?: Signature;
  /** None where a rule has erased them, their years being over; the entry keeps their digest. */
  readonly events: readonly InspectionEvent[];
  readonly erased?: { readonly atMs: number };
}
