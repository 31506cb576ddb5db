"use client";
import { useRouter } from "next/navigation";
import { useTranslations } from "next-intl";
import { useState } from "react";
import { Button } from "@/kit/button";
import { send } from "../send";

const fields = [
  ["examiner", "units.examiner", "text"],
  ["licence", "tagged.licence", "text"],
  ["examinedOn", "units.examinedOn", "date"],
  ["nextDue", "units.nextDue", "date"],
  ["document", "units.examDocument", "text"],
] as const;

/** Records a periodic examination: who, their number, when, next due, and the report. */
export function ExaminationForm({ plate }: { plate: string }) {
  const t = useTranslations();
  const router = useRouter();
  const [typed, setTyped] = useState<Readonly<Record<string, string>>>({});
  const [problem, setProblem] = useState("");
  const complete = fields.every(([id]) => (typed[id] ?? "").trim() !== "");
  return (
    <details className="mt-5">
      <summary className="min-h-[48px] cursor-pointer py-3 text-[20px] font-bold">
        {t("units.examine")}
      </summary>
      <form
        className="grid gap-3 md:grid-cols-2"
        onSubmit={async (event) => {
          event.preventDefault();
          if (!complete) return;
          const answer = await send(`/api/units/${encodeURIComponent(plate)}/examinations`, typed);
          setProblem(answer.ok ? "" : answer.detail);
          if (!answer.ok) return;
          setTyped({});
          router.refresh();
        }}
      >
        {fields.map(([id, words, type]) => (
          <label key={id} className="block">
            <span className="font-semibold">{t(words)}</span>
            <input
              type={type}
              value={typed[id] ?? ""}
              maxLength={120}
              onChange={(e) => setTyped((was) => ({ ...was, [id]: e.target.value }))}
              className="mt-1 min-h-[48px] w-full border-2 border-ink bg-chalk px-3"
            />
          </label>
        ))}
        <Button look="small" type="submit" disabled={!complete} className="self-end">
          {t("inspect.record")}
        </Button>
        <p
          role="alert"
          className={problem === "" ? "sr-only" : "border-[2.5px] border-tag p-3 font-semibold md:col-span-2"}
        >
          {problem}
        </p>
      </form>
    </details>
  );
}
