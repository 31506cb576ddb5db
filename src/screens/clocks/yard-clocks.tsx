import { useTranslations } from "next-intl";
import type { CSSProperties } from "react";
import type { ClockShown, YardUnit } from "@/contract/clocks";
import { mostPressing } from "@/core/periodic/due";
import { stripWeeks, together } from "@/core/periodic/strip";
import { Further } from "@/kit/further";
import { Link } from "@/kit/link";
import { Plate, plateWidth } from "@/kit/plate";
import { Weeks } from "@/kit/weeks";
import { day } from "../states";
import { DueMark, DueWords } from "./due-words";
import { WeeksKey } from "./weeks-key";

/** The months over a strip of weeks: each where its first whole week is. */
function Months({ nowMs, zone }: { nowMs: number; zone: string }) {
  const t = useTranslations();
  const monthOf = (week: number) => day(nowMs + week * 7 * 86_400_000, zone).slice(5, 7);
  return (
    <span className="flex gap-[3px] text-ink2">
      {Array.from({ length: stripWeeks }, (_, week) => (
        // biome-ignore lint/suspicious/noArrayIndexKey: a week's place is its name
        <span key={week} className="w-5 min-w-2.5 overflow-visible whitespace-nowrap">
          {week === 0 || monthOf(week) !== monthOf(week - 1) ? t(`clocks.month.${monthOf(week)}`) : ""}
        </span>
      ))}
    </span>
  );
}

const none = { state: "not_yet", firstMs: undefined } as const;

/** The next three months of the yard: a strip a unit, what is overdue or due soonest first. */
export function YardClocksView({
  units,
  next,
  zone,
  nowMs,
}: {
  units: readonly YardUnit[];
  next: string | undefined;
  zone: string;
  nowMs: number;
}) {
  const t = useTranslations();
  const rows = units
    .map((unit) => ({ ...unit, first: [...unit.clocks].sort(mostPressing)[0] }))
    .sort((a, b) => mostPressing(a.first ?? none, b.first ?? none));
  const count = (state: ClockShown["state"]) => rows.filter(({ first }) => first?.state === state).length;
  const withoutDay = rows.flatMap(({ clocks }) =>
    clocks.filter(({ state, slot }) => state === "due_soon" && slot === undefined),
  ).length;
  return (
    <div className="p-4 md:p-5">
      <h1 className="text-[28px] leading-none font-bold">{t("clocks.yardTitle")}</h1>
      <p className="mt-2 max-w-[90ch] text-ink2">
        {t("clocks.yardLead", {
          ...{ from: day(nowMs, zone), to: day(nowMs + stripWeeks * 7 * 86_400_000, zone) },
          ...{ overdue: count("overdue"), soon: count("due_soon") },
        })}{" "}
        {withoutDay === 0 ? "" : <b className="text-ink">{t("clocks.withoutDay", { count: withoutDay })}</b>}
      </p>
      <WeeksKey />
      {rows.length === 0 ? <p className="mt-4">{t("units.none")}</p> : null}
      <ul
        className="mt-3"
        style={{ "--plates": plateWidth(rows.map(({ plate }) => plate)) } as CSSProperties}
      >
        <li aria-hidden="true" className="hidden grid-cols-[var(--plates)_auto_1fr] gap-x-5 lg:grid">
          <span />
          <Months nowMs={nowMs} zone={zone} />
        </li>
        {rows.map(({ plate, clocks, first }) => (
          <li
            key={plate}
            className="grid min-h-[60px] grid-cols-[var(--plates)_1fr] items-center gap-x-4 gap-y-1 border-b border-line py-1.5 lg:gap-x-5 lg:grid-cols-[var(--plates)_auto_1fr_auto]"
          >
            <Link
              href={`/units/${encodeURIComponent(plate)}/clocks`}
              className="grid min-h-[48px] content-center"
            >
              <Plate>{plate}</Plate>
            </Link>
            <Weeks weeks={together(clocks.map(({ strip }) => strip))} />
            {first === undefined ? null : (
              <>
                <span className="col-span-2 leading-snug lg:col-span-1">
                  <b>{t(`job.${first.job}`)}</b>:{" "}
                  <DueWords clock={first} zone={first.job === "examination" ? "UTC" : zone} />
                </span>
                <DueMark state={first.state} />
              </>
            )}
          </li>
        ))}
      </ul>
      <Further next={next === undefined ? undefined : `/clocks?after=${encodeURIComponent(next)}`}>
        {t("units.further")}
      </Further>
    </div>
  );
}
