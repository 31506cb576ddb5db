import type { ClockId } from "@/contract/clocks";
import type { StandingState } from "@/core/decision/standing";
import type { Cause, Effect } from "@/core/shift/changes";
import type { Morning, ShiftPlan } from "@/core/shift/morning";
import type { Pins } from "@/core/shift/pins";
import type { Topic } from "@/core/survey/sums";
import type { Family } from "@/core/vocabulary/families";

/** How a unit stands, as a board shows it. */
export interface StandingShown {
  readonly state: StandingState;
  readonly usable: boolean;
  readonly untilMs?: number;
  readonly signedBy?: string;
  readonly signedAtMs?: number;
  readonly tags: readonly string[];
}

/** Who does a piece of work when, by the plan. */
export interface WhoAndWhen {
  readonly personId: string;
  readonly person: string;
  readonly startMs: number;
  readonly endMs: number;
}

/** A unit on the board: the one a crew has, or its usual one where it has none. */
export interface ShiftRow {
  readonly needId: string;
  readonly unitId: string;
  readonly plate: string;
  readonly family: Family;
  readonly crew: string;
  readonly place: string;
  readonly standing: StandingShown;
  readonly minutes: number;
  readonly checks: number;
  readonly walking?: { readonly by: string; readonly done: number; readonly startedMs: number };
  /** Who inspects it when, by the plan. */
  readonly slot?: WhoAndWhen & { readonly late: boolean };
  /** When the crew has it, and how late that is. */
  readonly readyMs?: number;
  readonly lateMin: number;
  /** The plate of the unit it has usually, where that is another. */
  readonly usual?: string;
  readonly pinned: boolean;
  /** It is out, and its crew has another: shown so that nobody looks for it. */
  readonly was?: true;
  readonly tagReason?: string;
  /** In a yard that goes by its log-book: faults the owner has still to sign for. */
  readonly unsigned: number;
}

/** A crew without a unit to show. */
export interface CrewRow {
  readonly needId: string;
  readonly crew: string;
  readonly place: string;
}

/** Why the plan changed, with the names of what it is about. */
export interface ShiftChange {
  readonly atMs: number;
  readonly causes: readonly {
    readonly kind: Cause["kind"];
    readonly name: string;
    readonly minutes?: number;
  }[];
  readonly effects: readonly EffectShown[];
}

/** What is otherwise: which crew, which unit, who, and instead of what; empty where that is not in question. */
export interface EffectShown {
  /** What somebody does of a unit that waits for its re-test is that; a job that comes round is `job`. */
  readonly kind: Effect["kind"] | "retests" | "job";
  readonly crew: string;
  readonly unit: string;
  readonly person: string;
  readonly insteadOf?: string;
  readonly job?: ClockId;
}

/** From when until when somebody is there; null: as the shift. */
export interface PartOfShift {
  readonly fromMin: number | null;
  readonly untilMin: number | null;
}

/** How many crews have a unit at their start, and the minutes the others wait. */
export interface Served {
  readonly atStart: number;
  readonly lateMin: number;
}

export interface ShiftBoard {
  readonly nowMs: number;
  readonly zone: string;
  readonly shift: {
    readonly id: string;
    readonly startMs: number;
    readonly endMs: number;
    readonly day: string;
  };
  readonly rows: readonly ShiftRow[];
  /** Crews no unit can serve. */
  readonly unserved: readonly CrewRow[];
  /** Crews of which the supervisor has said that they need nothing. */
  readonly cancelled: readonly CrewRow[];
  readonly later: readonly LaterRow[];
  readonly withoutSheet: number;
  readonly changes: readonly ShiftChange[];
  readonly served: Served;
  readonly inListOrder: Served;
  /** The plan, what it costs in crew-minutes, and what it is made from: enough to say what a change costs, and that none does better. */
  readonly plan: ShiftPlan;
  readonly crewMin: number;
  readonly morning: Morning;
  readonly pins: Pins;
  /** Units that wait for their re-test: who makes it when; nobody where it does not fit. */
  readonly retests: readonly RetestRow[];
  readonly jobs: readonly JobRow[];
  /** Names of who comes from outside for a job. */
  readonly outside: Readonly<Record<string, string>>;
  /** Names of all who inspect here; plates of all units, and of those of jobs by the job. */
  readonly people: Readonly<Record<string, string>>;
  readonly plates: Readonly<Record<string, string>>;
  readonly away: readonly string[];
  /** Who is there for a part of the shift: minutes before (less than 0) or after its start. */
  readonly partly: Readonly<Record<string, PartOfShift>>;
}

/** A job that comes round, on the day it was given. */
export interface JobRow {
  readonly id: string;
  readonly plate: string;
  readonly job: ClockId;
  readonly who: string;
  /** Null where nobody has said how long it takes: it is in no plan. */
  readonly minutes: number | null;
  readonly slot?: WhoAndWhen;
  /** The crew that has the unit instead. */
  readonly crew?: string;
}

export interface RetestRow {
  readonly unitId: string;
  readonly tagId: string;
  readonly number: string;
  readonly plate: string;
  readonly slot?: WhoAndWhen;
}

export interface LaterRow {
  readonly unitId: string;
  readonly plate: string;
  readonly place: string;
  readonly standing: StandingShown;
}

/** Whether a unit could do a crew's work, by what that was told. */
export interface OtherUnit {
  readonly unitId: string;
  readonly plate: string;
  readonly fits: boolean;
  /** From another spot than the one that was surveyed. */
  readonly moved: boolean;
  readonly against: readonly Topic[];
  readonly limits: readonly Topic[];
}

export interface OtherUnits {
  /** What it was told by: the job that was surveyed there, the figures of the need, or nothing but the model. */
  readonly by: "survey" | "work" | "model";
  readonly others: readonly OtherUnit[];
}
