import type { KeptKind, KeptYears } from "@/core/vocabulary/kept";

/** One legal hold: of a unit, or of all of a site. */
export interface HoldShown {
  readonly id: string;
  /** Undefined: the whole site. */
  readonly plate: string | undefined;
  readonly why: string;
  readonly by: string;
  readonly atMs: number;
  readonly lifted?: { readonly why: string; readonly by: string; readonly atMs: number };
}

/** How a site keeps its records: its rule, its holds, what is past its time, what was erased. */
export interface RetentionShown {
  readonly years: KeptYears;
  readonly setBy: { readonly by: string; readonly atMs: number } | undefined;
  /** What holds now, where a shorter rule still waits. */
  readonly inForce: KeptYears;
  readonly holds: readonly HoldShown[];
  /** What may be erased now, by kind. */
  readonly due: readonly { readonly kind: KeptKind; readonly count: number; readonly oldestMs: number }[];
  readonly erased: readonly {
    readonly kind: KeptKind;
    readonly count: number;
    readonly by: string;
    readonly confirmedBy: string;
    readonly atMs: number;
  }[];
}
