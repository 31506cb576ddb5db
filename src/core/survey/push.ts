import { figureOf } from "../sheet/read";
import type { Sheet } from "../sheet/sheet";
import { wholeKg } from "./floor";
import { type At, bearingDeg, lineToAreaM, piecesOf } from "./on-the-plan";
import { marksOf, type PlacePlan } from "./place-plan";
import { leanOn } from "./slope-stand";
import { type Sum, term } from "./sums";

/** What small casters resist on a floor, as a part of the weight: the upper end of what engineering handbooks give for hard wheels. */
const casterResistance = 0.03;
/** What one person is taken to push steadily, in newtons: no more than most people keep up on a sound floor (ISO 11228-2 looks at each case). */
const onePersonN = 200;
const gravity = 9.80665;

/** The force to push a weight up a slope on casters: F = m g (sin slope + casters cos slope). kg and degrees in, N out. */
export function pushForceN(kg: number, slopeDeg: number): number {
  const slope = (slopeDeg * Math.PI) / 180;
  return kg * gravity * (Math.sin(slope) + casterResistance * Math.cos(slope));
}

/** How many push with no more than one person's force each. */
export const helpersFor = (forceN: number): number => Math.max(1, Math.ceil(forceN / onePersonN - 1e-9));

/**
 * How many people it takes to push a mast to where it works, by its weight and the steepest of its way. None of a lift that drives
 * or is towed, or that is there already. A slope of unknown fall counts as all of it up; one of unknown steepness is not known.
 */
export function pushedThere(
  sheet: Sheet,
  plan: PlacePlan,
  way: readonly At[],
  carriedKg: number,
): readonly Sum[] {
  if (sheet.family !== "push_around_mast" || way.length < 2) return [];
  const kg = wholeKg(sheet, carriedKg);
  if (kg === undefined || figureOf(sheet, "gross_weight") === undefined)
    return [{ topic: "push", terms: [], verdict: "not_known", missing: ["gross_weight"] }];
  const met = marksOf(plan, "slope").filter(({ at }) => lineToAreaM(way, at) === 0);
  const ramps = marksOf(plan, "ramp").filter(({ at }) => lineToAreaM(way, [...at]) < 1);
  const unknown = [...met, ...ramps].find(({ slopeDeg }) => slopeDeg === null);
  if (unknown !== undefined)
    return [{ topic: "push", about: unknown.id, terms: [], verdict: "not_known", missing: ["slope"] }];
  const steepest = Math.max(
    0,
    ...ramps.map(({ slopeDeg }) => slopeDeg ?? 0),
    ...met.flatMap(({ at, slopeDeg, fallsDeg }) =>
      piecesOf(way)
        .filter((piece) => lineToAreaM(piece, at) === 0)
        .map(([a, b]) =>
          fallsDeg === null ? (slopeDeg ?? 0) : leanOn(slopeDeg ?? 0, fallsDeg, bearingDeg(a, b)).alongDeg,
        ),
    ),
  );
  const force = pushForceN(kg, steepest);
  const helpers = helpersFor(force);
  return [
    {
      topic: "push",
      terms: [
        term("weight_pushed", kg, "kg", "worked_out"),
        term("steepest", steepest, "deg", "plan"),
        term("push_force", force, "N", "worked_out"),
        term("one_pushes", onePersonN, "N", "assumed"),
      ],
      verdict: "limited",
      limits: [{ limit: "helpers", value: helpers, unit: "count" }],
    },
  ];
}
