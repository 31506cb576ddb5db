import { useEffect, useState } from "react";
import type { SiteWind } from "@/contract/wind";

/** A new sample comes each ten seconds. */
const askMs = 10_000;
/** A sample may come so much later than one of another meter. */
const lateMs = 30_000;
const keptMs = 2 * 3_600_000;

/** What was heard before with what came after a moment: no sample twice, and none older than is shown. */
export function heardSince(was: SiteWind, next: SiteWind, sinceMs: number): SiteWind {
  const before = (id: string) => was.meters.find((one) => one.id === id)?.samples ?? [];
  return {
    ...next,
    meters: next.meters.map((meter) => ({
      ...meter,
      samples: [
        ...before(meter.id).filter(({ atMs }) => atMs <= sinceMs && atMs > next.atMs - keptMs),
        ...meter.samples.filter(({ atMs }) => atMs > sinceMs),
      ],
    })),
  };
}

/** What the wind meters of a site show, asked anew while the page is in sight; what was last heard stays where there is no signal. */
export function useWind(siteId: string): SiteWind | undefined {
  const [wind, setWind] = useState<SiteWind>();
  useEffect(() => {
    let left = false;
    let heard: SiteWind | undefined;
    const ask = async () => {
      if (document.hidden) return;
      const was = heard;
      const sinceMs = was === undefined ? 0 : Math.round(was.atMs - lateMs);
      try {
        const answer = await fetch(`/api/sites/${encodeURIComponent(siteId)}/wind?since=${sinceMs}`);
        if (!answer.ok || left) return;
        const next = (await answer.json()) as SiteWind;
        heard = was === undefined ? next : heardSince(was, next, sinceMs);
        setWind(heard);
      } catch {
        // No signal: what was heard grows old by itself.
      }
    };
    void ask();
    const tick = setInterval(() => void ask(), askMs);
    const seen = () => void ask();
    document.addEventListener("visibilitychange", seen);
    return () => {
      left = true;
      clearInterval(tick);
      document.removeEventListener("visibilitychange", seen);
    };
  }, [siteId]);
  return wind;
}
