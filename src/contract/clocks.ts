import type { AsksLess } from "@/core/periodic/clocks";
import type { Due } from "@/core/periodic/due";
import type { Question } from "@/core/periodic/hours";
import type { ProgrammeWanted } from "@/core/periodic/programme";
import type { WeekMark } from "@/core/periodic/strip";
import type { Usage } from "@/core/periodic/usage";
import type { ChargerLamp } from "@/core/vocabulary/charging";
import type { Family } from "@/core/vocabulary/families";
import type { JobId } from "@/core/vocabulary/jobs";

/** The job of every unit, by the date its report gives. */
export type ClockId = JobId | "examination";

/** A clock as it is shown: how near it is, and the weeks to come. */
export interface ClockShown extends Due {
  readonly job: ClockId;
  readonly dueMs?: number;
  readonly dueHours?: number;
  readonly strip: readonly WeekMark[];
  readonly slot?: {
    readonly onMs: number;
    readonly who: string;
    /** How long it takes, and who of the site does it; null where that was not said. */
    readonly minutes: number | null;
    readonly personId: string | null;
  };
}

export interface JobLast {
  readonly onMs: number;
  readonly by: string;
  readonly licence: string;
  readonly document: string;
  readonly documentId: string | null;
  readonly meterHours: number | null;
}

export interface UnitClocks {
  readonly clocks: readonly (ClockShown & {
    readonly programme?: ProgrammeWanted & { readonly setBy: string; readonly setMs: number };
    readonly last?: JobLast;
  })[];
  readonly meter?: {
    readonly machineHours: number | undefined;
    readonly shows: number | undefined;
    readonly readMs: number;
    readonly mayBeDead: boolean;
  };
  readonly usage?: Usage;
  readonly questioned: readonly {
    readonly id: string;
    readonly atMs: number;
    readonly hours: number;
    readonly why: Question;
  }[];
  readonly readings: readonly { readonly atMs: number; readonly hours: number }[];
  readonly claims: readonly {
    readonly id: string;
    readonly content: ProgrammeWanted;
    readonly asksLess: readonly AsksLess[];
    readonly enteredBy: string;
    readonly by: string;
  }[];
  readonly charges: readonly {
    readonly endedMs: number;
    readonly hours: number;
    readonly waterL: number | null;
    readonly lamp: ChargerLamp;
    readonly note: string | null;
    readonly by: string;
  }[];
}

export interface YardUnit {
  readonly plate: string;
  readonly family: Family;
  readonly clocks: readonly ClockShown[];
}
