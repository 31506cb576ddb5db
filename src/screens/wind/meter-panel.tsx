import dynamic from "next/dynamic";
import { readOff, type SiteMeter, windWatch } from "@/core/survey/wind-watch";
import { Mark } from "@/kit/mark";
import { clock } from "../states";
import { figureWords, type Measures } from "../survey/figure";
import type { T } from "../survey/words";
import { byMinute } from "./by-minute";
import { watchMark, watchWords } from "./watch-words";

const WindChart = dynamic(() => import("./wind-chart"), { ssr: false });

const shownMs = 2 * 3_600_000;

/** A wind meter of the site: what it reads, how that stands to a limit, and the last two hours. */
export function MeterPanel({
  t,
  meter,
  limitMps,
  nowMs,
  zone,
  measures,
}: {
  t: T;
  meter: SiteMeter;
  /** The gust it may show; undefined where nothing is asked of it. */
  limitMps: number | undefined;
  nowMs: number;
  zone: string;
  measures: Measures;
}) {
  const read = readOff(meter);
  const watch = windWatch(meter, limitMps ?? Number.POSITIVE_INFINITY, nowMs);
  const told = (mps: number, rounded: "up" | "down") =>
    figureWords(mps, "m/s", measures, t("inspect.decimal"), rounded);
  const limitWords = limitMps === undefined ? "" : t("wind.limit", { limit: told(limitMps, "down") });
  return (
    <div className="grid gap-2">
      <p className="font-bold">
        {meter.name}, {figureWords(meter.heightM, "m", measures, t("inspect.decimal"))}
      </p>
      {watch.state === "under" && limitMps === undefined ? null : (
        <p className="font-semibold">
          <Mark kind={watchMark[watch.state]}>{watchWords(t, watch, read?.at, zone)}</Mark>
        </p>
      )}
      {read === undefined ? null : (
        <>
          <p>
            {t("wind.reads", {
              mean: told(read.meanMps, "up"),
              gust: told(read.gustMps, "up"),
              time: clock(Date.parse(read.at), zone),
            })}
          </p>
          <WindChart
            minutes={byMinute(meter.samples, nowMs - shownMs, nowMs)}
            {...{ limitMps, zone, measures }}
            words={{
              label: t("wind.chart", { meter: meter.name }),
              mean: t("survey.mean"),
              gust: t("survey.gust"),
              limit: limitWords,
            }}
          />
          <p className="text-ink2">{t("wind.key", { unit: measures === "metric" ? "m/s" : "mph" })}</p>
        </>
      )}
    </div>
  );
}
