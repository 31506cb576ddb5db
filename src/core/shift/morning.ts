/**
 * What a shift is planned from: who needs a unit and when, which units could serve, who can inspect them and what that takes.
 * Times are whole minutes counted from any one moment. Ids are unique within their kind.
 */
export interface Morning {
  readonly nowMin: number;
  /** No later than this a unit is still of use to a crew; a crew without one counts as late until then. */
  readonly endMin: number;
  readonly crews: readonly Crew[];
  readonly units: readonly ShiftUnit[];
  readonly jobs: readonly Job[];
  readonly people: readonly Inspector[];
  /** Minutes on foot from one place to another; what is not named takes `elsewhereMin`. */
  readonly walkingMin: Readonly<Record<string, Readonly<Record<string, number>>>>;
  readonly elsewhereMin: number;
  /** How many are at hand to help with tests that ask for a second person. */
  readonly assistants: number;
}

/** A crew and the work it needs a unit for. */
export interface Crew {
  readonly id: string;
  readonly startMin: number;
  /** Units that can do its work, each with the minutes from where it stands to the crew once it may be used. */
  readonly canUse: Readonly<Record<string, number>>;
}

/** Somebody's work on a unit: an inspection, or a job that comes round. */
export interface Work {
  readonly id: string;
  readonly place: string;
  /** Who may do it, and how long it takes them. */
  readonly minutesBy: Readonly<Record<string, number>>;
  readonly assisted: boolean;
  /**
   * Of a job: the unit it is done on, where a crew could have that. Nobody else is at that unit meanwhile; a crew that has it waits until
   * the job is over (`wait`), or it is not done on a shift on which a crew has it (`none`).
   */
  readonly on?: { readonly unitId: string; readonly crews: "wait" | "none" };
}

/** A unit no tag, examination or stop keeps from work. */
export interface ShiftUnit extends Work {
  /** It may be used as it stands and need not be inspected for this shift. */
  readonly ready: boolean;
  /** Of its inspections so far the share that ended with a tag, 0 to 1. */
  readonly failShare: number;
}

/** A periodic job or a re-test: done where it hurts least, by when it is due if it can be. */
export interface Job extends Work {
  readonly dueMin: number;
}

/** The machine a piece of work is done on. */
export const machineOf = ({ id, on }: Work): string => on?.unitId ?? id;

export interface Inspector {
  readonly id: string;
  /** Where they are when they come, or now. */
  readonly place: string;
  readonly fromMin: number;
  /** Nothing is planned for them past this. */
  readonly untilMin: number;
  /** Of the work that is theirs this comes first, after what they are at. */
  readonly first?: string;
  /** What they are at now: it stays theirs. */
  readonly underWay?: { readonly workId: string; readonly doneMin: number };
}

/** Which crew has which unit, and who does what in which order; what is under way is not repeated in an order. */
export interface ShiftPlan {
  readonly given: Readonly<Record<string, string>>;
  readonly orders: Readonly<Record<string, readonly string[]>>;
}

/** Somebody's order with what comes first put first. */
export const withFirst = <T>(order: readonly T[], first: T | undefined): readonly T[] =>
  first === undefined || !order.includes(first) ? order : [first, ...order.filter((one) => one !== first)];

/** Minutes on foot between two places. */
export const walkingMinBetween = (morning: Morning, from: string, to: string): number =>
  from === to ? 0 : (morning.walkingMin[from]?.[to] ?? morning.elsewhereMin);

/** What is under way, by its id, and when it will be done; two may be at one piece of work together, which is done when both are. */
export function underWayIn({ people }: Morning): ReadonlyMap<string, number> {
  const done = new Map<string, number>();
  for (const { underWay } of people)
    if (underWay !== undefined)
      done.set(underWay.workId, Math.max(underWay.doneMin, done.get(underWay.workId) ?? underWay.doneMin));
  return done;
}
