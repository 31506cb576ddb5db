/** A crew that has this unit usually, and how it is served without it. */
export interface Blocked {
  readonly crew: string;
  readonly place: string;
  /** When its shift starts next. */
  readonly startMs: number;
  /** Whether it has another unit by then; a shift further off is not planned yet. */
  readonly served: "yes" | "no" | "not_planned";
}

/** What a part is waited for, from whom, until when: a day as YYYY-MM-DD. */
export interface PartAwaited {
  readonly part: string;
  readonly supplier: string;
  readonly dueOn: string;
}

/** A tag that stands, or a finding to be repaired by a date: what a technician may take up next. */
export interface Job {
  readonly id: string;
  readonly unitId: string;
  readonly kind: "tag" | "finding";
  readonly sinceMs: number;
  /** Of a finding: until when it may work. */
  readonly repairByMs?: number | undefined;
  readonly blocks: readonly Blocked[];
  readonly awaits?: PartAwaited | undefined;
}

/** Why a job stands where it does. */
export type Rank = "crew_without" | "crew_with_another" | "by_date" | "nobody_waits";
const ranks: readonly Rank[] = ["crew_without", "by_date", "crew_with_another", "nobody_waits"];

/** A finding whose date is no further off is planned before what nobody waits for. */
const soonMs = 7 * 86_400_000;

/** The first of what a job holds up. */
export function rankOf({ kind, blocks, repairByMs }: Job, nowMs: number): Rank {
  if (kind === "tag" && blocks.some(({ served }) => served !== "yes")) return "crew_without";
  if (repairByMs !== undefined && repairByMs <= nowMs + soonMs) return "by_date";
  if (kind === "tag" && blocks.length > 0) return "crew_with_another";
  return "nobody_waits";
}

/** When what waits for a job is to start, or its date; what has none comes last. */
const untilMs = ({ kind, blocks, repairByMs }: Job): number =>
  Math.min(
    repairByMs ?? Number.POSITIVE_INFINITY,
    ...(kind === "tag" ? blocks.map(({ startMs }) => startMs) : []),
  );

/** Whether nothing can be done until its part is there: `today` as YYYY-MM-DD. */
const mustWait = ({ awaits }: Job, today: string): boolean => awaits !== undefined && awaits.dueOn > today;

/**
 * Jobs in the order a workshop takes them: first what leaves a crew without a unit, by when that starts; then what falls due within a
 * week; then what a crew has another unit for; then the rest, the oldest first. What waits for a part that is not due yet comes
 * after what can be worked on, and all jobs of one unit stand together: it works again only when every one is done.
 */
export function inWorkshopOrder<J extends Job>(
  jobs: readonly J[],
  nowMs: number,
  today: string,
): readonly J[] {
  const before = (a: J, b: J): number =>
    Number(mustWait(a, today)) - Number(mustWait(b, today)) ||
    ranks.indexOf(rankOf(a, nowMs)) - ranks.indexOf(rankOf(b, nowMs)) ||
    order(untilMs(a), untilMs(b)) ||
    a.sinceMs - b.sinceMs ||
    (a.id < b.id ? -1 : 1);
  const sorted = [...jobs].sort(before);
  const units = [...new Set(sorted.map(({ unitId }) => unitId))];
  return units.flatMap((unitId) => sorted.filter((job) => job.unitId === unitId));
}

const order = (a: number, b: number): number => (a === b ? 0 : a < b ? -1 : 1);
