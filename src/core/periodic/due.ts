import { type DueBy, isOverdue } from "./clocks";
import { metOn, type Projection, type Usage } from "./usage";

const dayMs = 86_400_000;

export type DueState = "overdue" | "due_soon" | "not_yet";

/** How near a job is. */
export interface Due {
  readonly state: DueState;
  /** When its hours will have run, by the use there was; undefined for one by months alone, or where it is not used. */
  readonly met: Projection | undefined;
  /** The first of its date and the likely day of its hours, as far as it is known. */
  readonly firstMs: number | undefined;
}

/** `machineHours`: what the machine has run by its latest reading that counts, made at `readMs`; `usage`: how it is used. */
export interface DueNow {
  readonly nowMs: number;
  readonly machineHours: number | undefined;
  readonly readMs: number;
  readonly usage: Usage | undefined;
}

/** How near a clock is to its job. The earliest day its hours may run out is the one to be ready for. */
export function dueOf(by: DueBy, noticeDays: number, now: DueNow): Due {
  const { nowMs, machineHours, usage } = now;
  const { dueMs, dueHours } = by;
  const met =
    dueHours === undefined || machineHours === undefined || usage === undefined
      ? undefined
      : metOn(usage, dueHours - machineHours, now.readMs);
  const dates = [dueMs, met?.likelyMs].filter((ms) => ms !== undefined);
  const firstMs = dates.length === 0 ? undefined : Math.min(...dates);
  const overdue = isOverdue(by, machineHours, nowMs);
  const soonest = Math.min(dueMs ?? Number.POSITIVE_INFINITY, met?.earliestMs ?? Number.POSITIVE_INFINITY);
  const soon = soonest - nowMs <= noticeDays * dayMs;
  return { state: overdue ? "overdue" : soon ? "due_soon" : "not_yet", met, firstMs };
}

const rank: Readonly<Record<DueState, number>> = { overdue: 0, due_soon: 1, not_yet: 2 };

/** Sorts what is overdue first, then what is due soon, each by its day. */
export const mostPressing = (
  a: Pick<Due, "state" | "firstMs">,
  b: Pick<Due, "state" | "firstMs">,
): number => {
  const [aMs, bMs] = [a.firstMs ?? Number.MAX_VALUE, b.firstMs ?? Number.MAX_VALUE];
  return rank[a.state] - rank[b.state] || aMs - bMs;
};
