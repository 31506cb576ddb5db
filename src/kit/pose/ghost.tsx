import { pathOf } from "./body";
import type { Elevation, Point } from "./geometry";

/** Where the machine stands afterwards: what moves, in broken lines over the machine as it is. */
export function Ghost({
  elevation: e,
  px,
  scale,
}: {
  elevation: Elevation;
  px: (p: Point) => Point;
  scale: number;
}) {
  const deck = px(e.platform);
  const wide = e.platform.lengthM * scale;
  const rise = e.platform.railM * scale;
  return (
    <g fill="none" stroke="var(--ink-2)" strokeWidth="2.5" strokeDasharray="9 6" data-part="afterwards">
      {e.members.map((m) => (
        <path key={`${m.function}${m.from.x}${m.from.y}${m.to.x}`} d={pathOf([m.from, m.to].map(px))} />
      ))}
      <path d={`M${deck.x} ${deck.y}h${wide}v${-rise}h${-wide}z M${deck.x} ${deck.y - rise / 2}h${wide}`} />
    </g>
  );
}
