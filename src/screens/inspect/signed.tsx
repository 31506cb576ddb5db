"use client";
import { useTranslations } from "next-intl";
import { useEffect, useState } from "react";
import { clears } from "@/core/vocabulary/outcomes";
import type { Policy } from "@/core/vocabulary/policy";
import type { KeptSignature } from "@/device/local-store";
import { outbox } from "@/device/outbox";
import { hearSignature, unsign } from "@/device/signatures";
import { Button, buttonLook } from "@/kit/button";
import { Link } from "@/kit/link";
import { Mark } from "@/kit/mark";
import { outcomeMark } from "../states";
import { outcomeWords } from "./outcome-words";

/** The signature this device keeps over a walk, and what became of it. Sent once all it covers is. */
export function useSignature(inspectionId: string, toSend: number): KeptSignature | undefined {
  const [kept, setKept] = useState<KeptSignature>();
  useEffect(() => hearSignature(inspectionId, setKept), [inspectionId]);
  const waits = kept?.became.kind === "waits";
  useEffect(() => {
    if (waits && toSend === 0) void outbox().send();
  }, [waits, toSend]);
  return kept;
}

/** After signing: what the server sealed it as, or that it waits here and clears nothing yet. */
export function SignedView({ kept, policy }: { kept: KeptSignature; policy: Pick<Policy, "survey"> }) {
  const t = useTranslations();
  const { became, inspectionId, plate } = kept;
  const sealed = became.kind === "sealed";
  return (
    <main className="mx-auto max-w-2xl p-6" aria-live="polite">
      <p className="text-ink2">{sealed ? t("decide.signed") : plate}</p>
      <h1 className="mt-2 text-[34px] leading-tight font-bold">
        {became.kind === "sealed" && became.outcome !== undefined ? (
          <Mark kind={outcomeMark[became.outcome]}>{outcomeWords(t, became.outcome, policy)}</Mark>
        ) : sealed ? (
          t("decide.signed")
        ) : (
          <Mark kind="open">{t("decide.signedHere")}</Mark>
        )}
      </h1>
      {became.kind === "sealed" && became.outcome !== became.shownOutcome ? (
        <p className="mt-3 border-[2.5px] border-tag p-3 font-semibold">{t("decide.differ")}</p>
      ) : null}
      <p className="mt-3">{sealed ? t("decide.authority") : t("decide.signedHereHelp", { plate })}</p>
      <div className="mt-6 flex flex-wrap gap-3">
        {became.kind === "sealed" &&
        became.outcome !== undefined &&
        clears(became.outcome) &&
        policy.survey === "apart" ? (
          <Link className={buttonLook("go")} href={`/units/${encodeURIComponent(plate)}/survey`}>
            {t("units.survey")}
          </Link>
        ) : null}
        <Link className={buttonLook("plain")} href="/shift">
          {t("decide.toShift")}
        </Link>
        {sealed ? (
          <Link className={buttonLook("plain")} href={`/records/${inspectionId}`}>
            {t("decide.record")}
          </Link>
        ) : (
          <Button onClick={() => void unsign(inspectionId)}>{t("decide.unsign")}</Button>
        )}
      </div>
    </main>
  );
}
