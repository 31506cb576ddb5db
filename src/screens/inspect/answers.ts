import { useTranslations } from "next-intl";
import { useCallback, useState } from "react";
import type { Check } from "@/core/catalogue/catalogue";
import type { EventBody } from "@/device/inspection-log";
import type { InspectModel } from "./model";

interface Superseding {
  readonly body: EventBody;
  readonly from: string;
}

export interface Answers {
  readonly answer: (check: Check, body: EventBody) => void;
  readonly fine: (check: Check, cause?: string) => void;
  /** Checks nobody has answered yet, in one act. */
  readonly fineTogether: (checks: readonly Check[]) => void;
  readonly measured: (check: Check, value: number, limitRead: number | undefined) => void;
  /** An answer that waits for why the first was wrong. */
  readonly waits: boolean;
  readonly because: (reason: string) => void;
  readonly drop: () => void;
}

/**
 * Answers given on this walk. Whoever answers a check has set the machine as its card asks: what is `unset` before
 * it, the steps not recorded yet, goes ahead of the answer in the same act. A second answer names the first and says
 * why it was wrong; the first stays on record.
 */
export function useAnswers(
  { log, reduction, assessment }: InspectModel,
  unset: (checks: readonly Check[]) => readonly { readonly id: string }[],
): Answers {
  const t = useTranslations();
  const [superseding, setSuperseding] = useState<Superseding>();
  const answer = useCallback(
    (check: Check, body: EventBody) => {
      const before = reduction.given.get(check.key)?.at(-1);
      const ended = assessment.byCheck.get(check.key)?.endedBy !== undefined;
      // The first thing found wrong where all seemed well needs no reason; anything else corrects what was said.
      const found = body.type === "answered" && body.result.kind === "condition";
      const wasFine = before?.type === "answered" && before.result.kind === "fine";
      const first = body.type === "skipped" ? [] : unset([check]).map(isSet);
      const graded = assessment.findings.some((finding) => finding.check === check.key);
      if (before === undefined || ended || (found && wasFine)) void log.add([...first, body]);
      else if (graded) setSuperseding({ body, from: before.id });
      // What was graded needs a reason of the person's own; a slip of a digit or a skip taken back says itself.
      else void log.add([corrected(body, before.id, t("inspect.corrected"))]);
    },
    [log, reduction, assessment, unset, t],
  );
  const fine = useCallback((check: Check, cause?: string) => answer(check, isFine(check, cause)), [answer]);
  const fineTogether = useCallback(
    (checks: readonly Check[]) =>
      void log.add([...unset(checks).map(isSet), ...checks.map((check) => isFine(check))]),
    [log, unset],
  );
  const measured = useCallback(
    (check: Check, value: number, limitRead: number | undefined) =>
      answer(check, {
        type: "measured",
        check: check.key,
        value,
        ...(limitRead === undefined ? {} : { limitRead }),
      }),
    [answer],
  );
  const drop = useCallback(() => setSuperseding(undefined), []);
  const because = (reason: string) => {
    if (superseding !== undefined) {
      const { body, from } = superseding;
      void log.add([corrected(body, from, reason)]);
    }
    drop();
  };
  return { answer, fine, fineTogether, measured, waits: superseding !== undefined, because, drop };
}

/** An answer in place of another, which stays on record. */
const corrected = (body: EventBody, event: string, reason: string): EventBody =>
  ({ ...body, supersedes: { event, reason } }) as EventBody;

/** A change of the machine that was asked for, as made. */
export const isSet = ({ id }: { readonly id: string }): EventBody => ({ type: "changed", step: id });

const isFine = ({ key }: Check, cause?: string): EventBody => ({
  type: "answered",
  check: key,
  result: { kind: "fine", ...(cause === undefined ? {} : { cause }) },
});
