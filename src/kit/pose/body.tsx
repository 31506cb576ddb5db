import type { Elevation, Point } from "./geometry";

export const pathOf = (points: readonly Point[]): string =>
  points.map((p, i) => `${i === 0 ? "M" : "L"}${p.x.toFixed(1)} ${p.y.toFixed(1)}`).join("");

/** How far an elevation reaches, metres, with a little room round it. */
export function boundsOf(e: Elevation, also: readonly Point[] = []) {
  const points = [
    ...e.chassis,
    ...e.turntable,
    ...e.bodies.flat(),
    ...e.legs.flatMap((leg) => [leg.knee, leg.foot]),
    ...e.members.flatMap((m) => [m.from, m.to]),
    ...e.wheels.flatMap((w) => [
      { x: w.x - w.rM, y: 0 },
      { x: w.x + w.rM, y: 0 },
    ]),
    { x: e.platform.x, y: e.platform.y + e.platform.railM },
    { x: e.platform.x + e.platform.lengthM, y: 0 },
    ...also,
  ];
  return {
    minX: Math.min(...points.map((p) => p.x)) - 0.4,
    maxX: Math.max(...points.map((p) => p.x)) + 0.4,
    maxY: Math.max(...points.map((p) => p.y), 2.6) + 0.4,
  };
}

/** The machine itself in side elevation. `hue` fills a part by the function that moves it. */
export function Body({
  elevation: e,
  px,
  scale,
  hue,
}: {
  elevation: Elevation;
  px: (p: Point) => Point;
  scale: number;
  hue: (part: string) => string;
}) {
  const width = scale < 40 ? 2 : 3;
  const line = { stroke: "var(--ink)", strokeWidth: width, strokeLinejoin: "round" as const };
  const closed = (points: readonly Point[]) => `${pathOf(points.map(px))}Z`;
  const deck = px({ x: e.platform.x, y: e.platform.y });
  const rise = e.platform.railM * scale;
  const wide = e.platform.lengthM * scale;
  const track = e.track;
  return (
    <g>
      {track === undefined ? null : (
        <g>
          <rect
            x={px({ x: -track.lengthM / 2, y: 0 }).x}
            y={px({ x: 0, y: track.heightM }).y}
            width={track.lengthM * scale}
            height={track.heightM * scale}
            rx={(track.heightM * scale) / 2}
            fill="var(--ink)"
          />
          {[-0.32, -0.11, 0.11, 0.32].map((f) => {
            const c = px({ x: f * track.lengthM, y: track.heightM / 2 });
            return <circle key={f} cx={c.x} cy={c.y} r={track.heightM * scale * 0.18} fill="var(--chalk)" />;
          })}
        </g>
      )}
      <path d={closed(e.chassis)} fill={hue("chassis")} {...line} />
      {e.bodies.map((body) => (
        <path key={`${body[0]?.x} ${body[0]?.y}`} d={closed(body)} fill="var(--chalk)" {...line} />
      ))}
      {e.wheels.map((w) => {
        const c = px(w);
        return (
          <g key={w.x}>
            <circle cx={c.x} cy={c.y} r={w.rM * scale} fill="var(--chalk)" {...line} />
            <circle cx={c.x} cy={c.y} r={w.rM * scale * 0.34} fill="var(--ink)" />
          </g>
        );
      })}
      {e.turntable.length > 0 ? <path d={closed(e.turntable)} fill={hue("turntable")} {...line} /> : null}
      {e.legs.map((leg) => (
        <g key={leg.hip.x}>
          <path
            d={pathOf([leg.hip, leg.knee, leg.foot].map(px))}
            fill="none"
            stroke={hue("legs") === "var(--chalk)" ? "var(--ink)" : hue("legs")}
            strokeWidth={width * 2}
            strokeLinejoin="round"
          />
          <path
            d={`M${px(leg.foot).x - 0.22 * scale} ${px(leg.foot).y}h${0.44 * scale}`}
            {...line}
            strokeWidth={width * 2}
          />
        </g>
      ))}
      {e.members.map((m) => (
        <Member
          key={`${m.function}${m.from.x}${m.from.y}`}
          from={px(m.from)}
          to={px(m.to)}
          thick={Math.max(width + 1, m.thickM * scale)}
          fill={hue(m.function)}
          width={width}
        />
      ))}
      <g fill={hue("platform")} {...line}>
        <rect x={deck.x} y={deck.y - width * 2} width={wide} height={width * 2.7} />
        <path
          d={`M${deck.x} ${deck.y}V${deck.y - rise}H${deck.x + wide}V${deck.y}M${deck.x} ${deck.y - rise / 2}h${wide}`}
          fill="none"
        />
      </g>
    </g>
  );
}

function Member({
  from,
  to,
  thick,
  fill,
  width,
}: {
  from: Point;
  to: Point;
  thick: number;
  fill: string;
  width: number;
}) {
  const length = Math.hypot(to.x - from.x, to.y - from.y);
  const angle = (Math.atan2(to.y - from.y, to.x - from.x) * 180) / Math.PI;
  return (
    <g transform={`translate(${from.x} ${from.y}) rotate(${angle})`}>
      <rect
        x={0}
        y={-thick / 2}
        width={length}
        height={thick}
        fill={fill}
        stroke="var(--ink)"
        strokeWidth={width}
      />
      <circle r={thick * 0.42} fill="var(--ink)" />
    </g>
  );
}
