import type { DecisionFacts } from "@/core/decision/decide";
import type { InspectionEvent, Saw } from "@/core/record/events";
import type { Sheet } from "@/core/sheet/sheet";
import type { Policy } from "@/core/vocabulary/policy";
import type { Scope } from "@/core/vocabulary/scope";
import type { PlanState } from "@/core/vocabulary/state/values";

/** Counted up whenever `WalkData` changes: what a device kept in another form is read from the server again. */
export const walkForm = 5;

/** What the server gives a device to inspect one unit, with a signal or without. */
export interface WalkData {
  readonly id: string;
  readonly unitId: string;
  readonly plate: string;
  readonly scope: Scope;
  readonly sheet: Sheet;
  readonly policy: Policy;
  readonly found: PlanState;
  readonly events: readonly InspectionEvent[];
  /** The head of the unit's ledger, read before `facts`: what this device has seen of it. */
  readonly head: Saw;
  readonly facts: DecisionFacts;
  /** Minutes a check has really taken on this model, by its id. */
  readonly minutes: Readonly<Record<string, number>>;
  /** Earlier top-ups by check key. */
  readonly topUps: Readonly<Record<string, number>>;
  /** Whose it is here. */
  readonly person: OnWalk;
  /** Everybody on it: who began it, then who joined. */
  readonly people: readonly OnWalk[];
  readonly nowMs: number;
  /** The site's clock, minutes ahead of UTC. */
  readonly zone: string;
  readonly shift: { readonly id: string; readonly startMs: number; readonly endMs: number };
}

/** Somebody on a walk. */
export interface OnWalk {
  readonly id: string;
  readonly name: string;
}

/** What a person's events on a walk say of who made them: nothing where it is whoever began it. */
export const makerOf = ({ person, people }: Pick<WalkData, "person" | "people">): string | undefined =>
  people[0]?.id === person.id ? undefined : person.id;

/** `GET /api/inspections/:id/facts`: what bears on a walk besides what this device holds of it. */
export type FactsAnswer =
  | { readonly sealed: true }
  | {
      readonly sealed: false;
      readonly facts: DecisionFacts;
      readonly head: Saw;
      readonly people: readonly OnWalk[];
      /** What other devices have sent of it since. */
      readonly events: readonly InspectionEvent[];
    };

/** `POST /api/inspections`: the walk that was begun, or somebody's that could be joined instead. */
export type StartAnswer = { readonly id: string } | { readonly underWay: UnderWay };

/** Somebody's open walk: who began it, how many minutes ago, and how many answers the server has. */
export interface UnderWay {
  readonly id: string;
  readonly name: string;
  readonly minutes: number;
  readonly answered: number;
}

/** `GET /api/inspections/:id`: the walk, or that it is signed and only its record is left. */
export type WalkAnswer = { readonly sealed: true } | { readonly sealed: false; readonly walk: WalkData };
