import { useTranslations } from "next-intl";
import type { JobRow } from "@/contract/shift";
import { Link } from "@/kit/link";
import { Plate } from "@/kit/plate";
import { clock } from "../states";

/** Jobs that come round and were given this day: who does each when, or why it is in no plan. */
export function JobsOfDay({ jobs, zone }: { jobs: readonly JobRow[]; zone: string }) {
  const t = useTranslations();
  if (jobs.length === 0) return null;
  const when = ({ slot, minutes, crew, who }: JobRow): string => {
    if (slot !== undefined)
      return t("shift.plan.retestBy", {
        name: slot.person,
        time: `${clock(slot.startMs, zone)}–${clock(slot.endMs, zone)}`,
      });
    if (minutes === null) return [who, t("shift.plan.jobUntimed")].filter((words) => words !== "").join(". ");
    return crew === undefined ? t("shift.plan.jobNobody") : t("shift.plan.jobCrew", { crew });
  };
  return (
    <ul aria-label={t("shift.plan.jobs")}>
      {jobs.map((one) => (
        <li
          key={one.id}
          className="flex min-h-[60px] flex-wrap items-center gap-x-4 border-b border-line px-4 py-1.5 md:px-5"
        >
          <Plate>{one.plate}</Plate>
          <span className="flex-1 leading-snug">
            <b>{t(`job.${one.job}`)}</b>
            <span className="block text-ink2">{when(one)}</span>
          </span>
          <Link
            href={`/units/${encodeURIComponent(one.plate)}/clocks`}
            aria-label={`${t("clocks.title")}: ${one.plate}`}
            className="inline-grid min-h-[48px] content-center underline"
          >
            {t("clocks.title")}
          </Link>
        </li>
      ))}
    </ul>
  );
}
