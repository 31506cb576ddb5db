import { figureOf } from "../sheet/read";
import { footprint, nearTheSpot } from "./around";
import { floorThere, leanUsedAt, weakUnder } from "./at-the-spot";
import type { SurveyInput } from "./input";
import type { Spot, WorkPosition } from "./job";
import { linesKept } from "./line-sums";
import { aloftToLine, chassisToLine, type LineWall, pointToLine } from "./lines";
import { carriedBy } from "./load";
import {
  type Area,
  type At,
  areasApartM,
  boxesApartM,
  distanceM,
  isNearer,
  isWithin,
  lineToAreaM,
  nearestOnLine,
  overlap,
} from "./on-the-plan";
import { type Shape, shapeOf } from "./outline";
import { type MarkOf, marksOf } from "./place-plan";
import { armsM, highestFloorFor, narrowHalfM, reachFrom, reachOnOutline } from "./reach";

/** What is searched: every point of the half-metre board. */
export const boardM = 0.5;
/** A unit is as long behind as before: turned about it covers, leans and presses alike, so that half of the eight ways are enough. */
const facings = [0, 45, 90, 135] as const;
/** The second best stands at least so far from the best. */
export const apartFromBestM = 2;
/** A margin beyond this is as good as any. Metres. */
const plentyM = 5;

export interface SpotQuestion extends Omit<SurveyInput, "stands"> {
  /** The pieces of work of the job to be done from one spot, by their ids. */
  readonly serve: readonly string[];
  /** From where it comes: of two that are as good the nearer is better. */
  readonly from: At;
}

/** A spot, which pieces of work it serves, and how much is left there of what is shortest. */
export interface SpotFound {
  readonly spot: Spot;
  readonly serves: readonly string[];
  /** The least of what is left to lines, outline and edges, in tenths of a metre, at most `plentyM`. */
  readonly marginM: number;
  readonly awayM: number;
}

/** Where a spot comes among others: how many pieces it serves, what is left, how far it is, and where it lies. */
interface Rank {
  readonly serves: number;
  readonly marginM: number;
  readonly awayM: number;
  readonly at: At;
}

/** More work served, then more left, then nearer; then lower on the plan, then further left. */
const compareRanks = (a: Rank, b: Rank): number =>
  b.serves - a.serves || b.marginM - a.marginM || a.awayM - b.awayM || a.at.y - b.at.y || a.at.x - b.at.x;

const rankOf = ({ serves, marginM, awayM, spot }: SpotFound): Rank => ({
  serves: serves.length,
  marginM,
  awayM,
  at: spot.at,
});

export const compareSpots = (a: SpotFound, b: SpotFound): number =>
  compareRanks(rankOf(a), rankOf(b)) || a.spot.facingDeg - b.spot.facingDeg;

/**
 * The best spot to stand for pieces of work, and the best of those that stand well apart from it. Every point of the board has
 * a rank it cannot beat, from the outline alone; points are looked into in that order until what was found beats all that is
 * left, so that nothing better is missed. Empty where no spot serves anything.
 */
export function bestSpots(question: SpotQuestion): readonly SpotFound[] {
  const context = contextOf(question);
  if (context.nowhere) return [];
  const points = pointsOf(context);
  const best = bestOf(context, points);
  if (best === undefined) return [];
  const second = bestOf(
    context,
    points.filter(({ rank }) => distanceM(rank.at, best.spot.at) >= apartFromBestM),
  );
  return second === undefined ? [best] : [best, second];
}

/** A point of the board while it is searched: the rank it cannot beat, which falls as more is known of it. */
interface Point {
  rank: Rank;
  /** What is left to edges and lines over the point itself: no more is left where the unit stands. */
  readonly overM: number;
  /** What is left to the outline for each piece of work at most; undefined for those it does not serve. */
  readonly leftM: (number | undefined)[];
  /** What came of it, once all is known. */
  known?: SpotFound | "nothing";
}

function bestOf(context: SearchContext, points: readonly Point[]): SpotFound | undefined {
  let best: SpotFound | undefined;
  for (const point of [...points].sort((a, b) => compareRanks(a.rank, b.rank))) {
    if (best !== undefined && compareRanks(rankOf(best), point.rank) <= 0) break;
    const here = lookInto(context, point, best);
    if (here !== undefined && (best === undefined || compareSpots(here, best) < 0)) best = here;
  }
  return best;
}

interface SearchContext extends SpotQuestion {
  readonly works: readonly WorkPosition[];
  readonly shape: Shape;
  readonly carriedKg: number;
  readonly lines: readonly { readonly wall: LineWall; readonly keepM: number }[];
  /** Traffic that has not been stopped, and what bystanders keep. */
  readonly traffic: readonly MarkOf<"traffic">[];
  readonly bystandersM: number;
  readonly dropOffM: number;
  /** Slopes no way of facing makes good. */
  readonly tooSteep: readonly Area[];
  /** How often each piece of work could not be served. */
  readonly failed: number[];
  /** A figure the plan asks for everywhere is missing, or not enough: nothing is permitted anywhere. */
  readonly nowhere: boolean;
}

function contextOf(question: SpotQuestion): SearchContext {
  const { sheet, plan, job, readings, rules, serve } = question;
  const works = job.positions.filter(({ id }) => serve.includes(id));
  const carriedKg = carriedBy(job, rules.personKg).totalKg;
  const bystandersM = figureOf(sheet, "bystander_distance");
  const dropOffM = figureOf(sheet, "drop_off_distance");
  const traffic = marksOf(plan, "traffic").filter(({ id }) => readings.stopped?.includes(id) !== true);
  const bears = (spot: Spot) =>
    floorThere(sheet, { ...plan, marks: [] }, { spot, positions: [] }, carriedKg).every(
      ({ verdict }) => verdict === "within",
    );
  return {
    ...question,
    shape: shapeOf(sheet, job),
    carriedKg,
    works,
    lines: linesKept(question),
    traffic,
    bystandersM: bystandersM ?? 0,
    dropOffM: dropOffM ?? 0,
    failed: works.map(() => 0),
    tooSteep: marksOf(plan, "slope")
      .filter((slope) => {
        const alone = { ...plan, marks: [slope] };
        const [inIt] = slope.at;
        return (
          inIt !== undefined &&
          facings.every((facingDeg) => leanUsedAt(sheet, alone, { at: inIt, facingDeg }, slope.at) > 1 + 1e-9)
        );
      })
      .map(({ at }) => at),
    nowhere:
      (bystandersM === undefined && traffic.length > 0) ||
      (dropOffM === undefined && marksOf(plan, "drop_off").length > 0) ||
      !bears({ at: { x: 0, y: 0 }, facingDeg: 0 }),
  };
}

/** Every point of the board on which the unit may stand, by the point alone, and from which anything may be served. */
function pointsOf(context: SearchContext): readonly Point[] {
  const { plan, from, works } = context;
  const reaches = works.map((work) => ({
    at: work.at,
    leftAt: reachableAt(context, work),
  }));
  const points: Point[] = [];
  const columns = Math.floor(plan.widthM / boardM + 1e-9);
  const rows = Math.floor(plan.depthM / boardM + 1e-9);
  for (let row = 0; row <= rows; row++)
    for (let column = 0; column <= columns; column++) {
      const at = { x: column * boardM, y: row * boardM };
      const leftM = reaches.map((one) => one.leftAt(distanceM(at, one.at)));
      if (leftM.every((left) => left === undefined) || isForbidden(context, at)) continue;
      const overM = leftOver(context, at);
      if (overM >= -1e-9)
        points.push({ rank: rankAtBest(at, distanceM(from, at), overM, leftM), overM, leftM });
    }
  return points;
}

/** What is left to edges and lines over a point, at most plenty. */
function leftOver({ plan, dropOffM, lines, shape }: SearchContext, at: At): number {
  let leftM = plentyM;
  for (const edge of marksOf(plan, "drop_off"))
    leftM = Math.min(leftM, distanceM(at, nearestOnLine(at, edge.at)) - dropOffM);
  if (shape.lengthM === undefined || shape.widthM === undefined) return leftM;
  for (const { wall, keepM } of lines)
    leftM = Math.min(leftM, pointToLine(at, shape.stowedM ?? shape.pivotM, wall) - keepM);
  return leftM;
}

function rankAtBest(at: At, awayM: number, overM: number, leftM: readonly (number | undefined)[]): Rank {
  let [serves, marginM] = [0, overM];
  for (const left of leftM) {
    if (left === undefined) continue;
    serves += 1;
    marginM = Math.min(marginM, left);
  }
  return { serves, marginM: tenths(marginM), awayM, at };
}

/** Whether no unit of this kind may stand over this very point, whichever way it faces. */
const isForbidden = ({ plan, traffic, bystandersM, tooSteep }: SearchContext, at: At): boolean =>
  tooSteep.some((area) => isWithin(at, area)) ||
  traffic.some((mark) => isNearer(at, mark.at, bystandersM - 1e-9)) ||
  plan.marks.some(
    (mark) => (mark.kind === "obstacle" || mark.kind === "atmosphere") && isWithin(at, mark.at),
  );

/** What is left at most when the hands are at a piece of work, wherever the unit stands; undefined where they may not be there at all. */
function leftAtWork(
  { shape, lines, traffic, bystandersM, plan }: SearchContext,
  work: WorkPosition,
): number | undefined {
  if (plan.roofM != null && work.handsM > plan.roofM + 1e-9) return undefined;
  // Only a boom's platform always touches it.
  if (!shape.boom) return plentyM;
  if (plan.marks.some((mark) => mark.kind === "obstacle" && isBuried(shape, mark, work))) return undefined;
  if (traffic.some(({ at }) => isNearer(work.at, at, bystandersM - 1e-9))) return undefined;
  let leftM = plentyM;
  for (const { wall, keepM } of lines)
    leftM = Math.min(leftM, pointToLine(work.at, work.handsM, wall) - keepM);
  return leftM < -1e-9 ? undefined : leftM;
}

/** Whether a piece of work lies so deep in something that the platform before it would always be in it too. */
function isBuried(shape: Shape, { at, heightM }: MarkOf<"obstacle">, work: WorkPosition): boolean {
  if (heightM !== null && highestFloorFor(shape, work.handsM) >= heightM) return false;
  if (!isWithin(work.at, at)) return false;
  const deepM = distanceM(work.at, nearestOnLine(work.at, [...at, ...at.slice(0, 1)]));
  return deepM > shape.platformRadiusM - narrowHalfM(shape) + 0.02;
}

/** What is left at most when a unit stands so far from a piece of work; undefined where it cannot be served from there. */
function reachableAt(context: SearchContext, work: WorkPosition): (awayM: number) => number | undefined {
  const { shape } = context;
  const mostM = leftAtWork(context, work);
  if (mostM === undefined) return () => undefined;
  const withinM = Math.hypot(shape.platformLengthM ?? 0, shape.platformWidthM ?? 0) / 2 + armsM;
  const onOutline = shape.boom
    ? reachOnOutline(shape, work.handsM)
    : (awayM: number) => (awayM <= withinM + 1e-9 ? armsM : undefined);
  return (awayM) => {
    const leftM = onOutline(awayM);
    return leftM === undefined ? undefined : Math.min(leftM, mostM);
  };
}

const tenths = (m: number): number => Math.floor(m * 10 + 1e-6) / 10;

/**
 * The best way to face at a point, if the unit may stand there and serves anything from it. Where it turns out on the way that the point
 * cannot beat the best so far, it is left, and its rank is what is known of it.
 */
function lookInto(context: SearchContext, point: Point, best: SpotFound | undefined): SpotFound | undefined {
  if (point.known !== undefined) return point.known === "nothing" ? undefined : point.known;
  const { at } = point.rank;
  const standing = facings.flatMap((facingDeg) => {
    const spot = { at, facingDeg };
    const leftM = standingLeft(context, spot);
    return leftM === undefined ? [] : [{ spot, leftM }];
  });
  const [first] = standing;
  if (first === undefined) {
    point.known = "nothing";
    return undefined;
  }
  // A boom reaches alike whichever way its chassis faces.
  const byBoom = context.shape.boom ? servedFrom(context, first.spot, point, best) : undefined;
  if (byBoom === "left") return undefined;
  let found: SpotFound | undefined;
  for (const { spot, leftM } of standing) {
    const served = byBoom ?? servedFrom(context, spot, undefined, undefined);
    if (served === "left" || served.length === 0) continue;
    const here = {
      spot,
      serves: served.map(({ id }) => id),
      marginM: tenths(Math.min(leftM, ...served.map((one) => one.leftM))),
      awayM: point.rank.awayM,
    };
    if (found === undefined || compareSpots(here, found) < 0) found = here;
  }
  point.known = found ?? "nothing";
  return found;
}

/** A piece of work a spot serves, and what is left. */
interface Served {
  readonly id: string;
  readonly leftM: number;
}

/**
 * The pieces of work a unit gets its platform to from a spot. Given the point that is looked into and the best so far, `left` as
 * soon as it cannot beat that.
 */
function servedFrom(
  context: SearchContext,
  spot: Spot,
  point: Point | undefined,
  best: SpotFound | undefined,
): readonly Served[] | "left" {
  const { works, failed } = context;
  const found = new Map<string, Served>();
  // What has failed most often is tried first.
  const order = works.map((_, i) => i).sort((a, b) => (failed[b] ?? 0) - (failed[a] ?? 0));
  for (const i of order) {
    const work = works[i] as WorkPosition;
    if (point !== undefined && point.leftM[i] === undefined) continue;
    const leftM = workLeft(context, spot, work);
    if (leftM !== undefined) found.set(work.id, { id: work.id, leftM });
    else failed[i] = (failed[i] ?? 0) + 1;
    if (point === undefined) continue;
    point.leftM[i] = leftM;
    point.rank = rankAtBest(spot.at, point.rank.awayM, point.overM, point.leftM);
    if (best !== undefined && compareRanks(rankOf(best), point.rank) <= 0) return "left";
  }
  return works.flatMap(({ id }) => found.get(id) ?? []);
}

/** What is left when the platform is held to a piece of work, off every line and away from those who stand by; undefined where it is not served. */
function workLeft(context: SearchContext, spot: Spot, work: WorkPosition): number | undefined {
  const { shape, plan, lines, traffic, bystandersM } = context;
  const { held, outM, mostOutM, reaches, blockedBy } = reachFrom(shape, plan, spot, work);
  if (reaches !== true || blockedBy !== undefined) return undefined;
  const keptM = bystandersM + shape.platformRadiusM;
  if (traffic.some(({ at }) => isNearer(held.middle, at, keptM - 1e-9))) return undefined;
  let leftM = Math.min(plentyM, (mostOutM ?? outM) - outM);
  for (const { wall, keepM } of lines) {
    // Far off a line is not looked into.
    if (boxesApartM([spot.at, held.middle], wall.at) - shape.platformRadiusM - keepM >= plentyM) continue;
    leftM = Math.min(leftM, aloftToLine(shape, spot.at, spot.facingDeg, held, wall) - keepM);
    if (leftM < -1e-9) return undefined;
  }
  return leftM;
}

/** What is left to edges and to lines where the unit stands, at most plenty; undefined where it may not stand there. */
function standingLeft(context: SearchContext, spot: Spot): number | undefined {
  const { sheet, plan, shape, lines, dropOffM } = context;
  const covers = footprint(sheet, spot);
  if (!mayStand(context, spot, covers)) return undefined;
  let marginM = plentyM;
  for (const { at } of marksOf(plan, "drop_off"))
    if (boxesApartM(at, covers) - dropOffM < marginM)
      marginM = Math.min(marginM, lineToAreaM(at, covers) - dropOffM);
  for (const { wall, keepM } of lines) {
    if (boxesApartM(covers, wall.at) - keepM >= marginM) continue;
    const leftM = chassisToLine(shape, spot.at, spot.facingDeg, wall) - keepM;
    if (leftM < -1e-9) return undefined;
    marginM = Math.min(marginM, leftM);
  }
  return marginM;
}

/** Whether the plan lets the unit stand there: on the plan, off what stands there, edges, people, slopes and weak floors it may not use. */
function mayStand(context: SearchContext, spot: Spot, covers: Area): boolean {
  const { sheet, plan, carriedKg, traffic, bystandersM } = context;
  if (leanUsedAt(sheet, plan, spot, covers) > 1 + 1e-9) return false;
  if (nearTheSpot(sheet, plan, covers).some(({ verdict }) => verdict !== "within")) return false;
  for (const { at } of traffic)
    if (boxesApartM(covers, at) < bystandersM && areasApartM(covers, at) < bystandersM - 1e-9) return false;
  if (marksOf(plan, "atmosphere").some(({ at }) => overlap(covers, at))) return false;
  if (weakUnder(sheet, plan, spot).length === 0) return true;
  return floorThere(sheet, plan, { spot, positions: [] }, carriedKg).every(
    ({ verdict }) => verdict === "within",
  );
}
