import { localMs, momentOf, type Zone } from "../vocabulary/zone";
import type { Projection } from "./usage";

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

/** The job done, in the machine's own hours. `dueMs`: the date it had, where it had one. */
export interface Done {
  readonly atMs: number;
  readonly machineHours: number | undefined;
  readonly dueMs?: number;
}

export type DueState = "overdue" | "due_soon" | "not_yet";

export interface Due {
  readonly state: DueState;
  /** By the calendar; undefined for a job by hours alone. */
  readonly byDateMs: number | undefined;
  /** By the meter, in the machine's own hours; undefined for a job by months alone. */
  readonly byHours: number | undefined;
  /** The first of the two, as far as it is known. */
  readonly firstMs: number | undefined;
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

/**
 * When a job is due and how near that is. `machineHours`: what the machine has run by its latest reading that counts;
 * `met`: when the hours left will have run. A job by hours on a machine whose hours nobody knows is overdue: nothing is taken
 * on trust.
 */
export function dueOf(
  programme: Programme,
  done: Done,
  now: {
    readonly nowMs: number;
    readonly zone: Zone;
    readonly machineHours: number | undefined;
    readonly met: (hoursLeft: number) => Projection | undefined;
  },
): Due {
  const { nowMs, zone, machineHours } = now;
  const byDateMs = nextDateMs(programme, done, zone);
  const byHours =
    programme.hours === undefined || done.machineHours === undefined
      ? undefined
      : done.machineHours + programme.hours;
  const hoursLeft = byHours === undefined || machineHours === undefined ? undefined : byHours - machineHours;
  const unknown = programme.hours !== undefined && hoursLeft === undefined;
  const met = hoursLeft === undefined ? undefined : now.met(hoursLeft);
  const dates = [byDateMs, met?.likelyMs].filter((ms) => ms !== undefined);
  const firstMs = dates.length === 0 ? undefined : Math.min(...dates);
  const overdue =
    unknown || (byDateMs !== undefined && nowMs >= byDateMs) || (hoursLeft !== undefined && hoursLeft <= 0);
  // The earliest day its hours may run out is the one to be ready for.
  const soonest = Math.min(byDateMs ?? Number.POSITIVE_INFINITY, met?.earliestMs ?? Number.POSITIVE_INFINITY);
  const soon = soonest - nowMs <= programme.noticeDays * dayMs;
  return { state: overdue ? "overdue" : soon ? "due_soon" : "not_yet", byDateMs, byHours, firstMs };
}
