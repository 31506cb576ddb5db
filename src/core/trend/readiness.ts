import { type ShiftClock, shiftFor } from "../decision/standing";
import type { Zone } from "../vocabulary/zone";

/** A walk as its record has it. */
export interface WalkDone {
  readonly unitId: string;
  readonly startedMs: number;
  readonly signedMs: number;
  readonly cleared: boolean;
}

/** A shift, and the units that were walked for it. */
export interface ShiftReady {
  readonly startMs: number;
  readonly units: number;
  /** Of them, those cleared by its start. */
  readonly byStart: number;
}

/** A walk begun later than that after a start is not for that start. */
const lateMin = 120;
const minMs = 60_000;

/**
 * How each shift started: of the units somebody walked for it, how many were cleared by the start. A walk counts for the shift whose
 * start it was begun up to an hour and a half before, or two hours after.
 */
export function readiness(
  walks: readonly WalkDone[],
  shifts: readonly ShiftClock[],
  zone: Zone,
): readonly ShiftReady[] {
  const byShift = new Map<number, Map<string, boolean>>();
  for (const { unitId, startedMs, signedMs, cleared } of walks) {
    const { startMs } = shiftFor(shifts, startedMs, zone);
    if (startedMs > startMs + lateMin * minMs) continue;
    const units = byShift.get(startMs) ?? new Map<string, boolean>();
    byShift.set(startMs, units.set(unitId, (units.get(unitId) ?? false) || (cleared && signedMs <= startMs)));
  }
  return [...byShift]
    .sort(([a], [b]) => a - b)
    .map(([startMs, units]) => ({
      ...{ startMs, units: units.size },
      byStart: [...units.values()].filter(Boolean).length,
    }));
}
