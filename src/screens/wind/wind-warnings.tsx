"use client";
import { useTranslations } from "next-intl";
import { readOff, windWatch } from "@/core/survey/wind-watch";
import { Link } from "@/kit/link";
import { Mark } from "@/kit/mark";
import { figureWords, type Measures } from "../survey/figure";
import type { T } from "../survey/words";
import { useWind } from "./use-wind";
import { watchMark, watchWords } from "./watch-words";

/** Units at work outdoors whose survey the wind will soon end, or nobody can tell: before it does. Nothing where none is. */
export function WindWarnings({
  siteId,
  zone,
  measures,
}: {
  siteId: string;
  zone: string;
  measures: Measures;
}) {
  const t = useTranslations() as unknown as T;
  const wind = useWind(siteId);
  if (wind === undefined) return null;
  const told = (mps: number, rounded: "up" | "down") =>
    figureWords(mps, "m/s", measures, t("inspect.decimal"), rounded);
  const warned = wind.allowed.flatMap(({ plate, meterId, limitMps }) => {
    const meter = wind.meters.find(({ id }) => id === meterId);
    const watch = meter && windWatch(meter, limitMps, wind.atMs);
    return meter === undefined || watch === undefined || watch.state === "under"
      ? []
      : [{ plate, meter, limitMps, watch }];
  });
  if (warned.length === 0) return null;
  return (
    <section className="mx-4 mb-3 border-[3px] border-watch p-3 md:mx-5" aria-label={t("wind.title")}>
      <h2 className="text-[20px] font-bold">{t("wind.title")}</h2>
      <ul>
        {warned.map(({ plate, meter, limitMps, watch }) => (
          <li
            key={`${plate} ${meter.id}`}
            className="flex flex-wrap items-center gap-x-4 border-t border-line py-2"
          >
            <Link
              href={`/units/${encodeURIComponent(plate)}`}
              className="grid min-h-[48px] content-center font-bold underline"
            >
              {plate}
            </Link>
            <Mark kind={watchMark[watch.state]}>{watchWords(t, watch, readOff(meter)?.at, zone)}</Mark>
            <span className="text-ink2">
              {watch.gustMps === undefined
                ? meter.name
                : t("wind.gustOf", {
                    meter: meter.name,
                    gust: told(watch.gustMps, "up"),
                    limit: told(limitMps, "down"),
                  })}
            </span>
          </li>
        ))}
      </ul>
    </section>
  );
}
