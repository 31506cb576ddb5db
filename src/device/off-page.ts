import { type Remote, wrap } from "comlink";

/** A worker that has not opened by then will not: what it was told before its script ran is lost. */
const opensWithinMs = 10_000;

/** Slow work off the page's own thread. */
export interface OffPage<Far> {
  /** Asks the worker; where this browser has none, its script cannot be loaded, it does not open or it breaks, the page itself, from then on. */
  ask<Answer>(far: (worker: Remote<Far>) => Promise<Answer>, here: () => Promise<Answer>): Promise<Answer>;
  close(): void;
}

/** `make` starts the worker, `open` is what it is told first of all. */
export function offPage<Far>(
  make: () => Worker,
  open: (worker: Remote<Far>) => Promise<unknown>,
): OffPage<Far> {
  let worker = typeof Worker === "undefined" ? undefined : make();
  if (worker === undefined) return { ask: (_, here) => here(), close: () => undefined };
  const started = worker;
  const far = wrap<Far>(started);
  const opened = open(far);
  const failed = new Promise<never>((_, reject) => {
    started.onerror = (event) => reject(new Error(event.message));
    const late = setTimeout(
      () => reject(new Error(`expected the worker to open within ${opensWithinMs} ms, it did not`)),
      opensWithinMs,
    );
    opened.then(() => clearTimeout(late), reject);
  });
  failed.catch(() => undefined);
  const close = () => {
    worker = undefined;
    started.terminate();
  };
  return {
    ask: async (there, here) => {
      if (worker !== undefined) {
        try {
          return await Promise.race([failed, opened.then(() => there(far))]);
        } catch {
          close();
        }
      }
      return here();
    },
    close,
  };
}
