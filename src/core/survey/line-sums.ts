import { figureOf } from "../sheet/read";
import type { Sheet } from "../sheet/sheet";
import type { WorkplaceRules } from "../vocabulary/workplace-rules";
import type { SurveyInput } from "./input";
import type { Readings, Stand, WorkPosition } from "./job";
import { keepOff } from "./keep-off";
import { furthestOutM, type Held, highestFloorM, type LineWall, nearestToLine, outlineToLine } from "./lines";
import { type At, apartM, distanceM, nearestOnLine, piecesOf } from "./on-the-plan";
import { furthestOf, type Shape } from "./outline";
import { type MarkOf, marksOf } from "./place-plan";
import { type Limit, type Sum, term, verdictOf } from "./sums";

/** A line of a plan as it is kept off. */
export const wallOf = ({ at, heightM }: MarkOf<"power_line">): LineWall => ({ at, lowestM: heightM ?? 0 });

/** The distance kept from a line of a plan by a unit, and its terms. */
export function keepOffLine(
  line: MarkOf<"power_line">,
  sheet: Sheet,
  rules: WorkplaceRules,
  toolM: number,
  spotter: string | undefined,
) {
  return keepOff(
    rules.lines,
    line.voltageKv ?? undefined,
    {
      lineSwayM: line.swayM ?? rules.lineSwayM,
      machineSwayM: figureOf(sheet, "platform_sway") ?? rules.machineSwayM,
      toolM,
    },
    spotter === undefined ? "nobody" : "spotter",
  );
}

/** Until when a line has been made dead; undefined where it counts as live at this moment. */
function deadUntil(readings: Readings, lineId: string, atMs: number): string | undefined {
  const dead =
    readings.isolations?.filter(({ mark, until }) => mark === lineId && Date.parse(until) > atMs) ?? [];
  return dead.map(({ until }) => until).sort()[0];
}

/** Every line against every piece of work from a spot: out of the unit's reach altogether, kept off so long as a limit is kept to, or too near. */
export function lineSums(
  { sheet, plan, job, readings, rules, surveyedMs, purpose }: SurveyInput,
  { spot }: Stand,
  shape: Shape,
  reached: readonly { readonly work: WorkPosition; readonly held: Held }[],
): readonly Sum[] {
  return marksOf(plan, "power_line").flatMap((line): readonly Sum[] => {
    const until = deadUntil(readings, line.id, surveyedMs);
    if (until !== undefined)
      return [
        {
          topic: "lines",
          about: line.id,
          terms: [],
          verdict: "limited",
          because: "isolated",
          limits: [{ limit: "isolated_until", about: line.id, value: Date.parse(until) }],
        },
      ];
    const wall = wallOf(line);
    const { distanceM: keepM, terms } = keepOffLine(line, sheet, rules, job.toolM, readings.spotter);
    const nearest = outlineToLine(shape, spot.at, spot.facingDeg, wall);
    const outOfReach = nearest >= keepM;
    if (outOfReach || purpose === "tests")
      return [
        {
          topic: "lines",
          about: line.id,
          terms,
          compared: { found: nearest, limit: keepM, unit: "m", must: "at_least" },
          verdict: outOfReach ? "within" : "beyond",
          because: outOfReach ? "out_of_reach" : "in_reach",
        },
      ];
    return reached.map(({ work, held }): Sum => {
      const found = nearestToLine(shape, spot.at, spot.facingDeg, held, wall);
      const compared = { found, limit: keepM, unit: "m", must: "at_least" } as const;
      const keeps = verdictOf(compared) === "within";
      const highest = highestFloorM(shape, spot.at, spot.facingDeg, held.middle, wall, keepM);
      const out = shape.boom ? furthestOutM(shape, spot.at, spot.facingDeg, held, wall, keepM) : undefined;
      const about = { about: line.id, position: work.id, unit: "m" } as const;
      const limits: Limit[] = [];
      // What the machine cannot do anyway needs no limit.
      if (highest !== undefined && highest < (shape.highestM ?? Number.POSITIVE_INFINITY))
        limits.push({ limit: "floor_at_most", value: highest, ...about });
      if (out !== undefined && out < (furthestOf(shape) ?? Number.POSITIVE_INFINITY))
        limits.push({ limit: "out_at_most", value: out, ...about });
      if (readings.spotter !== undefined) limits.push({ limit: "spotter", about: line.id });
      return {
        topic: "lines",
        about: line.id,
        position: work.id,
        terms,
        compared,
        verdict: keeps ? "limited" : "beyond",
        limits,
      };
    });
  });
}

/** The lines a unit passes on its way, lowered. */
export function linesOnTheWay(
  { sheet, plan, rules, readings, surveyedMs }: SurveyInput,
  way: readonly At[],
): readonly Sum[] {
  if (way.length < 2) return [];
  const [lengthM, widthM, topM] = (["length", "width", "stowed_height"] as const).map((id) =>
    figureOf(sheet, id),
  );
  return marksOf(plan, "power_line").flatMap((line): readonly Sum[] => {
    if (deadUntil(readings, line.id, surveyedMs) !== undefined) return [];
    const { distanceM: keepM, terms } = keepOffLine(line, sheet, rules, 0, undefined);
    const across = Math.min(
      ...piecesOf(way).flatMap(([a, b]) => piecesOf(line.at).map(([c, d]) => apartM(a, b, c, d))),
      ...way.map((p) => distanceM(p, nearestOnLine(p, line.at))),
    );
    const known = lengthM !== undefined && widthM !== undefined && topM !== undefined;
    const half = known ? Math.hypot(lengthM, widthM) / 2 : 0;
    const found = known
      ? Math.hypot(Math.max(0, across - half), Math.max(0, (line.heightM ?? 0) - topM))
      : undefined;
    // What is far off needs no line of its own.
    if (across - half > keepM) return [];
    const compared = { found, limit: keepM, unit: "m", must: "at_least" } as const;
    return [
      {
        topic: "lines",
        about: line.id,
        terms: topM === undefined ? terms : [term("stowed_height", topM, "m", "sheet"), ...terms],
        compared,
        verdict: verdictOf(compared),
        because: "on_the_way",
        ...(known ? {} : { missing: ["stowed_height"] }),
      },
    ];
  });
}

/** What is asked of a survey to tell which lines are kept off. */
type LinesAsked = Pick<SurveyInput, "sheet" | "plan" | "job" | "readings" | "rules" | "surveyedMs">;

/** Every line of the plan that is live at that moment, as it is kept off and by how much. */
export const linesKept = ({ sheet, plan, job, readings, rules, surveyedMs }: LinesAsked) =>
  marksOf(plan, "power_line")
    .filter(({ id }) => deadUntil(readings, id, surveyedMs) === undefined)
    .map((line) => ({
      line,
      wall: wallOf(line),
      keepM: keepOffLine(line, sheet, rules, job.toolM, readings.spotter).distanceM,
    }));
