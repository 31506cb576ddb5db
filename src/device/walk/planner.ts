import { wrap } from "comlink";
import type { PlanInput } from "@/core/plan/types";
import type { InspectionEvent } from "@/core/record/events";
import type { Followed, Follower } from "./follower";
import type { FollowerWorker } from "./follower.worker";

/** Plans one walk somewhere. */
export interface WalkPlanner {
  follow(events: readonly InspectionEvent[], heldFrom: string | undefined, have: number): Promise<Followed>;
  close(): void;
}

/** In a worker; where this browser has none, or its script cannot be loaded, on the page's own thread. */
export function plannerOf(input: PlanInput): WalkPlanner {
  const worker = typeof Worker === "undefined" ? undefined : inWorker(input);
  let onPage: Promise<Follower> | undefined;
  return {
    follow: async (events, heldFrom, have) => {
      if (worker !== undefined && onPage === undefined) {
        try {
          return await worker.follow(events, heldFrom, have);
        } catch {
          worker.close();
        }
      }
      // What the worker had told of is not what this one counts.
      const known = onPage === undefined ? 0 : have;
      onPage ??= import("./follower").then(({ Follower }) => new Follower(input));
      return (await onPage).follow(events, heldFrom, known);
    },
    close: () => worker?.close(),
  };
}

function inWorker(input: PlanInput): WalkPlanner {
  const worker = new Worker(new URL("./follower.worker.ts", import.meta.url), { type: "module" });
  const follower = wrap<FollowerWorker>(worker);
  const failed = new Promise<never>((_, reject) => {
    worker.onerror = (event) => reject(new Error(event.message));
  });
  failed.catch(() => undefined);
  const opened = follower.open(input);
  opened.catch(() => undefined);
  return {
    follow: (events, heldFrom, have) =>
      Promise.race([failed, opened.then(() => follower.follow(events, heldFrom, have))]),
    close: () => worker.terminate(),
  };
}
