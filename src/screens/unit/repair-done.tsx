"use client";
import { useRouter } from "next/navigation";
import { useTranslations } from "next-intl";
import { useState } from "react";
import { Button } from "@/kit/button";
import { send } from "../send";

/** A technician records that a finding below tag-out has been repaired. */
export function RepairDone({ findingId }: { findingId: string }) {
  const t = useTranslations();
  const router = useRouter();
  const [open, setOpen] = useState(false);
  const [work, setWork] = useState("");
  const [problem, setProblem] = useState("");
  if (!open) {
    return (
      <button type="button" className="block min-h-[48px] underline" onClick={() => setOpen(true)}>
        {t("units.repairDone")}
      </button>
    );
  }
  return (
    <form
      className="mt-1 flex flex-wrap gap-2"
      onSubmit={async (event) => {
        event.preventDefault();
        const answer = await send(`/api/findings/${findingId}/repair`, { work });
        if (answer.ok) router.refresh();
        else setProblem(answer.detail);
      }}
    >
      <input
        aria-label={t("units.work")}
        placeholder={t("units.work")}
        value={work}
        onChange={(e) => setWork(e.target.value)}
        className="min-h-[48px] flex-1 border-2 border-ink bg-chalk px-3 placeholder:text-ink3"
      />
      <Button look="small" type="submit" disabled={work.trim().length < 3}>
        {t("inspect.record")}
      </Button>
      <span role="alert" className="basis-full font-semibold">
        {problem}
      </span>
    </form>
  );
}
