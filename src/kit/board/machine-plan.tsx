import { drawnM } from "@/core/sheet/read";
import type { Sheet } from "@/core/sheet/sheet";
import { extent } from "./layout";

/** The unit in plan, to scale, from its sheet. Drawn in metres round the chassis centre; y is flipped by the caller's scale. */
export function MachinePlan({ sheet }: { sheet: Sheet }) {
  const wheelbaseM = drawnM(sheet, "wheelbase", 1.8);
  const trackM = drawnM(sheet, "track", 1);
  const wheelM = drawnM(sheet, "wheel_diameter", 0.4);
  const wheelWidthM = Math.min(0.34, wheelM * 0.42);
  const box = extent(sheet);
  const wheels = [-1, 1].flatMap((end) =>
    [-1, 1].map((side) => ({ x: (end * wheelbaseM) / 2, y: (side * trackM) / 2 })),
  );
  const boom = sheet.family === "articulating_boom";
  const chassisLengthM = boom ? wheelbaseM + wheelM * 0.7 : box.maxX - box.minX;
  const chassisWidthM = boom ? trackM - wheelWidthM : drawnM(sheet, "width", 1.2) - 0.1;
  const line = { stroke: "var(--ink)", strokeWidth: 3, vectorEffect: "non-scaling-stroke" as const };
  const thin = { ...line, stroke: "var(--ink-3)", strokeWidth: 2 };
  return (
    <g>
      {wheels.map((w) => (
        <rect
          key={`${w.x} ${w.y}`}
          x={w.x - wheelM / 2}
          y={w.y - wheelWidthM / 2}
          width={wheelM}
          height={wheelWidthM}
          rx={0.03}
          fill="var(--ink)"
        />
      ))}
      <rect
        x={-chassisLengthM / 2}
        y={-chassisWidthM / 2}
        width={chassisLengthM}
        height={chassisWidthM}
        fill="var(--chalk)"
        {...line}
      />
      {boom ? <BoomPlan sheet={sheet} /> : <ScissorPlan sheet={sheet} thin={thin} line={line} />}
    </g>
  );
}

type Stroke = React.SVGProps<SVGRectElement>;

function ScissorPlan({ sheet, thin, line }: { sheet: Sheet; thin: Stroke; line: Stroke }) {
  const lengthM = drawnM(sheet, "platform_length", 2);
  const widthM = drawnM(sheet, "platform_width", 1);
  const inner = lengthM * 0.42;
  const bars = [-1, -0.35, 0.3, 1].map((f) => f * inner);
  const rear = -drawnM(sheet, "length", 2.4) / 2;
  return (
    <g fill="none">
      <rect
        x={-lengthM / 2}
        y={-widthM / 2}
        width={lengthM}
        height={widthM}
        {...line}
        stroke="var(--ink-2)"
        strokeWidth={2}
        strokeDasharray="9 5"
      />
      <path
        d={`M${-inner} 0H${inner}${bars.map((x) => `M${x} -0.12V0.12`).join("")}`}
        {...(thin as React.SVGProps<SVGPathElement>)}
      />
      <path
        d={`M${rear - 0.12} -0.2V0.2M${rear - 0.12} -0.13H${rear}M${rear - 0.12} 0.13H${rear}`}
        {...(line as React.SVGProps<SVGPathElement>)}
      />
    </g>
  );
}

function BoomPlan({ sheet }: { sheet: Sheet }) {
  const { maxX } = extent(sheet);
  const turntableM = drawnM(sheet, "turntable_length", 2.4);
  const deckM = drawnM(sheet, "platform_length", 0.8);
  const widthM = drawnM(sheet, "platform_width", 1.8);
  const line = { stroke: "var(--ink)", strokeWidth: 3, vectorEffect: "non-scaling-stroke" as const };
  return (
    <g fill="var(--chalk)">
      <rect x={-turntableM / 2 - 0.15} y={-0.8} width={turntableM} height={1.6} rx={0.12} {...line} />
      <circle r={0.42} fill="none" {...line} stroke="var(--ink-3)" strokeWidth={2} />
      <rect
        x={-turntableM / 2}
        y={-0.16}
        width={maxX - deckM - 0.5 + turntableM / 2}
        height={0.32}
        {...line}
      />
      <rect x={maxX - deckM - 0.55} y={-0.09} width={0.5} height={0.18} {...line} strokeWidth={2} />
      <rect x={maxX - deckM} y={-widthM / 2} width={deckM} height={widthM} {...line} strokeDasharray="9 5" />
    </g>
  );
}
