import type { At } from "@/core/survey/on-the-plan";

/** How metres of a drawing become units of its box, y upward. */
export interface Scale {
  readonly perM: number;
  readonly widthPx: number;
  readonly heightPx: number;
  px(p: At): At;
  /** The half-metre point of the board under a place of the box. */
  snapped(px: At): At;
}

/** The scale at which a piece of so many metres fits a width, no higher than `mostHigh`. */
export function scaleFor(widthM: number, depthM: number, wide: number, mostHigh: number, margin = 10): Scale {
  const perM = Math.min((wide - 2 * margin) / widthM, (mostHigh - 2 * margin) / depthM);
  const widthPx = widthM * perM + 2 * margin;
  const heightPx = depthM * perM + 2 * margin;
  const within = (m: number, most: number) => Math.min(most, Math.max(0, Math.round(m * 2) / 2));
  return {
    perM,
    widthPx,
    heightPx,
    px: ({ x, y }) => ({ x: margin + x * perM, y: heightPx - margin - y * perM }),
    snapped: ({ x, y }) => ({
      x: within((x - margin) / perM, widthM),
      y: within((heightPx - margin - y) / perM, depthM),
    }),
  };
}

export const pathThrough = (points: readonly At[], scale: Scale, closed?: "closed"): string =>
  `${points
    .map(scale.px)
    .map(({ x, y }, i) => `${i === 0 ? "M" : "L"}${x.toFixed(1)} ${y.toFixed(1)}`)
    .join("")}${closed === undefined ? "" : "Z"}`;
