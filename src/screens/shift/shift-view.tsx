import { useTranslations } from "next-intl";
import type { CSSProperties } from "react";
import type { StopShown } from "@/contract/survey";
import type { StandingState } from "@/core/decision/standing";
import type { Family } from "@/core/vocabulary/families";
import { Link } from "@/kit/link";
import { Mark } from "@/kit/mark";
import { Plate, plateWidth } from "@/kit/plate";
import { clock, isBarred, stateMark, tagReason } from "../states";
import { StopForConditions } from "../stops/stop-for-conditions";
import { StopsStanding } from "../stops/stops-standing";
import type { Measures } from "../survey/figure";
import { WindWarnings } from "../wind/wind-warnings";
import { ReadyHere } from "./ready-here";
import { StartWalk } from "./start-walk";

export interface ShiftRowData {
  readonly unitId: string;
  readonly plate: string;
  readonly family: Family;
  readonly crew: string;
  readonly place: string;
  readonly inspector: string | null;
  readonly mine: boolean;
  readonly standing: {
    readonly state: StandingState;
    readonly usable: boolean;
    readonly untilMs?: number;
    readonly signedBy?: string;
    readonly signedAtMs?: number;
    readonly tags: readonly string[];
  };
  readonly minutes: number;
  readonly checks: number;
  readonly walking?: { readonly by: string; readonly done: number; readonly startedMs: number };
  readonly slot?: { readonly startMs: number; readonly endMs: number; readonly late: boolean };
  readonly tagReason?: string;
  /** In a yard that goes by its log-book: faults the owner has still to sign for. */
  readonly unsigned: number;
}

export interface ShiftData {
  readonly nowMs: number;
  readonly zone: string;
  readonly shift: { readonly id: string; readonly startMs: number; readonly endMs: number };
  readonly rows: readonly ShiftRowData[];
  readonly later: readonly ShiftRowData[];
  readonly withoutSheet: number;
  readonly mayInspect: boolean;
  readonly mayPlan: boolean;
  readonly siteId: string;
  readonly stops: readonly StopShown[];
  readonly mayLift: boolean;
  readonly measures: Measures;
}

const beforeMin = 60;
const afterMin = 30;

/** What must be ready, by when, by whom: each walk a strip of squares laid on the clock up to the shift's start. */
export function ShiftView({ data }: { data: ShiftData }) {
  const t = useTranslations();
  const { shift, rows, nowMs, zone } = data;
  const fromMs = shift.startMs - beforeMin * 60_000;
  const toMs = shift.startMs + afterMin * 60_000;
  const onClock = nowMs >= fromMs && nowMs <= toMs;
  const percent = (ms: number) => Math.min(100, Math.max(0, ((ms - fromMs) / (toMs - fromMs)) * 100));
  const words = t(`shift.${shift.id}`);
  const mine = rows.filter((r) => r.mine && !r.standing.usable && !isBarred(r.standing.state));
  const mineNext = mine[0];
  const ready = rows.filter((r) => r.standing.usable).length;
  const columns = onClock
    ? "md:grid-cols-[var(--plates)_190px_1fr_430px]"
    : "md:grid-cols-[var(--plates)_210px_1fr_470px]";
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
        <p className="font-bold">{t("shift.ready", { ready, all: rows.length })}</p>
        {data.mayPlan ? (
          <Link href="/shift/needs" className="inline-grid min-h-[48px] place-items-center underline">
            {t("needs.title")}
          </Link>
        ) : null}
        {data.mayInspect ? <ReadyHere zone={zone} /> : null}
        <span className="ml-auto self-center">
          <StopForConditions siteId={data.siteId} nowMs={nowMs} />
        </span>
      </div>
      <StopsStanding stops={data.stops} mayLift={data.mayLift} zone={zone} />
      <WindWarnings siteId={data.siteId} zone={zone} measures={data.measures} />
      {rows.length === 0 ? <p className="px-5 py-6">{t("shift.none")}</p> : null}
      {onClock ? (
        <div className={`hidden border-b border-line md:grid ${columns} px-5 text-ink2`} aria-hidden="true">
          <span className="col-start-3 relative h-7">
            {[0, 30, 60, 90].map((m) => (
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
      <ul>
        {rows.map((row) => (
          <li
            key={row.unitId}
            className={`relative grid min-h-[76px] grid-cols-[auto_1fr] items-center gap-x-4 gap-y-2 border-b border-line px-4 py-1.5 ${columns} md:px-5`}
          >
            {isBarred(row.standing.state) ? (
              <span className="hatched absolute inset-y-0 left-0 w-2.5" aria-hidden="true" />
            ) : null}
            <Link href={`/units/${row.plate}`} className="grid min-h-[48px] place-items-start content-center">
              <Plate>{row.plate}</Plate>
            </Link>
            <div className="leading-snug">
              <p className="font-bold">{t(`family.${row.family}`)}</p>
              <p className="text-ink2">
                {row.place}, {row.crew}
              </p>
            </div>
            <div
              className="relative col-span-2 hidden h-full min-h-[44px] md:col-span-1 md:block"
              aria-hidden="true"
            >
              {onClock ? (
                <WalkStrip row={row} percent={percent} nowMs={nowMs} startMs={shift.startMs} />
              ) : null}
            </div>
            <div className="col-span-2 flex items-center justify-between gap-x-4 md:col-span-1">
              <StateWords row={row} zone={zone} nowMs={nowMs} startMs={shift.startMs} />
              {data.mayInspect && !row.standing.usable && row.standing.state !== "tagged_out" ? (
                <StartWalk
                  unitId={row.unitId}
                  plate={row.plate}
                  words={row.walking === undefined ? t("shift.walk") : t("shift.goOn")}
                  look={row === mineNext ? "go" : "plain"}
                />
              ) : null}
            </div>
          </li>
        ))}
      </ul>
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

function StateWords({
  row,
  zone,
  nowMs,
  startMs,
}: {
  row: ShiftRowData;
  zone: string;
  nowMs: number;
  startMs: number;
}) {
  const t = useTranslations();
  const { standing, walking } = row;
  const walked = walking !== undefined && !standing.usable && !isBarred(standing.state);
  const line =
    standing.state === "tagged_out" || standing.state === "held"
      ? row.tagReason === undefined
        ? standing.tags.join(", ")
        : tagReason(t, row.tagReason)
      : standing.usable
        ? `${t("shift.by", { name: standing.signedBy ?? "", time: clock(standing.signedAtMs ?? 0, zone) })}, ${t("shift.until", { time: clock(standing.untilMs ?? 0, zone) })}`
        : walked
          ? t("shift.stopOf", { name: walking.by, done: walking.done, all: row.checks })
          : `${row.inspector === null ? t("shift.nobody") : t("shift.inspector", { name: row.inspector })}, ${t("shift.takes", { minutes: Math.round(row.minutes) })}`;
  return (
    <div className="max-w-[310px] leading-snug">
      <Mark kind={walked ? "open" : stateMark[standing.state]}>
        {walked ? t("state.being_walked") : t(`state.${standing.state}`)}
      </Mark>
      <p className="text-ink2">{line}</p>
      {row.unsigned === 0 ? null : (
        <Link
          href={`/units/${encodeURIComponent(row.plate)}/book`}
          className="inline-grid min-h-[48px] place-items-center font-semibold underline"
        >
          {t("shift.unsigned", { count: row.unsigned })}
        </Link>
      )}
      {row.slot?.late && nowMs < startMs && !standing.usable ? (
        <p className="font-semibold">
          {t("shift.lateBy", { minutes: Math.ceil((row.slot.endMs - startMs) / 60_000) })}
        </p>
      ) : null}
    </div>
  );
}

function WalkStrip({
  row,
  percent,
  nowMs,
  startMs,
}: {
  row: ShiftRowData;
  percent: (ms: number) => number;
  nowMs: number;
  startMs: number;
}) {
  const { standing, walking, slot } = row;
  const squares = 14;
  const done = walking === undefined ? 0 : Math.round((walking.done / row.checks) * squares);
  const from = walking?.startedMs ?? slot?.startMs ?? nowMs;
  const to = slot?.endMs ?? nowMs;
  return (
    <>
      <span
        className="absolute inset-y-0 border-l-[4px] border-ink"
        style={{ left: `${percent(startMs)}%` }}
      />
      <span
        className="absolute inset-y-0 border-l-[3px] border-dotted border-ink2"
        style={{ left: `${percent(nowMs)}%` }}
      />
      {isBarred(standing.state) ? (
        <span className="hatched absolute inset-x-0 top-1/2 h-7 -translate-y-1/2" />
      ) : standing.usable && standing.signedAtMs !== undefined ? (
        <span
          className="absolute top-1/2 h-2.5 -translate-y-1/2 bg-ink"
          style={{
            left: `${percent(standing.signedAtMs - row.minutes * 60_000)}%`,
            width: `${Math.max(1, percent(standing.signedAtMs) - percent(standing.signedAtMs - row.minutes * 60_000))}%`,
          }}
        />
      ) : slot === undefined ? null : (
        <span
          className="absolute top-1/2 flex -translate-y-1/2 gap-[2px]"
          style={{ left: `${percent(from)}%`, width: `${Math.max(6, percent(to) - percent(from))}%` }}
        >
          {Array.from({ length: squares }, (_, place) => place).map((i) => (
            <span
              key={i}
              className={`aspect-square max-h-4 min-w-0 flex-1 border-2 ${i < done ? "border-ink bg-ink" : i === done && walking !== undefined ? "border-brass bg-brass" : slot.late ? "border-tag" : "border-ink bg-chalk"}`}
            />
          ))}
        </span>
      )}
    </>
  );
}

function lengthWords(ms: number): string {
  const minutes = Math.ceil(ms / 60_000);
  return minutes < 120 ? `${minutes} min` : `${Math.floor(minutes / 60)} h ${minutes % 60} min`;
}
