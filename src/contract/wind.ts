import type { SiteMeter } from "@/core/survey/wind-watch";

/** What the wind meters of a site show at a moment by the server's clock, and what its surveys allow. */
export interface SiteWind {
  readonly atMs: number;
  readonly meters: readonly SiteMeter[];
  /** The gust a meter may show before the survey of a unit ends. */
  readonly allowed: readonly {
    readonly plate: string;
    readonly meterId: string;
    readonly limitMps: number;
  }[];
}
