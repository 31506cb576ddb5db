import type { Spot } from "@/core/survey/job";
import { keepOffLine, wallOf } from "@/core/survey/line-sums";
import { nearestToLine } from "@/core/survey/lines";
import { distanceM } from "@/core/survey/on-the-plan";
import { shapeOf } from "@/core/survey/outline";
import { marksOf } from "@/core/survey/place-plan";
import { reachFrom } from "@/core/survey/reach";
import { apartFromBestM, boardM, compareSpots, type SpotFound, type SpotQuestion } from "@/core/survey/spots";
import { marginOf, type Sum } from "@/core/survey/sums";
import { surveyed } from "@/core/survey/survey";

/** Sums that say whether the unit may stand there at all; the others say whether a piece of work is done from there. */
const aboutTheSpot = new Set(["slope", "floor", "edges", "air"]);

/** The slow way: the whole survey of every spot of the board, and its verdicts read off. */
export function bruteForce(question: SpotQuestion): readonly SpotFound[] {
  const found: SpotFound[] = [];
  for (let y = 0; y <= question.plan.depthM; y += boardM)
    for (let x = 0; x <= question.plan.widthM; x += boardM)
      for (let facingDeg = 0; facingDeg < 360; facingDeg += 45) {
        const one = bySurvey(question, { at: { x, y }, facingDeg });
        if (one !== undefined) found.push(one);
      }
  found.sort(compareSpots);
  const [best] = found;
  if (best === undefined) return [];
  const apart = (one: SpotFound) =>
    Math.hypot(one.spot.at.x - best.spot.at.x, one.spot.at.y - best.spot.at.y) >= apartFromBestM;
  return [best, ...found.filter(apart).slice(0, 1)];
}

function bySurvey(question: SpotQuestion, spot: Spot): SpotFound | undefined {
  const { sheet, plan, job, readings, rules, surveyedMs, serve } = question;
  const survey = (ids: readonly string[]) =>
    surveyed({
      sheet,
      plan,
      job: { ...job, way: [] },
      stands: [{ spot, positions: [...ids] }],
      readings: { ...readings, ventilated: true },
      rules,
      surveyedMs,
    }).sums.filter(({ stand }) => stand === 0);
  // Ground that no mark says slopes is level until it is read; a slope nobody knows is not.
  const unread = (sum: Sum) => sum.missing?.[0] === "level" && sum.about === undefined;
  const fails = (sum: Sum) => sum.verdict === "beyond" || (sum.verdict === "not_known" && !unread(sum));
  if (survey([]).some((sum) => aboutTheSpot.has(sum.topic) && fails(sum))) return undefined;
  const left: number[] = [5];
  const serves: string[] = [];
  for (const { topic, compared } of survey([]))
    if (topic === "edges" && compared !== undefined) left.push(marginOf(compared) ?? 0);
  for (const id of serve) {
    const sums = survey([id]).filter(
      ({ topic, because }) => !aboutTheSpot.has(topic) && topic !== "pads" && because !== "barriers",
    );
    if (sums.some(fails)) continue;
    serves.push(id);
    for (const { topic, compared, because } of sums)
      if ((topic === "lines" && because !== "out_of_reach") || topic === "reach")
        left.push(compared === undefined ? 5 : (marginOf(compared) ?? 5));
    // A line out of its reach altogether leaves what the platform itself leaves.
    if (sums.some(({ because }) => because === "out_of_reach")) left.push(...leftToLines(question, spot, id));
  }
  if (serves.length === 0) return undefined;
  const marginM = Math.floor(Math.min(...left) * 10 + 1e-6) / 10;
  return {
    spot,
    serves,
    marginM,
    awayM: distanceM(spot.at, question.from),
  };
}

function leftToLines({ sheet, plan, job, rules }: SpotQuestion, spot: Spot, id: string): readonly number[] {
  const shape = shapeOf(sheet, job);
  const work = job.positions.find((one) => one.id === id);
  if (work === undefined) return [];
  const { held } = reachFrom(shape, plan, spot, work);
  return marksOf(plan, "power_line").map(
    (line) =>
      nearestToLine(shape, spot.at, spot.facingDeg, held, wallOf(line)) -
      keepOffLine(line, sheet, rules, job.toolM, undefined).distanceM,
  );
}
