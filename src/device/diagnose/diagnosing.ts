import type { Told } from "@/core/diagnose/answers";
import type { Causes } from "@/core/diagnose/diagnose";
import type { Asked, Report } from "@/core/diagnose/report";
import type { Sheet } from "@/core/sheet/sheet";
import { offPage } from "../off-page";
import type { DiagnoserWorker } from "./diagnoser.worker";

/** Works out what would explain a tag, somewhere. */
export interface Diagnosing {
  tests(): Promise<readonly Asked[]>;
  report(told: readonly Told[], causes: Causes): Promise<Report>;
  /** Ids of those of some tests that would help a technician most. */
  helpful(told: readonly Told[], among: readonly string[]): Promise<readonly string[]>;
  close(): void;
}

/** In a worker; where that cannot be, on the page's own thread. */
export function diagnosing(sheet: Sheet): Diagnosing {
  const { ask, close } = offPage<DiagnoserWorker>(
    () => new Worker(new URL("./diagnoser.worker.ts", import.meta.url), { type: "module" }),
    (diagnoser) => diagnoser.open(sheet),
  );
  const onPage = () => import("@/core/diagnose/report");
  return {
    tests: () =>
      ask(
        (diagnoser) => diagnoser.tests(),
        async () => (await onPage()).testsOf(sheet),
      ),
    report: (told, causes) =>
      ask(
        (diagnoser) => diagnoser.report(told, causes),
        async () => (await onPage()).reportOf(sheet, told, causes),
      ),
    helpful: (told, among) =>
      ask(
        (diagnoser) => diagnoser.helpful(told, among),
        async () => (await onPage()).helpfulTests(sheet, told, among),
      ),
    close,
  };
}
