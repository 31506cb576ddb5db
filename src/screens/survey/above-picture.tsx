import { footprint } from "@/core/survey/around";
import type { SurveyInput } from "@/core/survey/input";
import { linesKept } from "@/core/survey/line-sums";
import { pointToLine } from "@/core/survey/lines";
import { type At, moved } from "@/core/survey/on-the-plan";
import { shapeOf } from "@/core/survey/outline";
import { reachFrom } from "@/core/survey/reach";
import { DrawnWords } from "@/kit/place/drawn-words";
import { NumberSquare } from "@/kit/place/number-square";
import { PlaceDrawing } from "@/kit/place/place-drawing";
import { pathThrough, scaleFor } from "@/kit/place/scale";
import { spotLetter } from "./words";

/** Squares of what is kept off, a metre each. */
const squareM = 1;

/** A place from above with a survey on it: the way in, each spot with the machine's outline, each piece of work, and what is kept off at the height of the work. */
export function AbovePicture({
  survey,
  stand,
  workId,
  label,
  onPoint,
}: {
  survey: SurveyInput;
  stand: number;
  workId: string | undefined;
  label: string;
  onPoint?: ((at: At) => void) | undefined;
}) {
  const { sheet, plan, job, stands } = survey;
  const scale = scaleFor(plan.widthM, plan.depthM, 720, 560);
  const shape = shapeOf(sheet, job);
  const handsM = Math.max(0, ...job.positions.map((work) => work.handsM));
  const lines = linesKept(survey);
  const kept: At[] = [];
  for (let x = 0; lines.length > 0 && x < plan.widthM; x += squareM)
    for (let y = 0; y < plan.depthM; y += squareM) {
      const middle = { x: x + squareM / 2, y: y + squareM / 2 };
      if (lines.some(({ wall, keepM }) => pointToLine(middle, handsM, wall) < keepM)) kept.push({ x, y });
    }
  return (
    <PlaceDrawing plan={plan} scale={scale} words={label} onPoint={onPoint}>
      {kept.map(({ x, y }) => (
        <rect
          key={`${x} ${y}`}
          {...scale.px({ x, y: y + squareM })}
          width={squareM * scale.perM}
          height={squareM * scale.perM}
          fill="url(#place-kept-off)"
          pointerEvents="none"
        />
      ))}
      {job.way.length === 0 ? null : (
        <path
          d={pathThrough([...job.way, ...stands.slice(0, 1).map(({ spot }) => spot.at)], scale)}
          fill="none"
          stroke="var(--ink)"
          strokeWidth="4"
          strokeDasharray="2 8"
          pointerEvents="none"
        />
      )}
      {stands.map(({ spot, positions }, i) => {
        const front = moved(spot.at, spot.facingDeg, Math.max(1, (shape.lengthM ?? 2) / 2));
        const [at, ahead] = [scale.px(spot.at), scale.px(front)];
        return (
          <g key={spotLetter(i)} pointerEvents="none">
            {job.positions
              .filter(({ id }) => positions.includes(id))
              .map((work) => (
                <path
                  key={work.id}
                  d={pathThrough([spot.at, reachFrom(shape, plan, spot, work).held.middle], scale)}
                  stroke="var(--ink)"
                  strokeWidth={work.id === workId ? 5 : 2}
                />
              ))}
            <path
              d={pathThrough(footprint(sheet, spot), scale, "closed")}
              fill="var(--chalk)"
              stroke="var(--ink)"
              strokeWidth={i === stand ? 4 : 2}
            />
            <path d={pathThrough([spot.at, front], scale)} stroke="var(--ink)" strokeWidth="3" />
            <rect x={ahead.x - 5} y={ahead.y - 5} width="10" height="10" fill="var(--ink)" />
            <DrawnWords x={at.x + 14} y={at.y - 8} size={17}>
              {spotLetter(i)}
            </DrawnWords>
          </g>
        );
      })}
      {job.positions.map((work, i) => (
        <NumberSquare key={work.id} at={scale.px(work.at)} n={i + 1} now={work.id === workId} />
      ))}
    </PlaceDrawing>
  );
}
