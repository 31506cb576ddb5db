import type { At } from "@/core/survey/on-the-plan";

/** The square of a piece of work on a drawing, with its number; brass where it is the one looked at. */
export function NumberSquare({ at, n, now }: { at: At; n: number; now: boolean }) {
  return (
    <g pointerEvents="none">
      <rect
        x={at.x - 14}
        y={at.y - 14}
        width="28"
        height="28"
        fill={now ? "var(--brass)" : "var(--chalk)"}
        stroke="var(--ink)"
        strokeWidth="2.5"
      />
      <text
        x={at.x}
        y={at.y + 6}
        textAnchor="middle"
        fontSize="18"
        fontWeight="700"
        fill={now ? "var(--brass-ink)" : "var(--ink)"}
      >
        {n}
      </text>
    </g>
  );
}
