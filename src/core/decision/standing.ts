import type { Policy } from "../grade/policy";
import type { Scope } from "../plan/scope";
import { clears, type Outcome } from "./decide";

/** The facts about a unit at one moment, read under the unit's lock. Times are milliseconds since 1970. */
export interface StandingFacts {
  readonly standingTags: readonly string[];
  readonly lastInspection?: {
    readonly outcome: Outcome;
    readonly signedAtMs: number;
    readonly signedBy: string;
    readonly scope: Scope["kind"];
  };
  /** When the last tag was lifted: an inspection is owed from then. */
  readonly lastReleaseAtMs?: number;
  readonly examinationDueMs: number;
  /** The earliest day a repair-by finding falls due and is not repaired. */
  readonly repairDueMs?: number;
  readonly nowMs: number;
  /** When the clearance's trigger comes round again. */
  readonly clearanceEndsMs?: number;
}

export type StandingState =
  | "tagged_out"
  | "examination_overdue"
  | "repair_overdue"
  | "inspection_owed"
  | "expired"
  | "not_cleared"
  | "stopped_for_conditions"
  | "cleared_with_notes"
  | "cleared";

export interface Standing {
  readonly state: StandingState;
  /** Whether the last signed clearance is in effect now. */
  readonly usable: boolean;
  readonly untilMs?: number;
}

/**
 * May the unit be used now? What was signed stays signed; whether it is in effect is worked out anew each time
 * it is read. The first rule that applies wins, and a tag comes before everything.
 */
export function standingOf(facts: StandingFacts): Standing {
  const out = (state: StandingState): Standing => ({ state, usable: false });
  const last = facts.lastInspection;
  if (facts.standingTags.length > 0) return out("tagged_out");
  if (facts.nowMs >= facts.examinationDueMs) return out("examination_overdue");
  if (facts.repairDueMs !== undefined && facts.nowMs >= facts.repairDueMs) return out("repair_overdue");
  if (last === undefined || last.scope !== "full") return out("inspection_owed");
  if (facts.lastReleaseAtMs !== undefined && facts.lastReleaseAtMs >= last.signedAtMs)
    return out("inspection_owed");
  if (last.outcome === "tagged_out") return out("inspection_owed");
  if (!clears(last.outcome))
    return out(last.outcome === "stopped_for_conditions" ? "stopped_for_conditions" : "not_cleared");
  if (facts.clearanceEndsMs === undefined || facts.nowMs >= facts.clearanceEndsMs) return out("expired");
  return {
    state: last.outcome === "cleared" ? "cleared" : "cleared_with_notes",
    usable: true,
    untilMs: Math.min(
      facts.clearanceEndsMs,
      facts.repairDueMs ?? Number.POSITIVE_INFINITY,
      facts.examinationDueMs,
    ),
  };
}

/** A site's shifts: minutes after local midnight, in order. */
export interface ShiftClock {
  readonly id: string;
  readonly startsMin: number;
}

const dayMs = 86_400_000;
const minMs = 60_000;

/**
 * The shift an inspection signed at `atMs` is for: one signed up to `aheadMin` before a start counts for the
 * shift about to start. Site time is UTC plus `offsetMin`.
 */
export function shiftFor(
  shifts: readonly ShiftClock[],
  atMs: number,
  offsetMin: number,
  aheadMin = 90,
): { readonly id: string; readonly startMs: number; readonly endMs: number } {
  const local = atMs + offsetMin * minMs;
  const midnight = Math.floor(local / dayMs) * dayMs;
  const starts = [-1, 0, 1, 2]
    .flatMap((day) =>
      shifts.map((s) => ({ id: s.id, startMs: midnight + day * dayMs + s.startsMin * minMs })),
    )
    .sort((a, b) => a.startMs - b.startMs);
  let index = 0;
  for (let i = 0; i < starts.length; i++) {
    const start = starts[i];
    if (start !== undefined && start.startMs - aheadMin * minMs <= local) index = i;
  }
  const current = starts[index];
  const next = starts[index + 1];
  if (current === undefined || next === undefined)
    throw new RangeError("expected at least one shift, got none; set the site's shifts");
  return {
    id: current.id,
    startMs: current.startMs - offsetMin * minMs,
    endMs: next.startMs - offsetMin * minMs,
  };
}

/** When a clearance signed at `signedAtMs` ends under the policy's trigger. */
export function clearanceEndsMs(
  trigger: Policy["trigger"],
  shifts: readonly ShiftClock[],
  signedAtMs: number,
  offsetMin: number,
): number {
  if (trigger === "day") {
    const local = signedAtMs + offsetMin * minMs;
    return (Math.floor(local / dayMs) + 1) * dayMs - offsetMin * minMs;
  }
  // Operator change and each use end sooner, by an event; the shift's end is the latest they can last.
  return shiftFor(shifts, signedAtMs, offsetMin).endMs;
}
