import type { EntryKind } from "../evidence/touches";
import type { JobId } from "../vocabulary/jobs";
import { clears, type Outcome } from "../vocabulary/outcomes";
import type { Policy } from "../vocabulary/policy";
import type { StopReason } from "../vocabulary/stops";
import { localMs, momentOf, type Zone } from "../vocabulary/zone";

/** The facts about a unit at one moment, read under the unit's lock. Times are milliseconds since 1970. */
export interface StandingFacts {
  /** Numbers of tags that stand and of reports nobody has looked at. */
  readonly tags: readonly string[];
  readonly reports: readonly string[];
  /** The latest signed full walk, by ledger position, and what is left of what it proved. */
  readonly walk?: {
    readonly outcome: Outcome;
    readonly checksDue: number;
    /** Checks whose evidence stands: fine or noted, and not ended by anything. */
    readonly proven: number;
    /** What ended the evidence last; undefined while all of it stands. */
    readonly endedBy?: EntryKind;
    /** When the clearance's trigger comes round again. */
    readonly untilMs?: number;
  };
  readonly examinationDueMs: number;
  /** The earliest day a job that comes round falls due, and those whose hours have run out. */
  readonly jobDueMs?: number;
  readonly jobsByHours: readonly JobId[];
  /** The earliest day the repair of something open falls due. */
  readonly repairDueMs?: number;
  /** Stops for conditions of the unit and of its site, the oldest first. */
  readonly stops: readonly ConditionsStop[];
  readonly survey?: {
    /** Whether its policy asks for one apart from the walk. */
    readonly owed: boolean;
    /** What the latest that nothing has ended allows; undefined where there is none. */
    readonly allows?: boolean;
    readonly untilMs?: number;
  };
  readonly nowMs: number;
}

/** Work stopped for conditions, until a moment or until somebody has looked. */
export interface ConditionsStop {
  readonly reason: StopReason;
  readonly untilMs?: number;
}

export type StandingState =
  | "tagged_out"
  | "held"
  | "examination_overdue"
  | "job_overdue"
  | "repair_overdue"
  | "inspection_owed"
  | "expired"
  | "not_cleared"
  | "stopped_for_conditions"
  | "survey_due"
  | "cleared_with_notes"
  | "cleared";

export interface Standing {
  readonly state: StandingState;
  /** Whether the unit may be used here and now: a signed clearance is in effect. */
  readonly usable: boolean;
  readonly untilMs?: number;
  /** What ended the last clearance, where something did. */
  readonly endedBy?: EntryKind;
  /** Why it is stopped for conditions, where somebody has said so. */
  readonly stop?: ConditionsStop;
}

/**
 * May the unit be used now? What was signed stays signed; whether it is in effect is worked out anew each time it is
 * read, from the evidence of the latest full walk. The first rule that applies wins, and a tag comes before
 * everything.
 */
export function standingOf(facts: StandingFacts): Standing {
  const out = (state: StandingState): Standing => ({ state, usable: false });
  const { walk, nowMs } = facts;
  if (facts.tags.length > 0) return out("tagged_out");
  if (facts.reports.length > 0) return out("held");
  const stop = facts.stops.find(({ untilMs }) => untilMs === undefined || nowMs < untilMs);
  if (stop !== undefined) return { ...out("stopped_for_conditions"), stop };
  if (nowMs >= facts.examinationDueMs) return out("examination_overdue");
  if (facts.jobsByHours.length > 0 || nowMs >= (facts.jobDueMs ?? Number.POSITIVE_INFINITY))
    return out("job_overdue");
  if (facts.repairDueMs !== undefined && nowMs >= facts.repairDueMs) return out("repair_overdue");
  if (walk === undefined || walk.outcome === "tagged_out") return out("inspection_owed");
  if (!clears(walk.outcome))
    return out(walk.outcome === "stopped_for_conditions" ? "stopped_for_conditions" : "not_cleared");
  if (walk.untilMs === undefined || nowMs >= walk.untilMs) return out("expired");
  if (walk.proven < walk.checksDue) return { ...out("inspection_owed"), endedBy: walk.endedBy };
  const { survey } = facts;
  const surveyed = survey?.untilMs !== undefined && nowMs < survey.untilMs;
  if (survey?.owed === true && !surveyed) return out("survey_due");
  // One that was made and allows nothing holds, whether it was asked for or not.
  if (surveyed && survey.allows !== true) return out("stopped_for_conditions");
  return {
    state: walk.outcome === "cleared" ? "cleared" : "cleared_with_notes",
    usable: true,
    untilMs: Math.min(
      walk.untilMs,
      facts.repairDueMs ?? Number.POSITIVE_INFINITY,
      facts.jobDueMs ?? Number.POSITIVE_INFINITY,
      facts.examinationDueMs,
      (surveyed ? survey.untilMs : undefined) ?? Number.POSITIVE_INFINITY,
    ),
  };
}

/** A site's shifts: minutes after local midnight, in order. */
export interface ShiftClock {
  readonly id: string;
  readonly startsMin: number;
}

/** A walk's longest age where the policy does not say. */
const longestWalkMin = 240;
const dayMs = 86_400_000;
const minMs = 60_000;

/**
 * The shift an inspection signed at `atMs` is for: one signed up to `aheadMin` before a start counts for the
 * shift about to start. Shifts start by the clocks of the site's zone, also on the day they are changed.
 */
export function shiftFor(
  shifts: readonly ShiftClock[],
  atMs: number,
  zone: Zone,
  aheadMin = 90,
): { readonly id: string; readonly startMs: number; readonly endMs: number } {
  const midnight = midnightBefore(atMs, zone);
  const starts = [-1, 0, 1, 2]
    .flatMap((day) =>
      shifts.map((s) => ({
        id: s.id,
        startMs: momentOf(midnight + day * dayMs + s.startsMin * minMs, zone),
      })),
    )
    .sort((a, b) => a.startMs - b.startMs);
  const index = starts.findLastIndex((start) => start.startMs - aheadMin * minMs <= atMs);
  const current = starts[index];
  const next = starts[index + 1];
  if (current === undefined || next === undefined)
    throw new RangeError("expected at least one shift, got none; set the site's shifts");
  return { id: current.id, startMs: current.startMs, endMs: next.startMs };
}

/** The midnight before a moment, as the clocks of a zone show it. */
const midnightBefore = (ms: number, zone: Zone): number => Math.floor(localMs(ms, zone) / dayMs) * dayMs;

/** When a clearance signed at `signedAtMs` ends under the policy's trigger. */
export function clearanceEndsMs(
  trigger: Policy["trigger"],
  shifts: readonly ShiftClock[],
  signedAtMs: number,
  zone: Zone,
): number {
  if (trigger === "day") return momentOf(midnightBefore(signedAtMs, zone) + dayMs, zone);
  // Operator change and each use end sooner, by an event; the shift's end is the latest they can last.
  return shiftFor(shifts, signedAtMs, zone).endMs;
}

/**
 * Until when a walk that began at `beganMs`, by the server's clock, may still clear: within the policy's longest age
 * and before its trigger comes round. Signed later it is a record.
 */
export function clearsBeforeMs(
  policy: Pick<Policy, "trigger" | "longestWalkMin">,
  shifts: readonly ShiftClock[],
  beganMs: number,
  zone: Zone,
): number {
  const boundaryMs = clearanceEndsMs(policy.trigger, shifts, beganMs, zone);
  return Math.min(boundaryMs, beganMs + (policy.longestWalkMin ?? longestWalkMin) * minMs);
}
