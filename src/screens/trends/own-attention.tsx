import type { Attention } from "@/core/underway/pace";
import { withMark } from "@/kit/figures";
import type { T } from "../inspect/words";

/** What somebody's own walks gave each stop, against what a practised person needs: theirs to see, and nobody's rank. */
export function OwnAttention({ t, walks, stops }: { t: T; walks: number; stops: readonly Attention[] }) {
  if (stops.length === 0) return null;
  const minutes = (value: number) => withMark(Number((value / walks).toFixed(1)), t("inspect.decimal"));
  const most = Math.max(...stops.map(({ tookMin, practisedMin }) => Math.max(tookMin, practisedMin)));
  const percent = (value: number) => `${Math.min(100, (value / most) * 100)}%`;
  return (
    <section className="mt-6">
      <h2 className="text-[22px] font-bold">{t("trends.own")}</h2>
      <p className="max-w-[90ch] text-ink2">{t("trends.ownHelp", { count: walks })}</p>
      <ul className="mt-2 grid gap-x-8 lg:grid-cols-2">
        {stops.map(({ stop, tookMin, practisedMin, leastMin }) => (
          <li key={stop} className="border-b border-line py-2">
            <p className="flex flex-wrap justify-between gap-x-4">
              <b>{t(`stop.${stop}`)}</b>
              <span className={tookMin < leastMin ? "font-semibold" : "text-ink2"}>
                {t(tookMin < leastMin ? "trends.ownTooQuick" : "trends.ownLine", {
                  took: minutes(tookMin),
                  practised: minutes(practisedMin),
                })}
              </span>
            </p>
            <div className="relative mt-1 h-3 border border-ink" aria-hidden="true">
              <div className="absolute inset-y-0 left-0 bg-ink" style={{ width: percent(tookMin) }} />
              <div className="absolute -inset-y-1 w-[3px] bg-ink3" style={{ left: percent(practisedMin) }} />
            </div>
          </li>
        ))}
      </ul>
    </section>
  );
}
