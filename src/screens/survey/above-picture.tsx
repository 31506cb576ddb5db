import type { Sheet } from "@/core/sheet/sheet";
import { footprint } from "@/core/survey/around";
import type { SurveyGiven } from "@/core/survey/job";
import { keepOffLine, liveLines, wallOf } from "@/core/survey/line-sums";
import { pointToLine } from "@/core/survey/lines";
import type { At } from "@/core/survey/on-the-plan";
import { moved } from "@/core/survey/on-the-plan";
import { shapeOf } from "@/core/survey/outline";
import type { PlacePlan } from "@/core/survey/place-plan";
import { reachFrom } from "@/core/survey/reach";
import type { WorkplaceRules } from "@/core/vocabulary/workplace-rules";
import { PlaceDrawing } from "@/kit/place/place-drawing";
import { pathThrough, scaleFor } from "@/kit/place/scale";

/** Squares of what is kept off, a metre each. */
const squareM = 1;

/** A place from above with a survey on it: the way in, each spot with the machine's outline, each piece of work, and what is kept off at the height of the work. */
export function AbovePicture({
  sheet,
  plan,
  given,
  rules,
  stand,
  workId,
  nowMs,
  label,
  onPoint,
}: {
  sheet: Sheet;
  plan: PlacePlan;
  given: SurveyGiven;
  rules: WorkplaceRules;
  stand: number;
  workId: string | undefined;
  nowMs: number;
  label: string;
  onPoint?: ((at: At) => void) | undefined;
}) {
  const scale = scaleFor(plan.widthM, plan.depthM, 720, 560);
  const shape = shapeOf(sheet, given.job.range);
  const handsM = Math.max(0, ...given.job.positions.map((work) => work.handsM));
  const kept: At[] = [];
  for (const line of liveLines(plan, given.readings, nowMs)) {
    const keepM = keepOffLine(line, sheet, rules, given.job.toolM, given.readings.spotter).distanceM;
    for (let x = 0; x < plan.widthM; x += squareM)
      for (let y = 0; y < plan.depthM; y += squareM)
        if (pointToLine({ x: x + squareM / 2, y: y + squareM / 2 }, handsM, wallOf(line)) < keepM)
          kept.push({ x, y });
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
      {given.job.way.length === 0 ? null : (
        <path
          d={pathThrough([...given.job.way, ...given.stands.slice(0, 1).map(({ spot }) => spot.at)], scale)}
          fill="none"
          stroke="var(--ink)"
          strokeWidth="4"
          strokeDasharray="2 8"
          pointerEvents="none"
        />
      )}
      {given.stands.map(({ spot, positions }, i) => {
        const covers = footprint(sheet, spot);
        const front = moved(spot.at, spot.facingDeg, Math.max(1, (shape.lengthM ?? 2) / 2));
        const at = scale.px(spot.at);
        return (
          // biome-ignore lint/suspicious/noArrayIndexKey: spots go by their turn
          <g key={i} pointerEvents="none">
            {given.job.positions
              .filter(({ id }) => positions.includes(id))
              .map((work) => {
                const { held } = reachFrom(shape, plan, spot, work);
                return (
                  <path
                    key={work.id}
                    d={pathThrough([spot.at, held.middle], scale)}
                    stroke="var(--ink)"
                    strokeWidth={work.id === workId ? 5 : 2}
                  />
                );
              })}
            <path
              d={pathThrough(covers, scale, "closed")}
              fill="var(--chalk)"
              stroke="var(--ink)"
              strokeWidth={i === stand ? 4 : 2}
            />
            <path d={pathThrough([spot.at, front], scale)} stroke="var(--ink)" strokeWidth="3" />
            <rect
              {...{ x: scale.px(front).x - 5, y: scale.px(front).y - 5 }}
              width="10"
              height="10"
              fill="var(--ink)"
            />
            <text
              x={at.x + 8}
              y={at.y - 8}
              fontSize="17"
              fontWeight="700"
              fill="var(--ink)"
              stroke="var(--chalk)"
              strokeWidth="5"
              paintOrder="stroke"
            >
              {String.fromCharCode(65 + i)}
            </text>
          </g>
        );
      })}
      {given.job.positions.map((work, i) => {
        const at = scale.px(work.at);
        const now = work.id === workId;
        return (
          <g key={work.id} pointerEvents="none">
            <rect
              x={at.x - 13}
              y={at.y - 13}
              width="26"
              height="26"
              fill={now ? "var(--brass)" : "var(--chalk)"}
              stroke="var(--ink)"
              strokeWidth="2.5"
            />
            <text
              x={at.x}
              y={at.y + 6}
              textAnchor="middle"
              fontSize="17"
              fontWeight="700"
              fill={now ? "var(--brass-ink)" : "var(--ink)"}
            >
              {i + 1}
            </text>
          </g>
        );
      })}
    </PlaceDrawing>
  );
}
