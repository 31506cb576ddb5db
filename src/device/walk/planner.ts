import { wrap } from "comlink";
import type { PlanInput } from "@/core/plan/types";
import type { InspectionEvent } from "@/core/record/events";
import type { Followed } from "./follower";
import type { FollowerWorker } from "./follower.worker";

/** Plans one walk somewhere. */
export interface WalkPlanner {
  follow(events: readonly InspectionEvent[], heldFrom: string | undefined, have: number): Promise<Followed>;
  close(): void;
}

/** In a worker; where this browser has none, or its script cannot be loaded, on the page's own thread. */
export function plannerOf(input: PlanInput): WalkPlanner {
  let planner = typeof Worker === "undefined" ? undefined : inWorker(input);
  return {
    follow: async (events, heldFrom, have) => {
      if (planner !== undefined) {
        try {
          return await planner.follow(events, heldFrom, have);
        } catch {
          planner.close();
        }
      }
      planner = await onPage(input);
      // What the worker had told of is not what this one counts.
      return planner.follow(events, heldFrom, 0);
    },
    close: () => planner?.close(),
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

async function onPage(input: PlanInput): Promise<WalkPlanner> {
  const { Follower } = await import("./follower");
  const follower = new Follower(input);
  return {
    follow: async (events, heldFrom, have) => follower.follow(events, heldFrom, have),
    close: () => undefined,
  };
}
