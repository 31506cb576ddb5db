import type { Followed } from "@/core/trend/follow";
import type { MoreOften } from "@/core/trend/rate";
import type { Family } from "@/core/vocabulary/families";
import type { PartId } from "@/core/vocabulary/parts";
import type { Upkeep } from "@/core/vocabulary/upkeep";

/** What a unit is filled up with, and that it is so more often than it was. */
export interface FillUps {
  readonly upkeep: Upkeep;
  readonly part: PartId;
  readonly more: MoreOften;
  /** The records of the walks since it began on which it was filled up, the latest first. */
  readonly records: readonly { readonly id: string; readonly atMs: number }[];
}

/** What a unit's records say over the months. */
export interface UnitTrends {
  readonly unitId: string;
  readonly plate: string;
  readonly family: Family;
  /** Each check that is measured; those that change first. */
  readonly followed: readonly Followed[];
  readonly fillUps: readonly FillUps[];
}

/** Something counted, and the records it is counted from. */
export interface Counted {
  readonly name: string;
  readonly times: number;
  /** Signed walks it is counted over. */
  readonly walks: number;
}

/** A month of a yard, by the site's clock. */
export interface MonthOfYard {
  /** As 2026-10. */
  readonly month: string;
  readonly walks: number;
  readonly cleared: number;
  /** Shifts on which every unit a crew needed was cleared by the start, of those on which one was needed and told. */
  readonly shiftsReady: number;
  readonly shifts: number;
  readonly tagsRaised: number;
}

/** How long tags that were released stood, by what they waited for: median days. */
export interface TagWaits {
  readonly released: number;
  readonly repairDays: number;
  readonly retestDays: number;
  readonly releaseDays: number;
  /** The tags themselves, the longest first. */
  readonly tags: readonly {
    readonly id: string;
    readonly number: string;
    readonly plate: string;
    readonly days: number;
  }[];
}

/** A check that has been made often on machines of a model and never found anything. */
export interface NeverFound {
  readonly sheetId: string;
  readonly model: string;
  readonly checkId: string;
  readonly times: number;
}
