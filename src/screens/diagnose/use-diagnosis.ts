import { useEffect, useState } from "react";
import type { Told } from "@/core/diagnose/answers";
import type { Causes } from "@/core/diagnose/diagnose";
import type { Asked, Report } from "@/core/diagnose/report";
import type { Sheet } from "@/core/sheet/sheet";
import { type Diagnosing, diagnosing } from "@/device/diagnose/diagnosing";

export interface Diagnosed {
  /** Every test of the machine; undefined while they are being worked out. */
  readonly tests: readonly Asked[] | undefined;
  readonly report: Report | undefined;
  /** The report is of what was told before the last answer. */
  readonly working: boolean;
}

/** What would explain what was told, worked out anew with each answer. */
export function useDiagnosis(sheet: Sheet, told: readonly Told[], causes: Causes): Diagnosed {
  const [asked, setAsked] = useState<Diagnosing>();
  const [tests, setTests] = useState<readonly Asked[]>();
  const [known, setKnown] = useState<{ readonly of: readonly Told[]; readonly report: Report }>();
  useEffect(() => {
    const made = diagnosing(sheet);
    setAsked(made);
    void made.tests().then(setTests, () => undefined);
    return () => made.close();
  }, [sheet]);
  useEffect(() => {
    if (asked === undefined) return;
    let dropped = false;
    void asked.report(told, causes).then(
      (report) => (dropped ? undefined : setKnown({ of: told, report })),
      () => undefined,
    );
    return () => {
      dropped = true;
    };
  }, [asked, told, causes]);
  return { tests, report: known?.report, working: known?.of !== told };
}
