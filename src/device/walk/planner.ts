import type { PlanInput } from "@/core/plan/types";
import { offPage } from "../off-page";
import type { Followed, Follower } from "./follower";
import type { FollowerWorker } from "./follower.worker";

/** Plans one walk somewhere. */
export interface WalkPlanner {
  follow(...asked: Parameters<Follower["follow"]>): Promise<Followed>;
  close(): void;
}

/** In a worker; where that cannot be, on the page's own thread. */
export function plannerOf(input: PlanInput): WalkPlanner {
  const { ask, close } = offPage<FollowerWorker>(
    () => new Worker(new URL("./follower.worker.ts", import.meta.url), { type: "module" }),
    (follower) => follower.open(input),
  );
  let onPage: Promise<Follower> | undefined;
  return {
    follow: (events, heldFrom, recalled, have) =>
      ask(
        (follower) => follower.follow(events, heldFrom, recalled, have),
        async () => {
          // What the worker had told of is not what this one counts.
          const known = onPage === undefined ? 0 : have;
          onPage ??= import("./follower").then(({ Follower }) => new Follower(input));
          return (await onPage).follow(events, heldFrom, recalled, known);
        },
      ),
    close,
  };
}
