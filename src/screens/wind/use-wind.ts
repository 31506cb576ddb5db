import { useEffect, useState } from "react";
import type { SiteWind } from "@/contract/wind";

/** A new sample comes each ten seconds. */
const askMs = 10_000;

/** What the wind meters of a site show, asked anew while the page is in sight; what was last heard stays where there is no signal. */
export function useWind(siteId: string): SiteWind | undefined {
  const [wind, setWind] = useState<SiteWind>();
  useEffect(() => {
    let left = false;
    const ask = async () => {
      if (document.hidden) return;
      try {
        const answer = await fetch(`/api/sites/${encodeURIComponent(siteId)}/wind`);
        if (answer.ok && !left) setWind((await answer.json()) as SiteWind);
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
