"use client";
import { useTranslations } from "next-intl";
import type { Check } from "@/core/catalogue/catalogue";
import { readOff } from "@/core/catalogue/read-off";
import { isTimed, startTimes, type TimedFigure, timedFigures } from "@/core/measure/timer";
import { figureOf } from "@/core/sheet/read";
import type { Sheet } from "@/core/sheet/sheet";
import { figures } from "@/core/vocabulary/figures";
import { Button } from "@/kit/button";
import { useTimer } from "./use-timer";
import type { T } from "./words";

/** The times of this model's sheet that a check is made by, each as a timer. */
export function CheckTimers({ check, sheet, walk }: { check: Check; sheet: Sheet; walk: string }) {
  const ids = readOff(sheet, check).figures.map(({ id }) => id);
  return <Timers ids={ids.filter(isTimed)} sheet={sheet} walk={walk} of={check.key} />;
}

/** The times an engine is started by: glow, crank no longer than, rest before the next try, warm before it is judged. */
export function StartTimers({ of, sheet, walk }: { of: string; sheet: Sheet; walk: string }) {
  return <Timers ids={startTimes} sheet={sheet} walk={walk} of={of} />;
}

function Timers({
  ids,
  sheet,
  walk,
  of,
}: {
  ids: readonly TimedFigure[];
  sheet: Sheet;
  walk: string;
  of: string;
}) {
  const times = ids.flatMap((id) => {
    const value = figureOf(sheet, id) ?? 0;
    return value > 0 ? [{ id, ms: value * (figures[id] === "min" ? 60_000 : 1_000) }] : [];
  });
  return times.length === 0 ? null : (
    <div className="mt-1.5 flex flex-wrap gap-2">
      {times.map(({ id, ms }) => (
        <OneTimer key={id} id={id} ms={ms} walk={walk} of={of} />
      ))}
    </div>
  );
}

function OneTimer({ id, ms, walk, of }: { id: TimedFigure; ms: number; walk: string; of: string }) {
  const t = useTranslations() as unknown as T;
  const { left, missed, start } = useTimer(walk, `${of} ${id}`, ms);
  const what = t(`figure.${id}`);
  const begin = t(left === undefined ? "timer.start" : "timer.again", { time: clock(ms) });
  const runs = left !== undefined && left > 0 && !missed;
  const over = left === 0 && !missed;
  return (
    <div className="flex min-h-[48px] flex-wrap items-center gap-x-3">
      <Button look="small" onClick={start}>
        {what}: {begin}
      </Button>
      {runs ? (
        <output className="min-w-[5ch] text-[26px] font-bold tabular-nums" aria-live="off">
          {clock(left)}
        </output>
      ) : null}
      <span role="status" className="max-w-[34ch] font-semibold">
        {missed ? t("timer.missed") : over ? t(`timer.over.${timedFigures[id]}`) : ""}
      </span>
    </div>
  );
}

/** Minutes and seconds, or seconds alone: what is left is never said to be nothing while it runs. */
function clock(ms: number): string {
  const seconds = Math.ceil(ms / 1000);
  if (seconds < 60) return `${seconds} s`;
  return `${Math.floor(seconds / 60)}:${`${seconds % 60}`.padStart(2, "0")}`;
}
