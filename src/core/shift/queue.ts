/** One unit a shift needs, as far as its walk goes. */
export interface ToWalk {
  readonly unitId: string;
  readonly inspectorId: string | null;
  /** What the walk takes, minutes. */
  readonly minutes: number;
  /** Share done, 0 to 1; 0 where not begun. */
  readonly done: number;
  readonly ready: boolean;
}

export interface Slot {
  readonly startMs: number;
  readonly endMs: number;
  readonly late: boolean;
}

/**
 * When each walk still owed would be done if each inspector goes from one to the next: what is begun first,
 * then in the order given. Units with nobody assigned have no slot.
 */
export function queue(
  units: readonly ToWalk[],
  nowMs: number,
  shiftStartMs: number,
): ReadonlyMap<string, Slot> {
  const freeAt = new Map<string, number>();
  const slots = new Map<string, Slot>();
  const owed = units
    .filter((u) => !u.ready && u.inspectorId !== null)
    .sort((a, b) => Number(b.done > 0) - Number(a.done > 0));
  for (const unit of owed) {
    const inspector = unit.inspectorId ?? "";
    const startMs = freeAt.get(inspector) ?? nowMs;
    const endMs = startMs + unit.minutes * (1 - unit.done) * 60_000;
    freeAt.set(inspector, endMs);
    slots.set(unit.unitId, { startMs, endMs, late: endMs > shiftStartMs });
  }
  return slots;
}
