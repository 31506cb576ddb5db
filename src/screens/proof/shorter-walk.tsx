"use client";
import { useTranslations } from "next-intl";
import { useMemo } from "react";
import { intervalOf } from "@/core/catalogue/interval";
import { dueFor } from "@/core/plan/due";
import type { PlanInput } from "@/core/plan/types";
import type { Sheet } from "@/core/sheet/sheet";
import { type Practice, usualPractice } from "@/core/vocabulary/practice";
import type { T } from "../inspect/words";
import type { ProofQuestion } from "./answer";
import { useProof } from "./ask";
import { FaultList } from "./fault-list";

/** What a walk saves with every check in date that has an interval on the sheet, and which faults it then does not show. */
export function ShorterWalk({ sheet, practice = usualPractice }: { sheet: Sheet; practice?: Practice }) {
  const t = useTranslations() as unknown as T;
  const question = useMemo<ProofQuestion>(() => {
    const input: PlanInput = { sheet, scope: { kind: "full" }, practice };
    const lent = dueFor(input).flatMap(({ key, definition }) =>
      intervalOf(sheet, definition) === undefined ? [] : [key],
    );
    return { ask: "spared", input: { ...input, lent } };
  }, [sheet, practice]);
  const answer = useProof(question);
  return (
    <div role="status">
      {answer === undefined ? (
        <p className="text-ink2">{t("proof.working")}</p>
      ) : !answer.ok ? (
        <p className="font-semibold">{t("proof.failed", { why: answer.why })}</p>
      ) : "minutes" in answer ? (
        <>
          <p className="font-semibold">
            {t("proof.spared", { minutes: answer.minutes.toFixed(1), whole: answer.whole.toFixed(1) })}
          </p>
          <p>{t(answer.left.length === 0 ? "proof.sparedNone" : "proof.sparedLeft")}</p>
          <FaultList faults={answer.left} t={t} />
        </>
      ) : null}
    </div>
  );
}
