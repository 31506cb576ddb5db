import { drawnM, mayHave } from "@/core/sheet/read";
import type { Sheet } from "@/core/sheet/sheet";
import { extent } from "./layout";

const line = { stroke: "var(--ink)", strokeWidth: 3, vectorEffect: "non-scaling-stroke" as const };
const thin = { ...line, stroke: "var(--ink-3)", strokeWidth: 2 };
const dashed = { ...line, stroke: "var(--ink-2)", strokeWidth: 2, strokeDasharray: "9 5" };

/** The unit in plan, to scale, from its sheet. Drawn in metres round the chassis centre; y is flipped by the caller's scale. */
export function MachinePlan({ sheet }: { sheet: Sheet }) {
  switch (sheet.family) {
    case "slab_scissor":
    case "rough_terrain_scissor":
      return <ScissorPlan sheet={sheet} />;
    case "vertical_mast":
    case "push_around_mast":
      return <MastPlan sheet={sheet} />;
    case "telescopic_boom":
    case "articulating_boom":
      return <BoomPlan sheet={sheet} />;
    case "towable_boom":
      return <TowablePlan sheet={sheet} />;
    case "tracked_spider":
      return <SpiderPlan sheet={sheet} />;
    case "vehicle_boom":
      return <LorryPlan sheet={sheet} />;
  }
}

interface Box {
  readonly x: number;
  readonly y: number;
  readonly wide: number;
  readonly deep: number;
}

/** A rectangle by its middle, metres. */
const Middle = ({ x, y, wide, deep, ...rest }: Box & React.SVGProps<SVGRectElement>) => (
  <rect x={x - wide / 2} y={y - deep / 2} width={wide} height={deep} {...rest} />
);

function Wheels({ sheet, at }: { sheet: Sheet; at?: readonly number[] }) {
  const half = drawnM(sheet, "wheelbase", 1.8) / 2;
  const trackM = drawnM(sheet, "track", 1);
  const wheelM = drawnM(sheet, "wheel_diameter", 0.4);
  return (at ?? [-half, half]).flatMap((x) =>
    [-1, 1].map((side) => (
      <Middle
        key={`${x} ${side}`}
        x={x}
        y={(side * trackM) / 2}
        wide={wheelM}
        deep={Math.min(0.34, wheelM * 0.42)}
        rx={0.03}
        fill="var(--ink)"
      />
    )),
  );
}

/** Legs folded at the corners, with the feet they stand on when out in outline. */
function Legs({ sheet, halfX, halfY }: { sheet: Sheet; halfX: number; halfY: number }) {
  if (!mayHave(sheet, "outriggers")) return null;
  return [-1, 1].flatMap((end) =>
    [-1, 1].map((side) => (
      <g key={`${end} ${side}`}>
        <path d={`M${end * halfX * 0.7} ${side * halfY * 0.7}L${end * halfX} ${side * halfY}`} {...line} />
        <Middle x={end * halfX} y={side * halfY} wide={0.26} deep={0.26} fill="var(--chalk)" {...line} />
      </g>
    )),
  );
}

function ScissorPlan({ sheet }: { sheet: Sheet }) {
  const { minX, maxX, halfY } = extent(sheet);
  const rough = sheet.family === "rough_terrain_scissor";
  const lengthM = drawnM(sheet, "platform_length", 2);
  const widthM = drawnM(sheet, "platform_width", 1);
  const inner = lengthM * 0.42;
  const bars = [-1, -0.35, 0.3, 1].map((f) => f * inner);
  const chassisM = rough
    ? drawnM(sheet, "wheelbase", 2) + drawnM(sheet, "wheel_diameter", 0.8) * 0.7
    : maxX - minX;
  const deepM = rough ? drawnM(sheet, "track", 1.6) * 0.72 : halfY * 2 - 0.1;
  return (
    <g fill="none">
      <Wheels sheet={sheet} />
      <Middle x={0} y={0} wide={chassisM} deep={deepM} fill="var(--chalk)" {...line} />
      {rough ? <Legs sheet={sheet} halfX={chassisM / 2 + 0.12} halfY={halfY * 0.86} /> : null}
      <Middle x={0} y={0} wide={lengthM} deep={widthM} {...dashed} />
      <path d={`M${-inner} 0H${inner}${bars.map((x) => `M${x} -0.12V0.12`).join("")}`} {...thin} />
      <path
        d={`M${minX - 0.12} -0.2V0.2M${minX - 0.12} -0.13H${minX}M${minX - 0.12} 0.13H${minX}`}
        {...line}
      />
    </g>
  );
}

function MastPlan({ sheet }: { sheet: Sheet }) {
  const pushed = sheet.family === "push_around_mast";
  const half = drawnM(sheet, "wheelbase", 1.1) / 2;
  const widthM = drawnM(sheet, "width", 0.75);
  const deckM = drawnM(sheet, "platform_length", 0.9);
  const foot = half - 0.02;
  return (
    <g fill="none">
      <Wheels sheet={sheet} />
      {pushed ? (
        <path
          d={`M${-half} ${-widthM * 0.36}H${half}M${-half} ${widthM * 0.36}H${half}M${half} ${-widthM / 2}V${widthM / 2}`}
          {...line}
          strokeWidth={6}
        />
      ) : (
        <Middle x={0} y={0} wide={half * 2 + 0.2} deep={widthM - 0.14} fill="var(--chalk)" {...line} />
      )}
      {[0, 1, 2].map((i) => (
        <Middle
          key={i}
          x={foot - i * 0.07}
          y={0}
          wide={0.08}
          deep={0.34 - i * 0.07}
          fill="var(--chalk)"
          {...line}
        />
      ))}
      <Middle
        x={foot - 0.26 - deckM / 2}
        y={0}
        wide={deckM}
        deep={drawnM(sheet, "platform_width", 0.6)}
        {...dashed}
      />
      {pushed ? (
        <path d={`M${half + 0.16} ${-widthM * 0.4}V${widthM * 0.4}`} {...line} strokeWidth={5} />
      ) : null}
    </g>
  );
}

function BoomPlan({ sheet }: { sheet: Sheet }) {
  const { maxX } = extent(sheet);
  const wheelM = drawnM(sheet, "wheel_diameter", 0.8);
  const trackM = drawnM(sheet, "track", 1.9);
  const turntableM = drawnM(sheet, "turntable_length", 2.4);
  const deckM = drawnM(sheet, "platform_length", 0.8);
  const widthM = drawnM(sheet, "platform_width", 1.8);
  const straight = sheet.family === "telescopic_boom";
  const deep = Math.min(1.6, trackM * 0.85);
  const rear = -turntableM / 2 - 0.15 - (straight ? drawnM(sheet, "tail_swing", 0) : 0);
  const thickM = straight ? 0.44 : 0.32;
  return (
    <g fill="var(--chalk)">
      <Wheels sheet={sheet} />
      <Middle
        x={0}
        y={0}
        wide={drawnM(sheet, "wheelbase", 2) + wheelM * 0.7}
        deep={trackM - Math.min(0.34, wheelM * 0.42)}
        {...line}
      />
      <rect x={rear} y={-deep / 2} width={turntableM / 2 - 0.15 - rear} height={deep} rx={0.12} {...line} />
      <circle r={0.42} fill="none" {...thin} />
      <rect
        x={-turntableM / 2}
        y={-thickM / 2}
        width={maxX - deckM - 0.5 + turntableM / 2}
        height={thickM}
        {...line}
      />
      {straight ? null : (
        <rect x={-turntableM / 2} y={thickM / 2 + 0.06} width={turntableM * 0.9} height={0.18} {...thin} />
      )}
      <rect x={maxX - deckM - 0.55} y={-0.09} width={0.5} height={0.18} {...line} strokeWidth={2} />
      <rect x={maxX - deckM} y={-widthM / 2} width={deckM} height={widthM} fill="none" {...dashed} />
    </g>
  );
}

function TowablePlan({ sheet }: { sheet: Sheet }) {
  const { minX, maxX, halfY } = extent(sheet);
  const half = drawnM(sheet, "wheelbase", 1.9) / 2;
  const deckM = drawnM(sheet, "platform_length", 0.7);
  const widthM = drawnM(sheet, "platform_width", 1.1);
  const coupler = maxX - 0.2;
  return (
    <g fill="var(--chalk)">
      <Wheels sheet={sheet} at={[0]} />
      <path d={`M${half} ${-halfY * 0.5}L${coupler} 0L${half} ${halfY * 0.5}`} fill="none" {...line} />
      <circle cx={coupler} r={0.12} {...line} />
      <Middle x={0} y={0} wide={half * 2} deep={halfY * 1.3} {...line} />
      <Legs sheet={sheet} halfX={half * 1.1} halfY={halfY * 0.92} />
      <circle cx={half * 0.55} r={0.36} fill="none" {...thin} />
      <rect
        x={minX + deckM + 0.2}
        y={-0.12}
        width={half * 0.55 - minX - deckM - 0.2}
        height={0.24}
        {...line}
      />
      <rect x={minX} y={-widthM / 2} width={deckM} height={widthM} fill="none" {...dashed} />
    </g>
  );
}

function SpiderPlan({ sheet }: { sheet: Sheet }) {
  const { maxX, halfY } = extent(sheet);
  const lengthM = drawnM(sheet, "wheelbase", 1.4) + drawnM(sheet, "wheel_diameter", 0.42);
  const trackM = drawnM(sheet, "track", 0.7);
  const deckM = drawnM(sheet, "platform_length", 0.7);
  const widthM = drawnM(sheet, "platform_width", 1.2);
  const half = lengthM * 0.46;
  return (
    <g fill="var(--chalk)">
      {[-1, 1].map((side) => (
        <g key={side}>
          <Middle x={0} y={(side * trackM) / 2} wide={lengthM} deep={0.2} rx={0.09} fill="var(--ink)" />
          {[-3, -2, -1, 0, 1, 2, 3].map((i) => (
            <path
              key={i}
              d={`M${(i * lengthM) / 8} ${(side * trackM) / 2 - 0.1}v0.2`}
              {...line}
              stroke="var(--chalk)"
              strokeWidth={2}
            />
          ))}
        </g>
      ))}
      <Middle x={0} y={0} wide={half * 2} deep={trackM - 0.26} {...line} />
      {[-1, 1].flatMap((end) =>
        [-1, 1].map((side) => (
          <path
            key={`${end} ${side}`}
            d={`M${end * half * 0.7} ${side * 0.1}L${end * half * 1.3} ${side * halfY * 0.9}L${end * half * 0.9} ${side * halfY * 1.05}`}
            fill="none"
            {...line}
            strokeWidth={5}
          />
        )),
      )}
      <circle cx={-half * 0.4} r={0.26} fill="none" {...thin} />
      <rect x={-half * 0.6} y={-0.1} width={maxX - deckM - 0.2 + half * 0.6} height={0.2} {...line} />
      <rect x={maxX - deckM} y={-widthM / 2} width={deckM} height={widthM} fill="none" {...dashed} />
    </g>
  );
}

function LorryPlan({ sheet }: { sheet: Sheet }) {
  const { minX, maxX, halfY } = extent(sheet);
  const cabM = Math.min(1.9, maxX * 0.56);
  const deckM = drawnM(sheet, "platform_length", 0.75);
  const widthM = drawnM(sheet, "platform_width", 1.4);
  const pivot = maxX - cabM - 0.75;
  const legX = drawnM(sheet, "wheelbase", 3.4) * 0.31;
  return (
    <g fill="var(--chalk)">
      <Wheels sheet={sheet} />
      <rect x={minX} y={-halfY * 0.92} width={maxX - minX - cabM} height={halfY * 1.84} {...line} />
      <rect x={maxX - cabM} y={-halfY * 0.96} width={cabM} height={halfY * 1.92} rx={0.14} {...line} />
      <path d={`M${maxX - 0.45} ${-halfY * 0.8}V${halfY * 0.8}`} {...line} />
      <g transform="translate(-0.1 0)">
        <Legs sheet={sheet} halfX={legX} halfY={halfY * 0.98} />
      </g>
      <circle cx={pivot} r={0.46} fill="none" {...thin} />
      <rect x={minX + deckM} y={-0.16} width={pivot - minX - deckM + 0.3} height={0.32} {...line} />
      <rect x={minX} y={-widthM / 2} width={deckM} height={widthM} fill="none" {...dashed} />
    </g>
  );
}
