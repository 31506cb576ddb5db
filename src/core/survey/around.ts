import { figureOf, hasEngine } from "../sheet/read";
import type { Sheet } from "../sheet/sheet";
import { supportsAt, worksOn } from "./floor";
import type { Readings, Spot } from "./job";
import type { Held } from "./lines";
import { type Area, areasApartM, distanceM, lineToAreaM, overlap, rectangle } from "./on-the-plan";
import type { Shape } from "./outline";
import { marksOf, type PlacePlan } from "./place-plan";
import { type Sum, term, verdictOf } from "./sums";

/** A cone stands at least this often along a barrier. */
const coneEveryM = 2;
/** One sign on each side. */
const signs = 4;

/** What a unit covers on the ground: its outline, and its feet where it stands on legs. */
export function footprint(sheet: Sheet, spot: Spot): Area {
  const [lengthM, widthM] = [figureOf(sheet, "length") ?? 4, figureOf(sheet, "width") ?? 2];
  if (worksOn(sheet) === "wheels") return rectangle(spot.at, spot.facingDeg, lengthM, widthM);
  const feet = supportsAt(sheet, "legs", spot.at, spot.facingDeg);
  const [a, b, c] = feet as [Area[number], Area[number], Area[number]];
  return rectangle(
    spot.at,
    spot.facingDeg,
    Math.max(lengthM, distanceM(b, c)),
    Math.max(widthM, distanceM(a, b)),
  );
}

/** Where a sheet does not say how far to keep from an edge, one further off than this bears on nothing: no sheet of ours asks for half of it. */
export const unknownEdgeM = 10;

/** Edges, and what stands where the unit is to stand. */
export function nearTheSpot(sheet: Sheet, plan: PlacePlan, covers: Area): readonly Sum[] {
  const limit = figureOf(sheet, "drop_off_distance");
  const outside = covers.some(({ x, y }) => x < 0 || y < 0 || x > plan.widthM || y > plan.depthM);
  const missing = (["length", "width"] as const).filter((id) => figureOf(sheet, id) === undefined);
  return [
    ...(missing.length > 0 ? [{ topic: "edges", terms: [], verdict: "not_known", missing } as const] : []),
    ...(outside ? [{ topic: "edges", terms: [], verdict: "beyond", because: "off_the_plan" } as const] : []),
    ...marksOf(plan, "drop_off").flatMap(({ id, at }): readonly Sum[] => {
      const compared = { found: lineToAreaM(at, covers), limit, unit: "m", must: "at_least" } as const;
      if (limit === undefined && compared.found > unknownEdgeM) return [];
      return [{ topic: "edges", about: id, terms: [], compared, verdict: verdictOf(compared) }];
    }),
    ...marksOf(plan, "obstacle")
      .filter(({ at }) => overlap(covers, at))
      .map(
        ({ id }): Sum => ({ topic: "edges", about: id, terms: [], verdict: "beyond", because: "obstacle" }),
      ),
  ];
}

/** Traffic, the public, other machines and cranes near the unit or under its platform, against the distance bystanders keep. */
export function peopleNear(
  sheet: Sheet,
  shape: Shape,
  plan: PlacePlan,
  covers: Area,
  held: readonly Held[],
  readings: Readings,
): readonly Sum[] {
  const keepM = figureOf(sheet, "bystander_distance");
  const sums = marksOf(plan, "traffic").map((mark): Sum => {
    const underM = held.map(({ middle }) =>
      Math.max(0, lineToAreaM([middle], mark.at) - shape.platformRadiusM),
    );
    const found = Math.min(areasApartM(covers, mark.at), ...underM);
    const compared = { found, limit: keepM, unit: "m", must: "at_least" } as const;
    const stopped = readings.stopped?.includes(mark.id) === true;
    const far = keepM !== undefined && found >= keepM;
    const verdict = far ? "within" : stopped ? "limited" : verdictOf(compared);
    return {
      topic: "people_near",
      about: mark.id,
      terms: [],
      compared,
      verdict,
      because: stopped ? "stopped" : mark.what,
      ...(verdict === "limited"
        ? {
            limits: [
              {
                limit: "keep_off",
                about: mark.id,
                ...(keepM === undefined ? {} : { value: keepM, unit: "m" as const }),
              },
            ],
          }
        : {}),
    };
  });
  return [...sums, barriersRound(covers, shape, held, keepM, readings)];
}

/** How many cones and signs stand round the unit and all it is to be held over: out first, in last. */
function barriersRound(
  covers: Area,
  shape: Shape,
  held: readonly Held[],
  keepM: number | undefined,
  readings: Readings,
): Sum {
  const keep = keepM ?? 2;
  const r = shape.platformRadiusM;
  const xs = [...covers.map(({ x }) => x), ...held.flatMap(({ middle: { x } }) => [x - r, x + r])];
  const ys = [...covers.map(({ y }) => y), ...held.flatMap(({ middle: { y } }) => [y - r, y + r])];
  const lengthM = Math.max(...xs) - Math.min(...xs) + 2 * keep;
  const widthM = Math.max(...ys) - Math.min(...ys) + 2 * keep;
  const roundM = 2 * (lengthM + widthM);
  return {
    topic: "people_near",
    terms: [
      term("bystanders_off", keep, "m", keepM === undefined ? "assumed" : "sheet"),
      term("barrier_round", roundM, "m", "worked_out"),
      term("cones", Math.ceil(roundM / coneEveryM), "count", "worked_out"),
      term("signs", signs, "count", "worked_out"),
    ],
    verdict: readings.barriers === true ? "within" : "not_known",
    because: "barriers",
    ...(readings.barriers === true ? {} : { missing: ["barriers"] }),
  };
}

/** Fumes under a roof, and air that may burn. */
export function airThere(
  sheet: Sheet,
  plan: PlacePlan,
  covers: Area,
  held: readonly Held[],
  way: Area,
  readings: Readings,
): readonly Sum[] {
  const sums: Sum[] = [];
  if (plan.under === "roof" && hasEngine(sheet))
    sums.push({
      topic: "air",
      terms: [],
      because: "engine_indoors",
      verdict: readings.ventilated === undefined ? "not_known" : readings.ventilated ? "limited" : "beyond",
      ...(readings.ventilated === true ? { limits: [{ limit: "ventilate" as const }] } : {}),
      ...(readings.ventilated === undefined ? { missing: ["ventilated"] } : {}),
    });
  const rated = sheet.choices?.["atmosphere_rated"];
  for (const { id, at, what } of marksOf(plan, "atmosphere")) {
    const met =
      overlap(covers, at) ||
      held.some(({ middle }) => lineToAreaM([middle], at) === 0) ||
      (way.length > 0 && lineToAreaM(way, at) === 0);
    if (!met) continue;
    const fits = rated === "gas_and_dust" || rated === what;
    sums.push({ topic: "air", about: id, terms: [], because: what, verdict: fits ? "within" : "beyond" });
  }
  return sums;
}
