"use client";
import { useRouter } from "next/navigation";
import { useTranslations } from "next-intl";
import { useState } from "react";
import type { ShiftClock } from "@/core/decision/standing";
import { type NeedRead, type NeedsKnown, type NeedWrong, needsIn } from "@/core/shift/needs-file";
import { Button } from "@/kit/button";
import { Problem } from "@/kit/problem";
import { FileButton } from "../file-button";
import { send } from "../send";

/** Lines shown of what cannot be read. */
const most = 12;

/** Needs from a file, CSV or a calendar: what is read of it is shown first, then taken; a line with something wrong is left out. */
export function ImportNeeds({
  path,
  known,
  shifts,
  zone,
}: {
  path: string;
  known: NeedsKnown;
  shifts: readonly ShiftClock[];
  zone: string;
}) {
  const t = useTranslations();
  const router = useRouter();
  const [read, setRead] = useState<{ needs: readonly NeedRead[]; wrong: readonly NeedWrong[] }>();
  const [problem, setProblem] = useState("");
  const [said, setSaid] = useState("");
  const [busy, setBusy] = useState(false);
  const pick = async (file: File | undefined) => {
    if (file === undefined) return;
    setSaid("");
    // What reads calendars is large, and seldom needed.
    const { linesOf } = await import("@/device/shift/needs-lines");
    const lines = linesOf(await file.text(), shifts, zone);
    setProblem(lines.length === 0 ? t("needs.notNeeds") : "");
    setRead(lines.length === 0 ? undefined : needsIn(lines, known));
  };
  const take = async (needs: readonly NeedRead[]) => {
    setBusy(true);
    let taken = 0;
    for (const need of needs) {
      const answer = await send(path, need, "PUT");
      if (!answer.ok) {
        setProblem(`${need.crew}, ${need.place}: ${answer.detail}`);
        break;
      }
      taken += 1;
    }
    setBusy(false);
    setRead(undefined);
    setSaid(t("needs.taken", { count: taken }));
    router.refresh();
  };
  return (
    <section className="mt-8 border-[2.5px] border-ink p-4">
      <h2 className="text-[22px] font-bold">{t("needs.import")}</h2>
      <p className="mb-3 max-w-[80ch] text-ink2">{t("needs.importLead")}</p>
      <FileButton
        words={t("needs.file")}
        accept=".csv,.ics,text/csv,text/calendar"
        onPick={(f) => void pick(f)}
      />
      <p role="status" className="mt-2 font-semibold">
        {said}
      </p>
      <Problem className="mt-2">{problem}</Problem>
      {read === undefined ? null : (
        <>
          <p className="mt-3 font-bold">{t("needs.read", { count: read.needs.length })}</p>
          <ul>
            {read.needs.slice(0, most).map((need) => (
              <li
                key={`${need.shiftId} ${need.crew} ${need.place} ${need.days} ${need.onDay}`}
                className="border-b border-line py-1"
              >
                <b>{need.crew}</b>, {need.place}, {t(`shift.${need.shiftId}`)}
                {need.id === undefined ? "" : `, ${t("needs.there")}`}
              </li>
            ))}
          </ul>
          {read.wrong.length === 0 ? null : (
            <>
              <p className="mt-3 font-bold">{t("needs.unread", { count: read.wrong.length })}</p>
              <ul>
                {read.wrong.slice(0, most).map(({ line, column, cell }) => (
                  <li key={line} className="border-b border-line py-1">
                    {t("needs.wrong", { line, column, cell })}
                  </li>
                ))}
              </ul>
            </>
          )}
          <Button
            className="mt-3 w-full"
            disabled={busy || read.needs.length === 0}
            onClick={() => void take(read.needs)}
          >
            {t("needs.take", { count: read.needs.length })}
          </Button>
        </>
      )}
    </section>
  );
}
