import type { SpotFound, SpotQuestion } from "@/core/survey/spots";
import { offPage } from "../off-page";
import type { SpotsWorker } from "./spots.worker";

/** Searches for the best spot in a worker; where that cannot be, on the page's own thread. */
export interface SpotFinder {
  find(question: SpotQuestion): Promise<readonly SpotFound[]>;
  close(): void;
}

export function spotFinder(): SpotFinder {
  const { ask, close } = offPage<SpotsWorker>(
    () => new Worker(new URL("./spots.worker.ts", import.meta.url), { type: "module" }),
    (worker) => worker.open(),
  );
  return {
    find: (question) =>
      ask(
        (worker) => worker.find(question),
        async () => (await import("@/core/survey/spots")).bestSpots(question),
      ),
    close,
  };
}
