import { type ShiftClock, shiftFor } from "@/core/decision/standing";
import { localMs, type Zone } from "@/core/vocabulary/zone";

const dayMs = 86_400_000;

/** One shift of one day. */
export interface ShiftDay {
  readonly id: string;
  readonly startMs: number;
  readonly endMs: number;
  /** The day it starts, by the clocks of the site: YYYY-MM-DD. */
  readonly day: string;
  /** Its bit among the days of a week, Monday the lowest. */
  readonly dayBit: number;
}

/** The shift about to start or under way. */
export function shiftDayAt(
  site: { readonly shifts: readonly ShiftClock[]; readonly timeZone: Zone },
  at: Date,
): ShiftDay {
  const shift = shiftFor(site.shifts, at.getTime(), site.timeZone);
  const local = localMs(shift.startMs, site.timeZone);
  // 1 January 1970 was a Thursday.
  const weekday = (Math.floor(local / dayMs) + 3) % 7;
  return { ...shift, day: new Date(local).toISOString().slice(0, 10), dayBit: 1 << weekday };
}
