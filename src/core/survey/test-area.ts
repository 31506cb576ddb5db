import type { Sheet } from "../sheet/sheet";
import type { Job, Spot, SurveyGiven } from "./job";
import { distanceM, isWithin, moved, nearestOnLine } from "./on-the-plan";
import { furthestOf, type Shape, shapeOf } from "./outline";
import { marksOf, type PlacePlan } from "./place-plan";
import { armsM } from "./reach";
import { type Sum, term } from "./sums";

/** What is tried on a test area, as a job: one person, nothing carried, nothing held out. */
const bare: Omit<Job, "positions"> = {
  ...{ what: "function tests", persons: 1, personKg: null, onExtension: 0, items: [] },
  ...{ range: "usual", toolM: 0, way: [] },
};

const topId = "top";

/**
 * What was given of a test area, as the survey of a job: every function is tried from one spot, up to the full height of the
 * unit. The platform is taken straight ahead at its highest, or over another side where that leaves the place. Worked out
 * from the spot alone, on a device and again by the server: nobody says of a test area that it is lower.
 */
export function testsGiven(given: SurveyGiven, sheet: Sheet, plan: PlacePlan): SurveyGiven {
  if (given.purpose !== "tests") return given;
  const [stand] = given.stands;
  if (stand === undefined) return given;
  const shape = shapeOf(sheet, bare);
  return {
    ...given,
    job: { ...bare, positions: [topOf(shape, plan, stand.spot)] },
    stands: [{ ...stand, positions: [topId] }],
  };
}

function topOf(shape: Shape, plan: PlacePlan, { at, facingDeg }: Spot): Job["positions"][number] {
  const highest = shape.outline?.reduce((top, one) => (one.heightM > top.heightM ? one : top));
  const floorM = highest?.heightM ?? shape.highestM ?? 0;
  const outM = highest === undefined ? 0 : highest.outM + shape.platformRadiusM;
  const ahead = [0, 180, 90, 270].map((turn) => moved(at, (facingDeg + turn) % 360, outM));
  const inside = ahead.find(({ x, y }) => x >= 0 && y >= 0 && x <= plan.widthM && y <= plan.depthM);
  return { id: topId, name: "-", at: inside ?? at, handsM: Math.min(120, floorM + shape.handsM) };
}

/**
 * What stands or hangs within the sweep of a unit whose functions are tried: it is kept off, and the functions that lead there are
 * tried another way round. Heights in metres; a mark whose height is missing counts as in the way.
 */
export function sweptBy(shape: Shape, plan: PlacePlan, spot: Spot): readonly Sum[] {
  const outM = (furthestOf(shape) ?? Number.POSITIVE_INFINITY) + shape.platformRadiusM + armsM;
  const topM = (shape.highestM ?? Number.POSITIVE_INFINITY) + shape.handsM;
  const marks = [
    ...marksOf(plan, "overhead").filter(({ undersideM }) => undersideM === null || undersideM < topM),
    ...marksOf(plan, "obstacle"),
  ];
  return marks
    .filter(
      ({ at }) =>
        isWithin(spot.at, at) || distanceM(spot.at, nearestOnLine(spot.at, [...at, at[0] ?? spot.at])) < outM,
    )
    .map(
      ({ id }): Sum => ({
        topic: "sweep",
        about: id,
        terms: Number.isFinite(outM) ? [term("sweeps", outM, "m", "sheet")] : [],
        verdict: "limited",
        limits: [{ limit: "not_over", about: id }],
      }),
    );
}
