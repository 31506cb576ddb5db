/** Words on a drawing, readable over whatever lies under them. Sizes are in the drawing's own units. */
export function DrawnWords({
  x,
  y,
  children,
  size = 15,
  anchor = "middle",
  fill = "var(--ink)",
}: {
  x: number;
  y: number;
  children: string;
  size?: number;
  anchor?: "start" | "middle" | "end";
  fill?: string;
}) {
  return (
    <text
      x={x}
      y={y}
      textAnchor={anchor}
      fontSize={size}
      fontWeight="650"
      fill={fill}
      stroke="var(--chalk)"
      strokeWidth="5"
      paintOrder="stroke"
      pointerEvents="none"
    >
      {children}
    </text>
  );
}
