import { useTranslations } from "next-intl";
import type { CSSProperties } from "react";
import type { ShiftBoard } from "@/contract/shift";
import type { StopShown } from "@/contract/survey";
import { type Topic, topics } from "@/core/survey/sums";
import { Link } from "@/kit/link";
import { Mark } from "@/kit/mark";
import { Plate, plateWidth } from "@/kit/plate";
import { clock, isBarred, stateMark } from "../states";
import { StopForConditions } from "../stops/stop-for-conditions";
import { StopsStanding } from "../stops/stops-standing";
import type { Measures } from "../survey/figure";
import { WindWarnings } from "../wind/wind-warnings";
import { CancelledCrews } from "./cancelled-crews";
import { ChangePlan, type PlanToChange } from "./change-plan";
import { FoundRows } from "./found-rows";
import { JobsOfDay } from "./jobs-of-day";
import { PeopleLanes } from "./people-lanes";
import { PlanChanges } from "./plan-changes";
import { PlanSummary } from "./plan-summary";
import { ReadyHere } from "./ready-here";
import { Retests } from "./retests";
import { RowWords } from "./row-words";
import { StartWalk } from "./start-walk";
import { WalkStrip } from "./walk-strip";
import { WhatWasSaid } from "./what-was-said";
import { WhoIsAway } from "./who-is-away";

export interface ShiftData extends ShiftBoard {
  /** Whoever looks. */
  readonly personId: string;
  readonly mayInspect: boolean;
  readonly mayPlan: boolean;
  readonly siteId: string;
  readonly stops: readonly StopShown[];
  readonly mayLift: boolean;
  readonly measures: Measures;
}

/** What the clock shows before the start and after it, minutes, with a line for each half hour. */
const beforeMin = 90;
const afterMin = 30;
const ticks = [0, 30, 60, 90, 120];
/** More rows than one looks through: they can be searched, and those out of sight are not drawn. */
const manyRows = 30;

/** What must be ready, by when, by whom: each walk a strip of squares laid on the clock up to the shift's start. */
export function ShiftView({ data }: { data: ShiftData }) {
  const t = useTranslations();
  const { shift, rows, nowMs, zone } = data;
  const fromMs = shift.startMs - beforeMin * 60_000;
  const toMs = shift.startMs + afterMin * 60_000;
  const onClock = nowMs >= fromMs && nowMs <= toMs;
  const percent = (ms: number) => Math.min(100, Math.max(0, ((ms - fromMs) / (toMs - fromMs)) * 100));
  const words = t(`shift.${shift.id}`);
  const [mineNext] = rows
    .filter(({ slot }) => slot?.personId === data.personId)
    .sort((a, b) => (a.slot?.startMs ?? 0) - (b.slot?.startMs ?? 0));
  const toChange: PlanToChange = {
    ...{ morning: data.morning, pins: data.pins, plan: data.plan, plates: data.plates },
    people: { ...data.people, ...data.outside },
    jobs: Object.fromEntries([
      ...data.jobs.map(({ id, job }) => [id, t(`job.${job}`)] as const),
      ...data.retests.map(({ unitId }) => [unitId, t("shift.plan.retest")] as const),
    ]),
    ...{ siteId: data.siteId, shiftId: shift.id, day: shift.day, startMs: shift.startMs, zone },
    topics: Object.fromEntries(topics.map((topic) => [topic, t(`survey.topic.${topic}`)])) as Record<
      Topic,
      string
    >,
    crews: Object.fromEntries([...rows, ...data.unserved].map(({ needId, crew }) => [needId, crew])),
  };
  const crewRows = rows.filter(({ was }) => was === undefined);
  const ready = crewRows.filter(({ standing, slot }) => standing.usable && slot === undefined).length;
  const columns = !onClock
    ? "md:grid-cols-[var(--plates)_210px_1fr_470px]"
    : data.mayPlan
      ? "md:grid-cols-[var(--plates)_190px_1fr_480px]"
      : "md:grid-cols-[var(--plates)_190px_1fr_430px]";
  const plates = plateWidth([...rows, ...data.later].map(({ plate }) => plate));
  return (
    <div style={{ "--plates": plates } as CSSProperties}>
      <div className="flex flex-wrap items-baseline gap-x-6 gap-y-1 px-4 pt-4 pb-3 md:px-5">
        <h1 className="text-[28px] leading-none font-bold">{words}</h1>
        <p className="text-ink2">
          {nowMs < shift.startMs ? (
            <>
              {t("shift.in", { shift: words })}{" "}
              <b className="text-ink">{lengthWords(shift.startMs - nowMs)}</b>, {clock(shift.startMs, zone)}
            </>
          ) : (
            t("shift.began", { shift: words, time: clock(shift.startMs, zone) })
          )}
        </p>
        <p className="font-bold">
          {t("shift.ready", { ready, all: crewRows.length + data.unserved.length })}
        </p>
        {data.mayPlan ? (
          <Link href="/shift/needs" className="inline-grid min-h-[48px] place-items-center underline">
            {t("needs.title")}
          </Link>
        ) : null}
        {data.mayPlan ? (
          <a href="/shift/pdf" className="inline-grid min-h-[48px] place-items-center underline">
            {t("shift.plan.print")}
          </a>
        ) : null}
        {data.mayInspect ? <ReadyHere zone={zone} /> : null}
        <span className="ml-auto flex flex-wrap gap-3 self-center">
          {data.mayPlan ? (
            <WhoIsAway
              shift={toChange}
              {...{ people: data.people, away: data.away, partly: data.partly, startMs: shift.startMs, zone }}
            />
          ) : null}
          <StopForConditions siteId={data.siteId} nowMs={nowMs} />
        </span>
      </div>
      <StopsStanding stops={data.stops} mayLift={data.mayLift} zone={zone} />
      <WindWarnings siteId={data.siteId} zone={zone} measures={data.measures} />
      {rows.length + data.unserved.length === 0 ? <p className="px-5 py-6">{t("shift.none")}</p> : null}
      {onClock ? (
        <div className={`hidden border-b border-line md:grid ${columns} px-5 text-ink2`} aria-hidden="true">
          <span className="col-start-3 relative h-7">
            {ticks.map((m) => (
              <span
                key={m}
                className={`absolute -translate-x-1/2 ${m === beforeMin ? "font-bold text-ink" : ""}`}
                style={{ left: `${(m / (beforeMin + afterMin)) * 100}%` }}
              >
                {m === beforeMin
                  ? t("shift.start", { time: clock(shift.startMs, zone) })
                  : clock(fromMs + m * 60_000, zone)}
              </span>
            ))}
          </span>
        </div>
      ) : null}
      <FoundRows
        finds={rows.length > manyRows}
        rows={rows.map((row) => ({
          key: `${row.needId} ${row.plate}`,
          words: [row.plate, row.crew, row.place, row.slot?.person ?? "", t(`family.${row.family}`)].join(
            " ",
          ),
          row: (
            <li
              className={`relative grid min-h-[76px] ${rows.length > manyRows ? "[contain-intrinsic-size:auto_76px] [content-visibility:auto]" : ""} grid-cols-[auto_1fr] items-center gap-x-4 gap-y-2 border-b border-line px-4 py-1.5 ${columns} md:px-5`}
            >
              {isBarred(row.standing.state) ? (
                <span className="hatched absolute inset-y-0 left-0 w-2.5" aria-hidden="true" />
              ) : null}
              <Link
                href={`/units/${row.plate}`}
                className="grid min-h-[48px] place-items-start content-center"
              >
                <Plate>{row.plate}</Plate>
              </Link>
              <div className="leading-snug">
                <p className="font-bold">{t(`family.${row.family}`)}</p>
                {row.was ? null : (
                  <p className="text-ink2">
                    {row.place}, {row.crew}
                  </p>
                )}
              </div>
              <div
                className="relative col-span-2 hidden h-full min-h-[44px] md:col-span-1 md:block"
                aria-hidden="true"
              >
                {onClock ? (
                  <WalkStrip row={row} percent={percent} nowMs={nowMs} startMs={shift.startMs} />
                ) : null}
              </div>
              <div className="col-span-2 flex flex-wrap items-center justify-between gap-x-4 gap-y-2 md:col-span-1 md:flex-nowrap">
                <RowWords row={row} zone={zone} onClock={onClock} />
                {row.was ? null : (
                  <span className="flex flex-wrap justify-end gap-2">
                    {data.mayPlan ? (
                      <ChangePlan
                        plan={toChange}
                        {...{ needId: row.needId, crew: row.crew, place: row.place }}
                        unitId={data.plan.given[row.needId]}
                      />
                    ) : null}
                    {data.mayInspect &&
                    (row.slot !== undefined || !row.standing.usable) &&
                    row.standing.state !== "tagged_out" ? (
                      <StartWalk
                        unitId={row.unitId}
                        plate={row.plate}
                        words={row.walking === undefined ? t("shift.walk") : t("shift.goOn")}
                        look={row === mineNext ? "go" : "plain"}
                      />
                    ) : null}
                  </span>
                )}
              </div>
            </li>
          ),
        }))}
      >
        {data.unserved.map(({ needId, crew, place }) => (
          <li
            key={needId}
            className="flex min-h-[76px] items-center gap-x-4 border-b border-line px-4 py-1.5 md:px-5"
          >
            <span className="flex-1 leading-snug">
              <b className="text-tag">{t("shift.plan.noUnit")}</b>
              <span className="block text-ink2">
                {place}, {crew}
              </span>
            </span>
            {data.mayPlan ? <ChangePlan plan={toChange} {...{ needId, crew, place }} /> : null}
          </li>
        ))}
      </FoundRows>
      {data.mayPlan ? <CancelledCrews shift={toChange} crews={data.cancelled} /> : null}
      <Retests retests={data.retests} zone={zone} />
      <JobsOfDay jobs={data.jobs} zone={zone} />
      <PlanChanges changes={data.changes} zone={zone} />
      {data.mayPlan ? <WhatWasSaid plan={toChange} /> : null}
      {data.mayPlan ? (
        <>
          <div className="px-4 py-3 md:px-5">
            <PlanSummary board={data} />
          </div>
          <PeopleLanes plan={toChange} />
        </>
      ) : null}
      {data.later.length > 0 ? (
        <section className="px-4 pt-6 md:px-5">
          <h2 className="text-[20px] font-bold">{t("shift.other")}</h2>
          <ul className="mt-2 grid gap-x-6 md:grid-cols-2">
            {data.later.map((row) => (
              <li
                key={row.unitId}
                className="flex min-h-[60px] flex-wrap items-center gap-4 border-b border-line py-1.5"
              >
                <Link href={`/units/${row.plate}`} className="grid min-h-[48px] content-center">
                  <Plate>{row.plate}</Plate>
                </Link>
                <span className="text-ink2">{row.place}</span>
                <span className="ml-auto">
                  <Mark kind={stateMark[row.standing.state]}>{t(`state.${row.standing.state}`)}</Mark>
                </span>
              </li>
            ))}
          </ul>
        </section>
      ) : null}
      {data.withoutSheet > 0 ? (
        <p className="px-4 py-5 text-ink2 md:px-5">{t("shift.pool", { count: data.withoutSheet })}</p>
      ) : null}
    </div>
  );
}

function lengthWords(ms: number): string {
  const minutes = Math.ceil(ms / 60_000);
  return minutes < 120 ? `${minutes} min` : `${Math.floor(minutes / 60)} h ${minutes % 60} min`;
}
