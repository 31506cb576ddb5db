import type { SurveyInput } from "@/core/survey/input";
import { linesKept } from "@/core/survey/line-sums";
import { pointToLine } from "@/core/survey/lines";
import {
  type At,
  bearingDeg,
  crossedBetweenM,
  distanceM,
  moved,
  nearestOnLine,
} from "@/core/survey/on-the-plan";
import { reachAtMost, shapeOf } from "@/core/survey/outline";
import { marksOf } from "@/core/survey/place-plan";
import { reachFrom } from "@/core/survey/reach";
import { Hatch } from "@/kit/hatch";
import { DrawnWords } from "@/kit/place/drawn-words";
import { NumberSquare } from "@/kit/place/number-square";
import { Body } from "@/kit/pose/body";
import { heldElevation } from "@/kit/pose/held";

const size = { width: 676, height: 520 };
/** Squares of the clearance are a metre. */
const squareM = 1;
/** So much is drawn behind the machine. */
const backM = 4;

/**
 * The unit from the side in the plane through its spot and a piece of work, to scale: what it can reach dotted, what must be kept off in
 * squares, and the platform where it is to stand.
 */
export function SidePicture({
  survey,
  stand,
  workId,
  words,
}: {
  survey: SurveyInput;
  stand: number;
  workId: string | undefined;
  words: { readonly label: string; readonly reach: string; readonly needed: string };
}) {
  const { sheet, plan, job, stands } = survey;
  const spot = stands[stand]?.spot;
  const n = job.positions.findIndex(({ id }) => id === workId);
  const work = job.positions[n];
  if (spot === undefined || work === undefined) return null;
  const shape = shapeOf(sheet, job);
  const { held, outM } = reachFrom(shape, plan, spot, work);
  const bearing = bearingDeg(spot.at, work.at);
  const outline = shape.boom ? reachAtMost(shape) : undefined;
  const lines = linesKept(survey);
  const workM = distanceM(spot.at, work.at);
  const farM = Math.max(outM + 3, workM + 6, ...(outline ?? []).map((one) => one.outM + 1));
  const highM = Math.max(
    held.floorM + shape.handsM + 2,
    (shape.highestM ?? 4) + 2,
    ...lines.map(({ wall }) => wall.lowestM + 2),
  );
  const perM = Math.min(size.width / (farM + backM), (size.height - 44) / highM);
  const floorPx = size.height - 30;
  const px = ({ x, y }: At): At => ({ x: (x + backM) * perM, y: floorPx - y * perM });
  const at = (m: number): At => moved(spot.at, bearing, m);
  const kept = squaresWhere(farM, highM, (x, y) =>
    lines.some(({ wall, keepM }) => pointToLine(at(x), y, wall) < keepM),
  );
  const between = [...marksOf(plan, "obstacle"), ...marksOf(plan, "overhead")].flatMap((mark) => {
    const crossed = crossedBetweenM(spot.at, at(farM), mark.at);
    return crossed === undefined ? [] : [{ mark, from: crossed[0], to: crossed[1] }];
  });
  const name = (x: number, y: number, said: string, fill?: string) => {
    // Kept within the drawing.
    const half = said.length * 4.5 + 6;
    return (
      <DrawnWords
        x={Math.min(size.width - half, Math.max(half, x))}
        y={y}
        {...(fill === undefined ? {} : { fill })}
      >
        {said}
      </DrawnWords>
    );
  };
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
        <Hatch id="side-kept-off" kind="kept_off" />
        <Hatch id="side-earth" kind="earth" />
        <Hatch id="side-solid" kind="solid" />
      </defs>
      <rect width={size.width} height={floorPx} fill="url(#side-board)" />
      {kept.map(({ x, y }) => (
        <rect
          key={`${x} ${y}`}
          {...px({ x, y: y + squareM })}
          width={squareM * perM}
          height={squareM * perM}
          fill="url(#side-kept-off)"
        />
      ))}
      <path d={edgeOf(kept, px)} fill="none" stroke="var(--tag)" strokeWidth="2.5" />
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
            {name(corner.x + ((to - from) * perM) / 2, corner.y - 6, mark.name)}
          </g>
        );
      })}
      {outline === undefined ? null : (
        <>
          <polygon
            points={outline
              .map(({ outM: x, heightM: y }) => px({ x, y }))
              .map(({ x, y }) => `${x.toFixed(1)},${y.toFixed(1)}`)
              .join(" ")}
            fill="none"
            stroke="var(--ink)"
            strokeWidth="2.5"
            strokeDasharray="2 7"
          />
          <DrawnWords {...px({ x: 0.5, y: (shape.highestM ?? 3) + 0.4 })} anchor="start">
            {words.reach}
          </DrawnWords>
        </>
      )}
      <path d={`M0 ${floorPx}H${size.width}`} stroke="var(--ink)" strokeWidth="3" />
      <rect y={floorPx + 2} width={size.width} height="12" fill="url(#side-earth)" />
      <Body
        elevation={heldElevation(sheet, { outM, floorM: held.floorM })}
        px={px}
        scale={perM}
        hue={() => "var(--chalk)"}
      />
      {lines.map(({ line, wall }) => {
        const here = px({ x: nearestAlong(at, wall.at, farM), y: wall.lowestM });
        return (
          <g key={line.id}>
            <path
              d={`M${here.x} ${here.y}V${floorPx}`}
              stroke="var(--ink-3)"
              strokeWidth="2"
              strokeDasharray="2 6"
            />
            <rect x={here.x - 8} y={here.y - 8} width="16" height="16" fill="var(--tag)" />
            {name(here.x, here.y - 16, line.name, "var(--tag)")}
          </g>
        );
      })}
      <NumberSquare at={px({ x: workM, y: work.handsM })} n={n + 1} now />
      {words.needed === "" ? null : (
        <DrawnWords x={size.width / 2} y={floorPx - 12} size={19}>
          {words.needed}
        </DrawnWords>
      )}
    </svg>
  );
}

/** The squares of a metre whose middle is such a place, by their lower left corner. */
function squaresWhere(farM: number, highM: number, such: (x: number, y: number) => boolean): readonly At[] {
  const found: At[] = [];
  for (let x = -backM; x < farM; x += squareM)
    for (let y = 0; y < highM; y += squareM) if (such(x + squareM / 2, y + squareM / 2)) found.push({ x, y });
  return found;
}

/** How far out the plane of a drawing comes nearest to a line. */
function nearestAlong(at: (m: number) => At, line: readonly At[], farM: number): number {
  let [best, least] = [0, Number.POSITIVE_INFINITY];
  for (let m = -backM; m <= farM; m += 0.25) {
    const away = distanceM(at(m), nearestOnLine(at(m), line));
    if (away < least) [least, best] = [away, m];
  }
  return best;
}

/** The outer edge of squares, but for where they stand on the ground. */
function edgeOf(squares: readonly At[], px: (p: At) => At): string {
  const has = new Set(squares.map(({ x, y }) => `${x} ${y}`));
  const drawn = (from: At, to: At) => `M${px(from).x} ${px(from).y}L${px(to).x} ${px(to).y}`;
  return squares
    .flatMap(({ x, y }) => {
      const [right, top] = [x + squareM, y + squareM];
      const open = (dx: number, dy: number) => !has.has(`${x + dx * squareM} ${y + dy * squareM}`);
      return [
        open(-1, 0) ? drawn({ x, y }, { x, y: top }) : "",
        open(1, 0) ? drawn({ x: right, y }, { x: right, y: top }) : "",
        open(0, 1) ? drawn({ x, y: top }, { x: right, y: top }) : "",
        open(0, -1) && y > 0 ? drawn({ x, y }, { x: right, y }) : "",
      ];
    })
    .join("");
}
