import { useTranslations } from "next-intl";
import type { Counted, MonthOfYard, NeverFound, TagWaits, UnitTrends } from "@/contract/trends";
import type { Attention } from "@/core/underway/pace";
import { buttonLook } from "@/kit/button";
import { Link } from "@/kit/link";
import { type T, titleOfId } from "../inspect/words";
import { Changing } from "./changing";
import { MonthChart } from "./month-chart";
import { OwnAttention } from "./own-attention";
import { stoodWords } from "./words";

export interface YardTrends {
  readonly units: readonly UnitTrends[];
  readonly months: readonly MonthOfYard[];
  readonly failures: {
    readonly fromDay: string;
    readonly parts: readonly Counted[];
    readonly models: readonly Counted[];
    readonly places: readonly Counted[];
    readonly hours: readonly Counted[];
  };
  readonly never: readonly NeverFound[];
  readonly waits: TagWaits | undefined;
  /** Of whoever looks. */
  readonly own: { readonly walks: number; readonly stops: readonly Attention[] };
}

/** What the records of a yard say over the months: what changes, what fails, how shifts started, where tags wait. */
export function YardTrendsView({
  trends: { units, months, failures, never, waits, own },
  zone,
  measures,
}: {
  trends: YardTrends;
  zone: string;
  measures: "metric" | "imperial";
}) {
  const t = useTranslations() as unknown as T;
  const models = [...new Set(never.map(({ model }) => model))].sort();
  const last = months.at(-2) ?? months.at(-1);
  const records = (by: Readonly<Record<string, string>>) =>
    `/records?${new URLSearchParams({ ...by, grade: "failed", scope: "full", from: failures.fromDay })}`;
  return (
    <div className="p-4 md:p-5">
      <div className="flex flex-wrap items-center justify-between gap-3">
        <h1 className="text-[28px] leading-none font-bold">{t("trends.title")}</h1>
        {last === undefined ? null : (
          <a href={`/trends/pdf?month=${last.month}`} className={buttonLook("small")}>
            {t("trends.print", { month: last.month })}
          </a>
        )}
      </div>
      <h2 className="mt-5 text-[22px] font-bold">{t("trends.changing")}</h2>
      <p className="text-ink2">{t("trends.changingHelp")}</p>
      <Changing {...{ t, zone, measures, units }} />
      <div className="mt-6 grid gap-x-8 gap-y-6 lg:grid-cols-2">
        <section>
          <h2 className="text-[22px] font-bold">{t("trends.started")}</h2>
          <p className="text-ink2">{t("trends.startedHelp")}</p>
          {months.length === 0 ? (
            <p className="mt-2">{t("trends.noWalks")}</p>
          ) : (
            <>
              <div className="mt-2">
                <MonthChart months={months} label={t("trends.started")} />
              </div>
              <details className="mt-1">
                <summary className="min-h-[48px] cursor-pointer py-3 underline">
                  {t("trends.figures")}
                </summary>
                <MonthTable t={t} months={months} />
              </details>
            </>
          )}
        </section>
        <section>
          <h2 className="text-[22px] font-bold">{t("trends.tags")}</h2>
          {waits === undefined ? (
            <p className="mt-2">{t("trends.noTags")}</p>
          ) : (
            <>
              <p className="text-ink2">{t("trends.tagsHelp", { count: waits.released })}</p>
              <dl className="mt-2 grid grid-cols-3 gap-3">
                {(["repair", "retest", "release"] as const).map((stage) => (
                  <div key={stage} className="border-2 border-ink p-3">
                    <dt>{t(`trends.waits.${stage}`)}</dt>
                    <dd className="text-[24px] font-bold">{stoodWords(t, waits[`${stage}Days`])}</dd>
                  </div>
                ))}
              </dl>
              <details className="mt-1">
                <summary className="min-h-[48px] cursor-pointer py-3 underline">
                  {t("trends.tagsList")}
                </summary>
                <ul className="max-h-[240px] overflow-y-auto">
                  {waits.tags.map(({ id, number, plate, days }) => (
                    <li key={id}>
                      <Link href={`/tags/${id}`} className="grid min-h-[48px] content-center underline">
                        {t("trends.tagLine", { number, plate, stood: stoodWords(t, days) })}
                      </Link>
                    </li>
                  ))}
                </ul>
              </details>
            </>
          )}
          <p className="mt-3">
            <Link href="/tagged" className="inline-grid min-h-[48px] content-center underline">
              {t("nav.tagged")}
            </Link>
          </p>
        </section>
      </div>
      <h2 className="mt-6 text-[22px] font-bold">{t("trends.fails")}</h2>
      <p className="text-ink2">{t("trends.failsHelp")}</p>
      <div className="mt-2 grid gap-x-8 gap-y-5 md:grid-cols-2 xl:grid-cols-4">
        <Counts
          t={t}
          title={t("trends.by.part")}
          counts={failures.parts}
          words={(name) => t(`part.${name}`)}
          href={(name) => records({ part: name })}
        />
        <Counts
          t={t}
          title={t("trends.by.model")}
          counts={failures.models}
          words={(name) => name}
          href={(name) => records({ unit: name })}
        />
        <Counts
          t={t}
          title={t("trends.by.place")}
          counts={failures.places}
          words={(name) => t(`stop.${name}`)}
          href={(name) => records({ place: name })}
        />
        <Counts
          t={t}
          title={t("trends.by.hours")}
          counts={failures.hours}
          words={(name) => t("trends.hours", { from: Number(name), to: Number(name) + 500 })}
          href={(name) => records({ hoursFrom: name, hoursTo: `${Number(name) + 500}` })}
        />
      </div>
      <h2 className="mt-6 text-[22px] font-bold">{t("trends.never")}</h2>
      <p className="text-ink2">{t("trends.neverHelp")}</p>
      {models.length === 0 ? <p className="mt-2">{t("trends.neverNone")}</p> : null}
      <div className="mt-1 grid gap-x-8 lg:grid-cols-2">
        {models.map((model) => {
          const mine = never.filter((one) => one.model === model);
          return (
            <details key={model} className="border-b-2 border-line">
              <summary className="min-h-[48px] cursor-pointer py-3">
                <b>{model}</b> {t("trends.neverCount", { count: mine.length })}
              </summary>
              <ul className="pb-3">
                {mine.map(({ checkId, times }) => (
                  <li key={checkId}>{t("trends.neverLine", { check: titleOfId(t, checkId), times })}</li>
                ))}
              </ul>
            </details>
          );
        })}
      </div>
      {models.length === 0 ? null : (
        <Link href="/planning" className="mt-2 inline-grid min-h-[48px] content-center underline">
          {t("trends.unproven")}
        </Link>
      )}
      <OwnAttention t={t} {...own} />
    </div>
  );
}

function MonthTable({ t, months }: { t: T; months: readonly MonthOfYard[] }) {
  return (
    <div className="overflow-x-auto">
      <table className="w-full text-left tabular-nums">
        <thead>
          <tr>
            {(["month", "shifts", "ready", "walks", "cleared", "tags"] as const).map((column) => (
              <th key={column} className="pr-4 py-1.5">
                {t(`trends.column.${column}`)}
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {months.map((one) => (
            <tr key={one.month} className="border-t border-line">
              <td className="py-1.5">
                <Link
                  href={`/records?from=${one.month}-01&to=${one.month}-${daysIn(one.month)}`}
                  className="inline-grid min-h-[48px] content-center underline"
                >
                  {one.month}
                </Link>
              </td>
              <td>{one.shifts}</td>
              <td>{one.shiftsReady}</td>
              <td>{one.walks}</td>
              <td>{one.cleared}</td>
              <td>{one.tagsRaised}</td>
            </tr>
          ))}
        </tbody>
      </table>
    </div>
  );
}

const daysIn = (month: string): number => {
  const [year = 0, of = 1] = month.split("-").map(Number);
  return new Date(Date.UTC(year, of, 0)).getUTCDate();
};

function Counts({
  t,
  title,
  counts,
  words,
  href,
}: {
  t: T;
  title: string;
  counts: readonly Counted[];
  words: (name: string) => string;
  href: (name: string) => string;
}) {
  return (
    <section>
      <h3 className="font-bold">{title}</h3>
      {counts.length === 0 ? <p className="text-ink2">{t("trends.failsNone")}</p> : null}
      <ul>
        {counts.map(({ name, times, walks }) => (
          <li
            key={name}
            className="flex min-h-[48px] items-center justify-between gap-3 border-b border-line"
          >
            <Link href={href(name)} className="grid min-h-[48px] content-center underline">
              {words(name)}
            </Link>
            <span className="whitespace-nowrap text-ink2">
              <b className="text-ink">{times}</b> {t("trends.inWalks", { walks })}
            </span>
          </li>
        ))}
      </ul>
    </section>
  );
}
