import { expose } from "comlink";
import type { PlanInput } from "@/core/plan/types";
import type { InspectionEvent } from "@/core/record/events";
import type { Turns } from "@/core/underway/follow";
import { type Followed, Follower } from "./follower";

let follower: Follower | undefined;

/** A follower off the page's own thread. */
const worker = {
  open(input: PlanInput): void {
    follower = new Follower(input);
  },
  follow(events: readonly InspectionEvent[], turns: Turns, have: number): Followed {
    if (follower === undefined) throw new Error("expected a walk to be opened before it is followed");
    return follower.follow(events, turns, have);
  },
};

export type FollowerWorker = typeof worker;

expose(worker);
