import type { Sheet } from "@/core/sheet/sheet";
import { Body, boundsOf } from "./body";
import { elevationOf, type Point, type Stance } from "./geometry";

/** The unit in side elevation, small and without its surroundings, on the ground line. */
export function ElevationFigure({
  sheet,
  stance,
  words,
  width = 300,
  height = 150,
}: {
  sheet: Sheet;
  stance: Stance;
  words: string;
  width?: number;
  height?: number;
}) {
  const e = elevationOf(sheet, stance);
  const { minX, maxX, maxY } = boundsOf(e);
  const floor = height - 8;
  const scale = Math.min(width / (maxX - minX), (floor - 6) / maxY);
  const offsetX = (width - (maxX - minX) * scale) / 2;
  const px = (p: Point) => ({ x: offsetX + (p.x - minX) * scale, y: floor - p.y * scale });
  return (
    <svg viewBox={`0 0 ${width} ${height}`} className="h-auto w-full" role="img" aria-label={words}>
      <path d={`M0 ${floor}H${width}`} stroke="var(--ink-3)" strokeWidth="2" />
      <Body elevation={e} px={px} scale={scale} hue={() => "var(--chalk)"} />
    </svg>
  );
}
