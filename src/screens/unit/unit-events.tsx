"use client";
import { useRouter } from "next/navigation";
import { useTranslations } from "next-intl";
import { useState } from "react";
import { unitEventKinds } from "@/core/evidence/unit-events";
import { Button } from "@/kit/button";
import { send } from "../send";

/** What happened to a unit between inspections; most of it means that an inspection is due. */
export function UnitEvents({ plate }: { plate: string }) {
  const t = useTranslations();
  const router = useRouter();
  const [problem, setProblem] = useState("");
  const [busy, setBusy] = useState(false);
  const record = async (kind: (typeof unitEventKinds)[number]) => {
    setBusy(true);
    const answer = await send(`/api/units/${encodeURIComponent(plate)}/events`, {
      id: crypto.randomUUID(),
      kind,
    });
    setBusy(false);
    if (answer.ok) router.refresh();
    else setProblem(answer.detail);
  };
  return (
    <details className="mt-5">
      <summary className="min-h-[48px] cursor-pointer py-3 text-[20px] font-bold">
        {t("units.events")}
      </summary>
      <p className="text-ink2">{t("units.eventHelp")}</p>
      <div className="mt-2 flex flex-wrap gap-2.5">
        {unitEventKinds.map((kind) => (
          <Button key={kind} look="small" disabled={busy} onClick={() => void record(kind)}>
            {t(`units.event.${kind}`)}
          </Button>
        ))}
      </div>
      <p role="alert" className={problem === "" ? "sr-only" : "mt-2 font-semibold"}>
        {problem}
      </p>
    </details>
  );
}
