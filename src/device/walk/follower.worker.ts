import { expose } from "comlink";
import type { PlanInput } from "@/core/plan/types";
import { type Followed, Follower } from "./follower";

let follower: Follower | undefined;

/** A follower off the page's own thread. */
const worker = {
  open(input: PlanInput): void {
    follower = new Follower(input);
  },
  follow(...asked: Parameters<Follower["follow"]>): Followed {
    if (follower === undefined) throw new Error("expected a walk to be opened before it is followed");
    return follower.follow(...asked);
  },
};

export type FollowerWorker = typeof worker;

expose(worker);
