import type { JobId } from "../vocabulary/jobs";
import { localMs, momentOf, type Zone } from "../vocabulary/zone";

const dayMs = 86_400_000;

/** A job that comes round: by months, by hours, or whichever comes first. */
export interface Programme {
  readonly months?: number;
  readonly hours?: number;
  /** Done so many days before it is due, its next date still counts from the one it had. */
  readonly earlyDays: number;
  /** So many days before it is due somebody is asked for a slot. */
  readonly noticeDays: number;
}

/** How often a job is to come round on a unit, as it is entered; `runs: false` ends it. */
export interface ProgrammeWanted {
  readonly job: JobId;
  readonly runs: boolean;
  readonly months: number | null;
  readonly hours: number | null;
  readonly earlyDays: number;
  readonly noticeDays: number;
  /** Where it is from: the manual's page, the law, the owner's own rule. */
  readonly source: string;
}

/** A job done. `dueMs`: the date it had, where it had one. */
export interface Done {
  readonly atMs: number;
  readonly dueMs?: number;
}

/** Midnight of the same day of the month so many months on, by the clocks of a zone; the last of a month too short for it. */
export function monthsOn(fromMs: number, months: number, zone: Zone): number {
  const at = new Date(localMs(fromMs, zone));
  const [year, month, day] = [at.getUTCFullYear(), at.getUTCMonth() + months, at.getUTCDate()];
  const lastDay = new Date(Date.UTC(year, month + 1, 0)).getUTCDate();
  return momentOf(Date.UTC(year, month, Math.min(day, lastDay)), zone);
}

/** When a job that was done comes round by the calendar. Done within its early window it keeps its cycle. */
export function nextDateMs({ months, earlyDays }: Programme, done: Done, zone: Zone): number | undefined {
  if (months === undefined) return undefined;
  const { atMs, dueMs } = done;
  const keeps = dueMs !== undefined && atMs <= dueMs && dueMs - atMs <= earlyDays * dayMs;
  return monthsOn(keeps ? dueMs : atMs, months, zone);
}
