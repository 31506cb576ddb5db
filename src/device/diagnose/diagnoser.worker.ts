import { expose } from "comlink";
import type { Told } from "@/core/diagnose/answers";
import type { Causes } from "@/core/diagnose/diagnose";
import { type Asked, helpfulTests, type Report, reportOf, testsOf } from "@/core/diagnose/report";
import type { Sheet } from "@/core/sheet/sheet";

let of: Sheet | undefined;

function sheet(): Sheet {
  if (of === undefined) throw new Error("expected a sheet to be opened before it is asked about");
  return of;
}

/** The diagnosis off the page's own thread: it runs the machine with many parts failed, and keeps what it has run. */
const worker = {
  open(opened: Sheet): void {
    of = opened;
  },
  tests: (): readonly Asked[] => testsOf(sheet()),
  report: (told: readonly Told[], causes: Causes): Report => reportOf(sheet(), told, causes),
  helpful: (told: readonly Told[], among: readonly string[]): readonly string[] =>
    helpfulTests(sheet(), told, among),
};

export type DiagnoserWorker = typeof worker;

expose(worker);
