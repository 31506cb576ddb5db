import type { Sheet } from "@/core/sheet/sheet";
import type { SurveyGiven } from "@/core/survey/job";
import { keepOffLine, liveLines, wallOf } from "@/core/survey/line-sums";
import { pointToLine } from "@/core/survey/lines";
import { type At, bearingDeg, crossedBetweenM, distanceM, moved } from "@/core/survey/on-the-plan";
import { reachAtMost, shapeOf } from "@/core/survey/outline";
import { marksOf, type PlacePlan } from "@/core/survey/place-plan";
import { reachFrom } from "@/core/survey/reach";
import type { WorkplaceRules } from "@/core/vocabulary/workplace-rules";
import { Body } from "@/kit/pose/body";
import { heldElevation } from "@/kit/pose/held";

const size = { width: 676, height: 520 };
/** Squares of the clearance are a metre. */
const squareM = 1;

/**
 * The unit from the side in the plane through its spot and a piece of work, to scale: what it can reach dotted, what must be kept off in
 * squares, and the platform where it is to stand.
 */
export function SidePicture({
  sheet,
  plan,
  given,
  rules,
  stand,
  workId,
  nowMs,
  words,
}: {
  sheet: Sheet;
  plan: PlacePlan;
  given: SurveyGiven;
  rules: WorkplaceRules;
  stand: number;
  workId: string | undefined;
  nowMs: number;
  words: { readonly label: string; readonly reach: string; readonly needed: string; readonly work: string };
}) {
  const spot = given.stands[stand]?.spot;
  const work = given.job.positions.find(({ id }) => id === workId);
  if (spot === undefined || work === undefined) return null;
  const shape = shapeOf(sheet, given.job.range);
  const { held, outM } = reachFrom(shape, plan, spot, work);
  const bearing = bearingDeg(spot.at, work.at);
  const outline = shape.boom ? reachAtMost(shape) : undefined;
  const lines = liveLines(plan, given.readings, nowMs).map((line) => ({
    line,
    wall: wallOf(line),
    keepM: keepOffLine(line, sheet, rules, given.job.toolM, given.readings.spotter).distanceM,
  }));
  const farM = Math.max(
    outM + 3,
    distanceM(spot.at, work.at) + 6,
    ...(outline ?? []).map((one) => one.outM + 1),
  );
  const highM = Math.max(
    held.floorM + shape.handsM + 2,
    (shape.highestM ?? 4) + 2,
    ...lines.map(({ wall }) => wall.lowestM + 2),
  );
  const backM = 4;
  const perM = Math.min(size.width / (farM + backM), (size.height - 44) / highM);
  const floorPx = size.height - 30;
  const px = ({ x, y }: { readonly x: number; readonly y: number }) => ({
    x: (x + backM) * perM,
    y: floorPx - y * perM,
  });
  const elevation = heldElevation(sheet, { outM, floorM: held.floorM });
  const at = (m: number): At => moved(spot.at, bearing, m);
  const end = at(farM);
  const squares = lines.flatMap(({ wall, keepM, line }) => squaresKept(wall, keepM, line.id));
  function squaresKept(wall: Parameters<typeof pointToLine>[2], keepM: number, id: string) {
    const found: { readonly key: string; readonly x: number; readonly y: number }[] = [];
    for (let x = -backM; x < farM; x += squareM)
      for (let y = 0; y < highM; y += squareM)
        if (pointToLine(at(x + squareM / 2), y + squareM / 2, wall) < keepM)
          found.push({ key: `${id} ${x} ${y}`, x, y });
    return found;
  }
  const between = [...marksOf(plan, "obstacle"), ...marksOf(plan, "overhead")].flatMap((mark) => {
    const crossed = crossedBetweenM(spot.at, end, mark.at);
    return crossed === undefined ? [] : [{ mark, from: crossed[0], to: crossed[1] }];
  });
  const hands = px({ x: distanceM(spot.at, work.at), y: work.handsM });
  return (
    <svg
      viewBox={`0 0 ${size.width} ${size.height}`}
      className="block h-auto w-full"
      role="img"
      aria-label={words.label}
    >
      <defs>
        <pattern
          id="side-board"
          width={perM}
          height={perM}
          patternUnits="userSpaceOnUse"
          x={px({ x: 0, y: 0 }).x % perM}
          y={floorPx % perM}
        >
          <path d={`M${perM} 0H0V${perM}`} fill="none" stroke="var(--line)" />
        </pattern>
        <pattern
          id="side-kept-off"
          width="9"
          height="9"
          patternUnits="userSpaceOnUse"
          patternTransform="rotate(45)"
        >
          <path d="M0 0V9" stroke="var(--tag)" strokeWidth="3.5" opacity="0.5" />
        </pattern>
        <pattern
          id="side-earth"
          width="12"
          height="12"
          patternUnits="userSpaceOnUse"
          patternTransform="rotate(45)"
        >
          <path d="M0 0V12" stroke="var(--ink-3)" strokeWidth="6" />
        </pattern>
        <pattern id="side-solid" width="8" height="8" patternUnits="userSpaceOnUse">
          <path d="M0 0H8V8H0z" fill="var(--chalk-2)" />
          <path d="M0 8L8 0" stroke="var(--ink-3)" strokeWidth="1" />
        </pattern>
      </defs>
      <rect width={size.width} height={floorPx} fill="url(#side-board)" />
      {squares.map(({ key, x, y }) => {
        const corner = px({ x, y: y + squareM });
        return (
          <rect
            key={key}
            {...corner}
            width={squareM * perM}
            height={squareM * perM}
            fill="url(#side-kept-off)"
          />
        );
      })}
      <path d={edgeOf(squares)} fill="none" stroke="var(--tag)" strokeWidth="2.5" />
      {between.map(({ mark, from, to }) => {
        const [low, high] =
          mark.kind === "obstacle"
            ? [0, mark.heightM ?? highM]
            : [mark.undersideM ?? 0, Math.min(highM, (mark.undersideM ?? 0) + 0.4)];
        const corner = px({ x: from, y: high });
        return (
          <g key={mark.id}>
            <rect
              {...corner}
              width={(to - from) * perM}
              height={(high - low) * perM}
              fill="url(#side-solid)"
              stroke="var(--ink)"
              strokeWidth="2"
              strokeDasharray={mark.kind === "overhead" ? "8 5" : undefined}
            />
            <Name x={corner.x + ((to - from) * perM) / 2} y={corner.y - 6} words={mark.name} />
          </g>
        );
      })}
      {outline === undefined ? null : (
        <>
          <path
            d={`${outline.map(({ outM: x, heightM: y }, i) => `${i === 0 ? "M" : "L"}${px({ x, y }).x.toFixed(1)} ${px({ x, y }).y.toFixed(1)}`).join("")}Z`}
            fill="none"
            stroke="var(--ink)"
            strokeWidth="2.5"
            strokeDasharray="2 7"
          />
          <Name
            x={px({ x: 0.3, y: 0 }).x + 6}
            y={px({ x: 0, y: (shape.highestM ?? 3) + 0.4 }).y}
            words={words.reach}
            anchor="start"
          />
        </>
      )}
      <path d={`M0 ${floorPx}H${size.width}`} stroke="var(--ink)" strokeWidth="3" />
      <rect y={floorPx + 2} width={size.width} height="12" fill="url(#side-earth)" />
      <Body elevation={elevation} px={px} scale={perM} hue={() => "var(--chalk)"} />
      {lines.map(({ line, wall }) => {
        const crossing = nearestAlong(wall.at);
        const here = px({ x: crossing, y: wall.lowestM });
        return (
          <g key={line.id}>
            <path
              d={`M${here.x} ${here.y}V${floorPx}`}
              stroke="var(--ink-3)"
              strokeWidth="2"
              strokeDasharray="2 6"
            />
            <rect x={here.x - 8} y={here.y - 8} width="16" height="16" fill="var(--tag)" />
            <Name x={here.x} y={here.y - 16} words={line.name} tag="tag" />
          </g>
        );
      })}
      <rect
        x={hands.x - 15}
        y={hands.y - 15}
        width="30"
        height="30"
        fill="var(--brass)"
        stroke="var(--ink)"
        strokeWidth="2.5"
      />
      <text
        x={hands.x}
        y={hands.y + 7}
        textAnchor="middle"
        fontSize="19"
        fontWeight="700"
        fill="var(--brass-ink)"
      >
        {words.work}
      </text>
      {words.needed === "" ? null : (
        <Name x={size.width / 2} y={floorPx - 12} words={words.needed} large="large" />
      )}
    </svg>
  );

  /** How far out the plane of the drawing comes nearest to a line. */
  function nearestAlong(points: readonly At[]): number {
    let best = 0;
    let least = Number.POSITIVE_INFINITY;
    for (let m = -backM; m <= farM; m += 0.25) {
      const away = Math.min(...points.slice(1).map((to, i) => distanceToPiece(at(m), points[i] as At, to)));
      if (away < least) [least, best] = [away, m];
    }
    return best;
  }

  function edgeOf(some: readonly { readonly x: number; readonly y: number }[]): string {
    const has = new Set(some.map(({ x, y }) => `${x} ${y}`));
    return some
      .flatMap(({ x, y }) => {
        const side = (dx: number, dy: number, from: At, to: At) =>
          has.has(`${x + dx} ${y + dy}`) ? [] : [`M${px(from).x} ${px(from).y}L${px(to).x} ${px(to).y}`];
        const s = squareM;
        return [
          ...side(-s, 0, { x, y }, { x, y: y + s }),
          ...side(s, 0, { x: x + s, y }, { x: x + s, y: y + s }),
          ...side(0, s, { x, y: y + s }, { x: x + s, y: y + s }),
          ...(y === 0 ? [] : side(0, -s, { x, y }, { x: x + s, y })),
        ];
      })
      .join("");
  }
}

function distanceToPiece(p: At, a: At, b: At): number {
  const [dx, dy] = [b.x - a.x, b.y - a.y];
  const squared = dx * dx + dy * dy;
  const t = squared === 0 ? 0 : Math.max(0, Math.min(1, ((p.x - a.x) * dx + (p.y - a.y) * dy) / squared));
  return distanceM(p, { x: a.x + t * dx, y: a.y + t * dy });
}

function Name({
  x,
  y,
  words,
  anchor = "middle",
  tag,
  large,
}: {
  x: number;
  y: number;
  words: string;
  anchor?: "start" | "middle";
  tag?: "tag";
  large?: "large";
}) {
  // Kept within the drawing.
  const half = anchor === "middle" ? words.length * 4.5 : 0;
  return (
    <text
      x={Math.min(size.width - half - 6, Math.max(half + 6, x))}
      y={y}
      textAnchor={anchor}
      fontSize={large === undefined ? 15 : 19}
      fontWeight="650"
      fill={tag === undefined ? "var(--ink)" : "var(--tag)"}
      stroke="var(--chalk)"
      strokeWidth="5"
      paintOrder="stroke"
    >
      {words}
    </text>
  );
}
