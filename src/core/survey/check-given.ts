import type { SurveyGiven } from "./job";
import type { PlacePlan } from "./place-plan";

/** What does not fit between what was given and the plan it was given for, in words for whoever sent it; undefined where all does. */
export function misfit(plan: PlacePlan, { job, stands, readings }: SurveyGiven): string | undefined {
  const points = [
    ...job.positions.map(({ name, at }) => [name, at] as const),
    ...job.way.map((at) => ["the way", at] as const),
    ...stands.map(({ spot }, i) => [`spot ${i + 1}`, spot.at] as const),
  ];
  const outside = points.find(([, { x, y }]) => x > plan.widthM || y > plan.depthM);
  if (outside !== undefined) {
    const [name, { x, y }] = outside;
    return `expected ${name} within the ${plan.widthM} by ${plan.depthM} m of ${plan.name}, got ${x}, ${y}`;
  }
  const known = new Set(job.positions.map(({ id }) => id));
  if (known.size < job.positions.length) return "expected each piece of work once; one is there twice";
  const unknown = stands.flatMap(({ positions }) => positions).find((id) => !known.has(id));
  if (unknown !== undefined) return `expected pieces of work of this job, got ${unknown}`;
  const marks = new Set(plan.marks.map(({ id }) => id));
  const about = [...(readings.isolations ?? []).map(({ mark }) => mark), ...(readings.stopped ?? [])];
  const stray = about.find((id) => !marks.has(id));
  return stray === undefined ? undefined : `expected marks of ${plan.name}, got ${stray}`;
}
