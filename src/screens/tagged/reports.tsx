"use client";
import { useRouter } from "next/navigation";
import { useTranslations } from "next-intl";
import { useState } from "react";
import { Button } from "@/kit/button";
import { Plate } from "@/kit/plate";
import { send } from "../send";
import { dayAndClock } from "../states";

export interface ReportRow {
  readonly id: string;
  readonly name: string;
  readonly kind: string;
  readonly plate: string | null;
  readonly problem: string;
  readonly raw: string;
  readonly by: string;
  readonly own: boolean;
  readonly receivedAtMs: number;
}

interface Choice {
  readonly id: string;
  readonly plate: string;
}

/** Reports that hold a unit until somebody looks, with what came, and requests whose unit nobody knows. */
export function Reports({
  reports,
  units,
  mayLook,
  zone,
}: {
  reports: readonly ReportRow[];
  units: readonly Choice[];
  mayLook: boolean;
  zone: string;
}) {
  const t = useTranslations();
  if (reports.length === 0) return null;
  return (
    <section id="reports" className="px-4 pt-6 md:px-5">
      <h2 className="text-[24px] font-bold">{t("reports.title")}</h2>
      <p className="text-ink2">{t("reports.help")}</p>
      <ul>
        {reports.map((report) => (
          <li key={report.id} className="border-b-2 border-line py-4">
            <div className="flex flex-wrap items-center gap-x-5 gap-y-1">
              {report.plate === null ? null : <Plate>{report.plate}</Plate>}
              <b className="text-[20px]">{t(`reports.what.${report.kind}`)}</b>
              <span className="text-ink2">
                {report.name},{" "}
                {t("reports.from", { name: report.by, time: dayAndClock(report.receivedAtMs, zone) })}
              </span>
            </div>
            <p className="mt-1 break-words">{report.problem}</p>
            <details className="mt-1">
              <summary className="min-h-[48px] cursor-pointer py-3 underline">{t("reports.bytes")}</summary>
              <pre className="overflow-x-auto border border-line bg-chalk2 p-3 whitespace-pre-wrap break-all">
                {report.raw}
              </pre>
            </details>
            {mayLook ? <Settle report={report} units={units} /> : null}
          </li>
        ))}
      </ul>
    </section>
  );
}

function Settle({ report, units }: { report: ReportRow; units: readonly Choice[] }) {
  const t = useTranslations();
  const router = useRouter();
  const [text, setText] = useState("");
  const [problem, setProblem] = useState("");
  const unmatched = report.kind === "unmatched_tag";
  if (report.own && !unmatched) return <p className="font-semibold">{t("reports.own")}</p>;
  const settle = async () => {
    const answer = unmatched
      ? await send(`/api/reports/${report.id}/match`, { unitId: text })
      : await send(`/api/reports/${report.id}/look`, { says: text });
    if (answer.ok) router.refresh();
    else setProblem(answer.detail);
  };
  const label = t(unmatched ? "reports.match" : "reports.says");
  const field = "min-h-[48px] w-full border-2 border-ink bg-chalk px-3";
  return (
    <form
      className="mt-2 grid gap-3 md:grid-cols-[1fr_auto] md:items-end"
      onSubmit={(event) => {
        event.preventDefault();
        if (text.trim() !== "") void settle();
      }}
    >
      <div>
        <p className="font-semibold">{label}</p>
        {unmatched ? (
          <select aria-label={label} className={field} value={text} onChange={(e) => setText(e.target.value)}>
            <option value="" />
            {units.map((unit) => (
              <option key={unit.id} value={unit.id}>
                {unit.plate}
              </option>
            ))}
          </select>
        ) : (
          <input
            aria-label={label}
            className={field}
            value={text}
            maxLength={400}
            onChange={(e) => setText(e.target.value)}
          />
        )}
      </div>
      <Button look={unmatched ? "tag" : "small"} type="submit" disabled={text.trim().length < 3}>
        {t(unmatched ? "reports.doMatch" : "reports.look")}
      </Button>
      {problem === "" ? null : (
        <p role="alert" className="font-semibold md:col-span-2">
          {problem}
        </p>
      )}
    </form>
  );
}
