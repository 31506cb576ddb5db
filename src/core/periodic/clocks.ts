import type { JobId } from "../vocabulary/jobs";
import type { Zone } from "../vocabulary/zone";
import { ahead, canFollow, type HourLog, hourLog, hoursAt, oddAfter, type Question } from "./hours";
import { nextDateMs, type Programme } from "./programme";

/** When something falls due: by the calendar, by the machine's own hours, or by both. */
export interface DueBy {
  readonly dueMs?: number;
  readonly dueHours?: number;
}

/** When a job of a unit falls due. */
export interface Clock extends DueBy {
  readonly job: JobId;
}

/** A programme of one unit, and since when it is its programme. */
export interface UnitProgramme extends Programme {
  readonly job: JobId;
  readonly setMs: number;
}

/** What a machine has run, by its latest reading that counts, and how far it is ahead of the meter on it now. */
export interface Meter {
  /** Undefined where its meter is not believed any more. */
  readonly machineHours: number | undefined;
  readonly aheadHours: number;
  readonly atMs: number;
}

/** What a unit's log says it has run; undefined where its meter was never read. */
export function meterOf({ counted, believed, replaced }: HourLog): Meter | undefined {
  const last = counted.at(-1);
  if (last === undefined) return undefined;
  return {
    machineHours: believed ? last.machineHours : undefined,
    aheadHours: ahead(replaced, Number.POSITIVE_INFINITY),
    atMs: last.atMs,
  };
}

/** What the meter that is on a unit showed last, h; undefined where that is not known. */
export const shownLast = ({ machineHours, aheadHours }: Meter): number | undefined =>
  machineHours === undefined ? undefined : machineHours - aheadHours;

/** Why somebody who stands before the meter is asked to look again; undefined where it may show that. */
export function questionOf(meter: Meter | undefined, hours: number, nowMs: number): Question | undefined {
  if (meter?.machineHours === undefined) return undefined;
  const { machineHours, aheadHours, atMs } = meter;
  return oddAfter({ machineHours, atMs }, { machineHours: hours + aheadHours, atMs: nowMs });
}

/** A job, when it was done, and the reading of the hour meter that was taken with it. */
export interface JobRecord {
  readonly job: JobId;
  readonly atMs: number;
  readonly readingId: string | undefined;
}

/**
 * The clocks of a unit, from its programmes, the jobs recorded and what was read off its meters alone. A job of which nothing
 * is recorded is due since its programme was set, and one by hours is due where the reading taken with it does not count (any
 * more): nothing is taken on trust. One whose hours have run out stays so until it is done, whatever is read after.
 */
export function clocksOf(
  programmes: readonly UnitProgramme[],
  done: readonly JobRecord[],
  log: HourLog,
  zone: Zone,
): readonly Clock[] {
  return programmes.map((programme) => {
    const { job, hours, setMs } = programme;
    const times = done.filter((one) => one.job === job).sort((a, b) => a.atMs - b.atMs);
    const last = times.at(-1);
    if (last === undefined) return { job, dueMs: setMs };
    const dueMs = times.reduce<number | undefined>(
      (due, { atMs }) => nextDateMs(programme, { atMs, dueMs: due }, zone),
      undefined,
    );
    if (hours === undefined) return { job, dueMs };
    const at = hoursOf(last, log);
    if (at === undefined) return { job, dueMs: last.atMs };
    const outMs = ranOutMs(last.atMs, at + hours, log);
    const firstMs = Math.min(dueMs ?? Number.POSITIVE_INFINITY, outMs ?? Number.POSITIVE_INFINITY);
    return { job, dueMs: Number.isFinite(firstMs) ? firstMs : undefined, dueHours: at + hours };
  });
}

/** When a reading that counted on its day first said that the hours since a job have run out. */
function ranOutMs(sinceMs: number, dueHours: number, { readings, replaced }: HourLog): number | undefined {
  const out = readings
    .filter(({ atMs, hours }) => atMs > sinceMs && hours + ahead(replaced, atMs) >= dueHours)
    .sort((a, b) => a.atMs - b.atMs)
    .slice(0, mostLookedAt)
    .find((one) => {
      const known = readings.filter(({ atMs }) => atMs <= one.atMs);
      return hourLog(known, replaced).counted.some(({ id }) => id === one.id);
    });
  return out?.atMs;
}

/** The first readings past a limit: were none of so many counted on its day, the meter is not believed anyway. */
const mostLookedAt = 8;

/** What the machine had run when a job was done: by the reading taken with it; where there was none, by those about it. */
function hoursOf({ atMs, readingId }: JobRecord, { counted }: HourLog): number | undefined {
  if (readingId !== undefined) return counted.find(({ id }) => id === readingId)?.machineHours;
  const [first] = counted;
  return first === undefined || atMs < first.atMs ? undefined : hoursAt(counted, atMs);
}

/** Whether it is overdue. What goes by hours is, where nobody knows what the machine has run. */
export const isOverdue = (
  { dueMs, dueHours }: DueBy,
  machineHours: number | undefined,
  nowMs: number,
): boolean =>
  (dueMs !== undefined && nowMs >= dueMs) ||
  (dueHours !== undefined && (machineHours === undefined || machineHours >= dueHours));

/** Which of these jobs are overdue. */
export const overdueJobs = (
  clocks: readonly Clock[],
  machineHours: number | undefined,
  nowMs: number,
): readonly JobId[] => clocks.filter((clock) => isOverdue(clock, machineHours, nowMs)).map(({ job }) => job);

/** What a machine has run by a reading of the meter now on it; undefined for one that cannot follow the last. */
export function ranBy(
  meter: Meter | undefined,
  reading: { readonly hours: number; readonly atMs: number },
): number | undefined {
  if (meter === undefined) return reading.hours;
  const { machineHours, atMs } = meter;
  if (machineHours === undefined) return undefined;
  const read = { machineHours: reading.hours + meter.aheadHours, atMs: reading.atMs };
  return canFollow({ machineHours, atMs }, read) ? read.machineHours : undefined;
}

/** So long a machine may be used on what its meter showed before: a walk that cannot read it is no reading. */
const staleMs = 7 * 86_400_000;

/** What a machine has run, for a decision now: by its own reading, or by one of the last days. */
export function ranNow(
  meter: Meter | undefined,
  hours: number | undefined,
  nowMs: number,
): number | undefined {
  const own = hours === undefined ? undefined : ranBy(meter, { hours, atMs: nowMs });
  if (own !== undefined) return own;
  return meter !== undefined && nowMs - meter.atMs < staleMs ? meter.machineHours : undefined;
}

/** In what a programme asks less than the one before it; nothing for a first one. */
export type AsksLess = "ended" | "months" | "hours" | "early";

export function asksLess(before: Programme | undefined, after: Programme | undefined): readonly AsksLess[] {
  if (before === undefined) return [];
  if (after === undefined) return ["ended"];
  const longer = (was: number | undefined, is: number | undefined) =>
    was !== undefined && (is === undefined || is > was);
  return [
    ...(longer(before.months, after.months) ? (["months"] as const) : []),
    ...(longer(before.hours, after.hours) ? (["hours"] as const) : []),
    ...(after.earlyDays > before.earlyDays ? (["early"] as const) : []),
  ];
}
