import type { PointerEvent, ReactNode } from "react";
import type { At } from "@/core/survey/on-the-plan";
import { drawnAs, type Mark, type PlacePlan } from "@/core/survey/place-plan";
import { Hatch } from "../hatch";
import { DrawnWords } from "./drawn-words";
import { pathThrough, type Scale } from "./scale";

/** How each kind of mark is drawn: a fill, a stroke, and whether it is broken. Never by colour alone: every mark has its name. */
const looks = {
  power_line: { stroke: "var(--tag)", width: 4 },
  overhead: { stroke: "var(--ink)", width: 2, dash: "8 5" },
  obstacle: { stroke: "var(--ink)", width: 2.5, fill: "url(#place-solid)" },
  weak_floor: { stroke: "var(--ink)", width: 2, dash: "2 4", fill: "url(#place-weak)" },
  slope: { stroke: "var(--ink-3)", width: 1.5, dash: "1 6" },
  ground: { stroke: "var(--ink-3)", width: 1.5, dash: "1 6" },
  drop_off: { stroke: "var(--ink)", width: 6, dash: "3 3" },
  door: { stroke: "var(--ink)", width: 7 },
  ramp: { stroke: "var(--ink)", width: 3, dash: "12 4" },
  crossing: { stroke: "var(--ink)", width: 2, dash: "12 4" },
  traffic: { stroke: "var(--ink-3)", width: 2, dash: "6 6", fill: "url(#place-traffic)" },
  atmosphere: { stroke: "var(--tag)", width: 2, dash: "6 3" },
} as const satisfies Record<
  Mark["kind"],
  { readonly stroke: string; readonly width: number; readonly dash?: string; readonly fill?: string }
>;

/** A place from above, to scale on its half-metre board, with its marks; what else is drawn on it stands in `children`. */
export function PlaceDrawing({
  plan,
  scale,
  words,
  chosen,
  onPoint,
  children,
}: {
  plan: PlacePlan;
  scale: Scale;
  words: string;
  /** The mark that is being looked at. */
  chosen?: string | undefined;
  /** Where somebody touched it, on the half-metre board. */
  onPoint?: ((at: At) => void) | undefined;
  children?: ReactNode;
}) {
  const half = scale.perM / 2;
  const corner = scale.px({ x: 0, y: plan.depthM });
  const point = (event: PointerEvent<SVGSVGElement>) => {
    if (onPoint === undefined) return;
    const box = event.currentTarget.getBoundingClientRect();
    onPoint(
      scale.snapped({
        x: ((event.clientX - box.left) / box.width) * scale.widthPx,
        y: ((event.clientY - box.top) / box.height) * scale.heightPx,
      }),
    );
  };
  return (
    <svg
      viewBox={`0 0 ${scale.widthPx} ${scale.heightPx}`}
      className={`to-scale block h-auto w-full ${onPoint === undefined ? "" : "cursor-crosshair touch-manipulation"}`}
      role="img"
      aria-label={words}
      onPointerUp={point}
    >
      <defs>
        <pattern
          id="place-board"
          width={half}
          height={half}
          patternUnits="userSpaceOnUse"
          x={corner.x}
          y={corner.y}
        >
          <path
            d={`M${half} 0H0V${half}`}
            fill="none"
            stroke="var(--line)"
            strokeWidth={half < 8 ? 0.5 : 1}
          />
        </pattern>
        <Hatch id="place-solid" kind="solid" />
        <Hatch id="place-kept-off" kind="kept_off" />
        <pattern id="place-weak" width="10" height="10" patternUnits="userSpaceOnUse">
          <path d="M0 5H10" stroke="var(--ink-3)" strokeWidth="1.5" strokeDasharray="3 3" />
        </pattern>
        <pattern id="place-traffic" width="14" height="14" patternUnits="userSpaceOnUse">
          <rect width="3" height="3" fill="var(--ink-3)" />
        </pattern>
      </defs>
      <rect
        {...corner}
        width={plan.widthM * scale.perM}
        height={plan.depthM * scale.perM}
        fill={scale.perM < 6 ? "none" : "url(#place-board)"}
        stroke="var(--ink)"
        strokeWidth="2"
      />
      {plan.marks.map((mark) => (
        <MarkShape key={mark.id} mark={mark} scale={scale} chosen={mark.id === chosen} />
      ))}
      {children}
      {plan.marks.map((mark) => (
        <MarkName key={mark.id} mark={mark} scale={scale} widthM={plan.widthM} />
      ))}
    </svg>
  );
}

function MarkShape({ mark, scale, chosen }: { mark: Mark; scale: Scale; chosen: boolean }) {
  const look: { stroke: string; width: number; dash?: string; fill?: string } = looks[mark.kind];
  const closed = drawnAs[mark.kind] === "area" ? "closed" : undefined;
  return (
    <path
      d={pathThrough(mark.at, scale, closed)}
      fill={look.fill ?? "none"}
      stroke={look.stroke}
      strokeWidth={chosen ? look.width + 3 : look.width}
      strokeDasharray={look.dash}
      strokeLinejoin="round"
    />
  );
}

/** A mark's name over its middle, kept within the drawing. */
function MarkName({ mark, scale, widthM }: { mark: Mark; scale: Scale; widthM: number }) {
  const xs = mark.at.map(({ x }) => x);
  const ys = mark.at.map(({ y }) => y);
  const middle = { x: (Math.min(...xs) + Math.max(...xs)) / 2, y: (Math.min(...ys) + Math.max(...ys)) / 2 };
  // What lies under other marks is named at its foot.
  const low = mark.kind === "slope" || mark.kind === "ground";
  const at = low ? scale.px({ x: Math.min(...xs) + 0.4, y: Math.min(...ys) + 0.6 }) : scale.px(middle);
  const anchor = low
    ? "start"
    : middle.x < widthM * 0.12
      ? "start"
      : middle.x > widthM * 0.88
        ? "end"
        : "middle";
  return (
    <DrawnWords
      x={at.x}
      y={at.y + 5}
      size={14}
      anchor={anchor}
      fill={mark.kind === "power_line" ? "var(--tag)" : "var(--ink-2)"}
    >
      {mark.name}
    </DrawnWords>
  );
}
