import type { Recalled } from "@/core/evidence/lasting";
import { planInspection } from "@/core/plan/plan";
import type { Plan, PlanInput, Visit } from "@/core/plan/types";
import type { InspectionEvent } from "@/core/record/events";
import { circumstancesOf } from "@/core/underway/circumstances";
import { follow, type Known } from "@/core/underway/follow";
import { outlineOf, type PlanOutline } from "@/core/underway/outline";
import { placeNumbers } from "@/core/underway/place-numbers";

/** The plan of a walk as it stands. `version` changes whenever what it visits does. */
export interface Followed {
  readonly version: number;
  /** Left out where whoever asks has this version already. */
  readonly plan?: {
    readonly outline: PlanOutline;
    readonly numbers: readonly string[];
    readonly places: number;
  };
}

/** Follows one walk: plans it, and plans it anew where its operator leaves the plan. Slow, so run in a worker. */
export class Follower {
  private readonly known: Known = new Map();
  private last: { readonly visits: readonly Visit[]; readonly version: number } | undefined;
  private begun: { readonly asked: string; readonly visits: readonly Visit[] } | undefined;

  constructor(private readonly input: PlanInput) {}

  /** `have` is the version whoever asks has, 0 for none. */
  follow(
    events: readonly InspectionEvent[],
    heldFrom: string | undefined,
    recalled: readonly Recalled[],
    have: number,
  ): Followed {
    const plan = follow({ ...this.input, recalled }, events, heldFrom, this.known);
    if (this.last?.visits !== plan.visits)
      this.last = { visits: plan.visits, version: (this.last?.version ?? 0) + 1 };
    const { version } = this.last;
    return version === have ? { version } : { version, plan: this.numbered(plan, events) };
  }

  private numbered(plan: Plan, events: readonly InspectionEvent[]): NonNullable<Followed["plan"]> {
    const begun = this.visitsBegun(events);
    return {
      outline: outlineOf(plan),
      numbers: placeNumbers(begun, plan.visits),
      places: begun.length,
    };
  }

  /** The places of the walk as it began, by what was said of the day before the first answer. */
  private visitsBegun(events: readonly InspectionEvent[]): readonly Visit[] {
    const first = events.findIndex(({ type }) => type !== "changed");
    const { found, atHand, ending } = circumstancesOf(
      this.input,
      first < 0 ? events : events.slice(0, first),
    );
    const asked = JSON.stringify([found, atHand, ending]);
    if (this.begun?.asked !== asked)
      this.begun = { asked, visits: planInspection({ ...this.input, found, atHand, ending }).visits };
    return this.begun.visits;
  }
}
