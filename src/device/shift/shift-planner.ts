import type { Morning } from "@/core/shift/morning";
import type { Option, personOptions, unitOptions } from "@/core/shift/options";
import { offPage } from "../off-page";
import type { ShiftWorker } from "./shift.worker";

/** Says what a change of a shift's plan would cost, in a worker; where that cannot be, on the page's own thread. */
export interface ShiftPlanner {
  units(...asked: Parameters<typeof unitOptions>): Promise<readonly Option[]>;
  people(...asked: Parameters<typeof personOptions>): Promise<readonly Option[]>;
  /** Crew-minutes no plan can better; undefined where that cannot be said. */
  bound(morning: Morning): Promise<number | undefined>;
  close(): void;
}

export function shiftPlanner(): ShiftPlanner {
  const { ask, close } = offPage<ShiftWorker>(
    () => new Worker(new URL("./shift.worker.ts", import.meta.url), { type: "module" }),
    (worker) => worker.open(),
  );
  return {
    units: (...asked) =>
      ask(
        (worker) => worker.units(...asked),
        async () => (await import("@/core/shift/options")).unitOptions(...asked),
      ),
    people: (...asked) =>
      ask(
        (worker) => worker.people(...asked),
        async () => (await import("@/core/shift/options")).personOptions(...asked),
      ),
    // Without a worker nothing is proven: it is a help, and the solver is large.
    bound: (morning) =>
      ask<number | undefined>(
        (worker) => worker.bound(morning),
        async () => undefined,
      ),
    close,
  };
}
