"use client";
import { useTranslations } from "next-intl";
import { useMemo } from "react";
import type { InspectionEvent } from "@/core/record/events";
import type { WalkInput } from "@/core/underway/follow";
import type { T } from "../inspect/words";
import type { ProofQuestion } from "./answer";
import { useProof } from "./ask";
import { FaultList } from "./fault-list";

/** What a walk, as it was made, has not shown that the whole walk would have. */
export function LeftUnproven({ input, events }: { input: WalkInput; events: readonly InspectionEvent[] }) {
  const t = useTranslations() as unknown as T;
  const question = useMemo<ProofQuestion>(() => ({ ask: "left", input, events }), [input, events]);
  const answer = useProof(question);
  return (
    <section className="mt-5">
      <h2 className="text-[20px] font-bold">{t("proof.leftUnproven")}</h2>
      <div role="status">
        {answer === undefined ? (
          <p className="text-ink2">{t("proof.working")}</p>
        ) : !answer.ok ? (
          <p className="font-semibold">{t("proof.failed", { why: answer.why })}</p>
        ) : "left" in answer && answer.left.length > 0 ? (
          <>
            <p className="mt-1">{t("proof.notMade")}</p>
            <FaultList faults={answer.left} t={t} />
          </>
        ) : (
          <p className="mt-1 text-ink2">{t("proof.recordNone")}</p>
        )}
      </div>
    </section>
  );
}
