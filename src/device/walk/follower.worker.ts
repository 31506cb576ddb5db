import { expose } from "comlink";
import type { Recalled } from "@/core/evidence/lasting";
import type { PlanInput } from "@/core/plan/types";
import type { InspectionEvent } from "@/core/record/events";
import { type Followed, Follower } from "./follower";

let follower: Follower | undefined;

/** A follower off the page's own thread. */
const worker = {
  open(input: PlanInput): void {
    follower = new Follower(input);
  },
  follow(
    events: readonly InspectionEvent[],
    heldFrom: string | undefined,
    recalled: readonly Recalled[],
    have: number,
  ): Followed {
    if (follower === undefined) throw new Error("expected a walk to be opened before it is followed");
    return follower.follow(events, heldFrom, recalled, have);
  },
};

export type FollowerWorker = typeof worker;

expose(worker);
