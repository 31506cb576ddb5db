import { wrap } from "comlink";
import type { Told } from "@/core/diagnose/answers";
import type { Causes } from "@/core/diagnose/diagnose";
import type { Asked, Report } from "@/core/diagnose/report";
import type { Sheet } from "@/core/sheet/sheet";
import type { DiagnoserWorker } from "./diagnoser.worker";

/** Works out what would explain a tag, somewhere. */
export interface Diagnosing {
  tests(): Promise<readonly Asked[]>;
  report(told: readonly Told[], causes: Causes): Promise<Report>;
  close(): void;
}

/** In a worker; where this browser has none, or its script cannot be loaded, on the page's own thread. */
export function diagnosing(sheet: Sheet): Diagnosing {
  const worker = typeof Worker === "undefined" ? undefined : inWorker(sheet);
  let broken = worker === undefined;
  const onPage = () => import("@/core/diagnose/report");
  const ask = async <Answer>(there: (() => Promise<Answer>) | undefined, here: () => Promise<Answer>) => {
    if (broken || there === undefined) return here();
    try {
      return await there();
    } catch {
      broken = true;
      worker?.close();
      return here();
    }
  };
  return {
    tests: () => ask(worker?.tests, async () => (await onPage()).testsOf(sheet)),
    report: (told, causes) =>
      ask(worker === undefined ? undefined : () => worker.report(told, causes), async () =>
        (await onPage()).reportOf(sheet, told, causes),
      ),
    close: () => worker?.close(),
  };
}

function inWorker(sheet: Sheet): Diagnosing {
  const worker = new Worker(new URL("./diagnoser.worker.ts", import.meta.url), { type: "module" });
  const there = wrap<DiagnoserWorker>(worker);
  const failed = new Promise<never>((_, reject) => {
    worker.onerror = (event) => reject(new Error(event.message));
  });
  failed.catch(() => undefined);
  const opened = there.open(sheet);
  opened.catch(() => undefined);
  return {
    tests: () => Promise.race([failed, opened.then(() => there.tests())]),
    report: (told, causes) => Promise.race([failed, opened.then(() => there.report(told, causes))]),
    close: () => worker.terminate(),
  };
}
