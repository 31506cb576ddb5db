import { figureOf } from "../sheet/read";
import type { Sheet } from "../sheet/sheet";
import { unknownEdgeM } from "./around";
import { largestReaction, wholeKg } from "./floor";
import { type At, bearingDeg, cross, distanceM, lineToAreaM, nearestOnLine, piecesOf } from "./on-the-plan";
import { type MarkOf, marksOf, type PlacePlan } from "./place-plan";
import { leanOn, mayLeanDriving } from "./slope-stand";
import { type Compared, type Sum, type Term, term, verdictOf, worst } from "./sums";

/** What is left free on both sides together in a door, so that nobody scrapes through. */
const doorSpareM = 0.1;

const sum = (
  topic: Sum["topic"],
  about: string,
  terms: readonly Term[],
  compared: Compared,
  because?: string,
): Sum => ({
  topic,
  about,
  terms,
  compared,
  verdict: verdictOf(compared),
  ...(because === undefined ? {} : { because }),
});

/** Everything a unit meets on its way, folded and lowered, with its job aboard or carried after it. */
export function alongTheWay(
  sheet: Sheet,
  plan: PlacePlan,
  way: readonly At[],
  carriedKg: number,
): readonly Sum[] {
  if (way.length < 2) return [];
  const missing = (["length", "width", "stowed_height"] as const).filter(
    (id) => figureOf(sheet, id) === undefined,
  );
  const met = <Mark extends { readonly at: readonly At[] }>(mark: Mark) => lineToAreaM(way, mark.at) === 0;
  return [
    ...(missing.length > 0 ? [{ topic: "access", terms: [], verdict: "not_known", missing } as const] : []),
    ...marksOf(plan, "door").flatMap((door) => throughDoor(sheet, door, way)),
    ...marksOf(plan, "ramp").flatMap((ramp) => upRamp(sheet, ramp, way)),
    ...marksOf(plan, "crossing")
      .filter(met)
      .map((crossing) => over(sheet, crossing, carriedKg)),
    ...marksOf(plan, "weak_floor")
      .filter(met)
      .map((weak) => rollsOver(sheet, weak, carriedKg)),
    ...marksOf(plan, "slope")
      .filter(met)
      .map((slope) => acrossSlope(sheet, slope, way)),
    ...marksOf(plan, "overhead")
      .filter(met)
      .map((low) => underLow(sheet, low)),
    ...marksOf(plan, "obstacle")
      .filter((obstacle) => lineToAreaM(way, obstacle.at) < (figureOf(sheet, "width") ?? 0) / 2 - 1e-9)
      .map(
        ({ id }): Sum => ({ topic: "access", about: id, terms: [], verdict: "beyond", because: "obstacle" }),
      ),
    ...marksOf(plan, "drop_off").flatMap((edge) => pastEdge(sheet, edge, way)),
  ];
}

/** The sizes a unit goes through a door with: rails folded where they fold. Metres; undefined where the sheet does not say. */
const folded = (sheet: Sheet) => ({
  widthM: figureOf(sheet, "door_width") ?? figureOf(sheet, "width"),
  heightM: figureOf(sheet, "rails_folded_height") ?? figureOf(sheet, "stowed_height"),
  lengthM: figureOf(sheet, "length"),
});

/** The bend of a way where it goes through a door, in degrees; 0 for straight on. */
const bendAt = (way: readonly At[], at: At): number =>
  way.slice(1, -1).reduce((most, corner, i) => {
    const [before, after] = [way[i] as At, way[i + 2] as At];
    if (distanceM(corner, at) > 3) return most;
    const bend = Math.abs(bearingDeg(before, corner) - bearingDeg(corner, after));
    return Math.max(most, Math.min(bend, 360 - bend));
  }, 0);

function throughDoor(sheet: Sheet, door: MarkOf<"door">, way: readonly At[]): readonly Sum[] {
  const [from, to] = door.at;
  if (!piecesOf(way).some(([a, b]) => cross(a, b, from, to))) return [];
  const { widthM, heightM, lengthM } = folded(sheet);
  const middle = { x: (from.x + to.x) / 2, y: (from.y + to.y) / 2 };
  const width: Compared = {
    found: widthM === undefined ? undefined : widthM + doorSpareM,
    limit: door.widthM ?? undefined,
    unit: "m",
    must: "at_most",
  };
  const sums = [
    sum(
      "access",
      door.id,
      widthM === undefined
        ? []
        : [term("width_folded", widthM, "m", "sheet"), term("door_spare", doorSpareM, "m", "assumed")],
      width,
      "door_width",
    ),
    sum(
      "access",
      door.id,
      heightM === undefined ? [] : [term("height_folded", heightM, "m", "sheet")],
      { found: heightM, limit: door.heightM ?? undefined, unit: "m", must: "at_most" },
      "door_height",
    ),
  ];
  const sillMm = door.thresholdMm;
  if (sillMm !== 0) {
    const clearanceMm = figureOf(sheet, "guard_clearance");
    sums.push(
      sum(
        "access",
        door.id,
        [],
        { found: sillMm ?? undefined, limit: clearanceMm, unit: "mm", must: "at_most" },
        "threshold",
      ),
    );
  }
  if (door.passageM !== undefined && bendAt(way, middle) > 30) {
    // A unit turned about its middle sweeps the diagonal of its outline.
    const sweptM = widthM === undefined || lengthM === undefined ? undefined : Math.hypot(widthM, lengthM);
    sums.push(
      sum(
        "access",
        door.id,
        lengthM === undefined ? [] : [term("length", lengthM, "m", "sheet")],
        { found: sweptM, limit: door.passageM ?? undefined, unit: "m", must: "at_most" },
        "turning",
      ),
    );
  }
  return sums;
}

function upRamp(sheet: Sheet, ramp: MarkOf<"ramp">, way: readonly At[]): readonly Sum[] {
  const [foot, head] = ramp.at;
  const near = (p: At) =>
    Math.min(...way.map((corner) => distanceM(corner, p)), distanceM(p, nearestOnLine(p, way)));
  if (Math.max(near(foot), near(head)) > Math.max(1, (ramp.widthM ?? 2) / 2)) return [];
  const widthM = figureOf(sheet, "width");
  return [
    sum(
      "access",
      ramp.id,
      [],
      {
        found: ramp.slopeDeg ?? undefined,
        limit: mayLeanDriving(sheet).alongDeg,
        unit: "deg",
        must: "at_most",
      },
      "ramp_slope",
    ),
    sum(
      "access",
      ramp.id,
      [],
      { found: widthM, limit: ramp.widthM ?? undefined, unit: "m", must: "at_most" },
      "ramp_width",
    ),
  ];
}

const over = (sheet: Sheet, { id, carriesKg }: MarkOf<"crossing">, carriedKg: number): Sum =>
  sum(
    "floor",
    id,
    [term("carried", carriedKg, "kg", "job")],
    { found: wholeKg(sheet, carriedKg), limit: carriesKg ?? undefined, unit: "kg", must: "at_most" },
    "crossing",
  );

function rollsOver(sheet: Sheet, { id, pointLoadKg }: MarkOf<"weak_floor">, carriedKg: number): Sum {
  const { kg, terms } = largestReaction(sheet, "wheels", carriedKg);
  return sum(
    "floor",
    id,
    terms,
    { found: kg, limit: pointLoadKg ?? undefined, unit: "kg", must: "at_most" },
    "on_the_way",
  );
}

/** The worst of the pieces of a way that cross a slope, along and across, against what the unit drives on lowered. */
function acrossSlope(sheet: Sheet, slope: MarkOf<"slope">, way: readonly At[]): Sum {
  const may = mayLeanDriving(sheet);
  const { id, slopeDeg, fallsDeg } = slope;
  const pieces = piecesOf(way).filter(([a, b]) => lineToAreaM([a, b], slope.at) === 0);
  const leans = pieces.map(([a, b]) =>
    slopeDeg === null
      ? undefined
      : fallsDeg === null
        ? { alongDeg: slopeDeg, acrossDeg: slopeDeg }
        : leanOn(slopeDeg, fallsDeg, bearingDeg(a, b)),
  );
  const most = (way_: "alongDeg" | "acrossDeg") =>
    leans.some((lean) => lean === undefined)
      ? undefined
      : Math.max(...leans.map((lean) => lean?.[way_] ?? 0));
  const sums = (["alongDeg", "acrossDeg"] as const).map((which) =>
    sum(
      "slope",
      id,
      slopeDeg === null ? [] : [term("slope", slopeDeg, "deg", "plan")],
      { found: most(which), limit: may[which], unit: "deg", must: "at_most" },
      which === "alongDeg" ? "driving_along" : "driving_across",
    ),
  );
  const verdict = worst(sums);
  return sums.find((one) => one.verdict === verdict) as Sum;
}

const underLow = (sheet: Sheet, { id, undersideM }: MarkOf<"overhead">): Sum =>
  sum(
    "access",
    id,
    [],
    { found: folded(sheet).heightM, limit: undersideM ?? undefined, unit: "m", must: "at_most" },
    "low_overhead",
  );

function pastEdge(sheet: Sheet, { id, at }: MarkOf<"drop_off">, way: readonly At[]): readonly Sum[] {
  const halfM = (figureOf(sheet, "width") ?? 0) / 2;
  const nearM = Math.min(
    ...way.map((p) => distanceM(p, nearestOnLine(p, at))),
    ...at.map((p) => distanceM(p, nearestOnLine(p, way))),
  );
  const crossed = piecesOf(way).some(([a, b]) => piecesOf(at).some(([c, d]) => cross(a, b, c, d)));
  const found = crossed ? 0 : Math.max(0, nearM - halfM);
  const limit = figureOf(sheet, "drop_off_distance");
  // An edge far off needs no line of its own.
  if (limit !== undefined && found > 2 * limit + 5) return [];
  if (limit === undefined && found > unknownEdgeM) return [];
  return [sum("edges", id, [], { found, limit, unit: "m", must: "at_least" }, "on_the_way")];
}
