import type { Spot, WorkPosition } from "./job";
import type { Held } from "./lines";
import {
  type At,
  bearingDeg,
  crossedBetweenM,
  distanceM,
  isNearer,
  isWithin,
  moved,
  nearestOnLine,
  rectangle,
} from "./on-the-plan";
import { type Shape, type Stand, standsAt } from "./outline";
import { marksOf, type PlacePlan } from "./place-plan";

/** How far somebody works beyond the rails of a platform that goes straight up, feet on its floor. */
export const armsM = 0.5;
/** A boom is kept this far above what it reaches over. */
const overM = 0.3;
/** Work is done with the hands at most so far below where they reach highest: floors are tried from there up. */
const bentDownM = 1.2;
const floorStepM = 0.3;

/** Where a platform is held for a piece of work, or what keeps it from there. */
export interface Reached {
  readonly held: Held;
  readonly outM: number;
  /** How far out the outline goes at this height; undefined where the sheet does not say. */
  readonly mostOutM: number | undefined;
  /** `true`: it can stand there. Undefined: the sheet does not tell. */
  readonly reaches: boolean | undefined;
  /** The mark that stands in the way. */
  readonly blockedBy?: string;
}

/** The floors from which a piece of work is done, the lowest first: lower is further from what hangs above. */
function floorsFor(shape: Shape, handsM: number): readonly number[] {
  const lowest = Math.max(shape.lowestM, handsM - shape.handsM);
  const highest = Math.max(lowest, handsM - shape.handsM + bentDownM);
  const floors: number[] = [];
  for (let floor = lowest; floor <= highest + 1e-9; floor += floorStepM) floors.push(floor);
  return floors;
}

export const highestFloorFor = (shape: Shape, handsM: number): number =>
  Math.max(...floorsFor(shape, handsM));

/** Half of the platform's narrower side: so near to a thing it is in it, however it is turned. */
export const narrowHalfM = (shape: Shape): number =>
  Math.min(shape.platformLengthM ?? 1, shape.platformWidthM ?? 1) / 2;

/** Whether, and how, a unit on a spot gets its platform to a piece of work past what stands between. */
export function reachFrom(shape: Shape, plan: PlacePlan, spot: Spot, work: WorkPosition): Reached {
  let first: Reached | undefined;
  for (const floorM of floorsFor(shape, work.handsM)) {
    const reached = shape.boom
      ? byBoom(shape, plan, spot.at, work.at, floorM)
      : straightUp(shape, plan, spot, work.at, floorM);
    if (reached.reaches === true && reached.blockedBy === undefined) return reached;
    first ??= reached;
  }
  if (first === undefined) throw new Error("expected a floor to try for every piece of work");
  return first;
}

/** Whether the sheet says how large the platform is. */
export const hasSize = ({ platformLengthM, platformWidthM }: Shape): boolean =>
  platformLengthM !== undefined && platformWidthM !== undefined;

/** A boom holds its platform just before the work, whichever way the platform is turned. */
function byBoom(shape: Shape, plan: PlacePlan, spot: At, work: At, floorM: number): Reached {
  const outM = Math.max(0, distanceM(spot, work) - shape.platformRadiusM);
  const middle = moved(spot, bearingDeg(spot, work), outM);
  const held = { middle, floorM };
  const blockedBy = inTheWay(shape, plan, spot, held);
  return {
    held,
    outM,
    mostOutM: mostOutAt(shape, floorM),
    // How near it must come is not known of a platform of unknown size.
    reaches: hasSize(shape) ? standsAt(shape, { outM, heightM: floorM }) : undefined,
    ...(blockedBy === undefined ? {} : { blockedBy }),
  };
}

/** A platform that goes straight up serves what is over it, and as far beyond its rails as arms reach. */
function straightUp(shape: Shape, plan: PlacePlan, spot: Spot, work: At, floorM: number): Reached {
  const { platformLengthM, platformWidthM } = shape;
  const held = { middle: spot.at, floorM };
  const blockedBy = above(shape, plan, held);
  const known = platformLengthM !== undefined && platformWidthM !== undefined;
  const deck = known ? rectangle(spot.at, spot.facingDeg, platformLengthM, platformWidthM) : [spot.at];
  const outM =
    known && isWithin(work, deck) ? 0 : distanceM(work, nearestOnLine(work, [...deck, ...deck.slice(0, 1)]));
  const upThere = standsAt(shape, { outM: 0, heightM: floorM });
  return {
    held,
    outM,
    mostOutM: armsM,
    reaches: upThere === undefined || !known ? undefined : upThere && outM <= armsM + 1e-9,
    ...(blockedBy === undefined ? {} : { blockedBy }),
  };
}

/** How far out an outline goes at a height, in metres; undefined where the sheet has none. */
export function mostOutAt(shape: Shape, heightM: number): number | undefined {
  const { outline } = shape;
  if (outline === undefined) return undefined;
  let most: number | undefined;
  outline.forEach((a, i) => {
    const b = outline[(i + 1) % outline.length] ?? a;
    const [low, high] = [Math.min(a.heightM, b.heightM), Math.max(a.heightM, b.heightM)];
    if (heightM < low - 1e-9 || heightM > high + 1e-9) return;
    const t = a.heightM === b.heightM ? 0 : (heightM - a.heightM) / (b.heightM - a.heightM);
    const outM = high - low < 1e-9 ? Math.max(a.outM, b.outM) : a.outM + t * (b.outM - a.outM);
    most = Math.max(most ?? outM, outM);
  });
  return most;
}

/**
 * What is left to the outline at most when a boom stands so far from a piece of work, whatever stands between; undefined where it
 * does not reach. Metres, worked out once for each height its floor may have.
 */
export function reachOnOutline(shape: Shape, handsM: number): (awayM: number) => number | undefined {
  const { outline, platformRadiusM } = shape;
  if (outline === undefined) return () => undefined;
  const spans = floorsFor(shape, handsM).flatMap((floorM) => {
    const most = mostOutAt(shape, floorM);
    return most === undefined ? [] : spansAt(outline, floorM).map(([from, to]) => ({ from, to, most }));
  });
  const furthest = Math.max(...spans.map(({ to }) => to)) + platformRadiusM;
  return (awayM) => {
    if (awayM > furthest) return undefined;
    const outM = Math.max(0, awayM - platformRadiusM);
    let left = Number.NEGATIVE_INFINITY;
    for (const { from, to, most } of spans)
      if (outM >= from && outM <= to && most - outM > left) left = most - outM;
    return left === Number.NEGATIVE_INFINITY ? undefined : Math.max(0, left);
  };
}

/** From where to where an outline is entered and left at a height, a hair wider than it is, in metres out. */
function spansAt(outline: readonly Stand[], heightM: number): readonly (readonly [number, number])[] {
  const hair = 1e-5;
  const crossings: number[] = [];
  const along: [number, number][] = [];
  outline.forEach((a, i) => {
    const b = outline[(i + 1) % outline.length] ?? a;
    const [low, high] = [Math.min(a.heightM, b.heightM), Math.max(a.heightM, b.heightM)];
    if (heightM < low - hair || heightM > high + hair) return;
    // Where an edge lies along the height, or only touches it, it is inside all the same.
    if (high - low < hair) along.push([Math.min(a.outM, b.outM), Math.max(a.outM, b.outM)]);
    else if (a.heightM > heightM !== b.heightM > heightM)
      crossings.push(a.outM + ((heightM - a.heightM) / (b.heightM - a.heightM)) * (b.outM - a.outM));
    else along.push(touched(a, b, heightM));
  });
  crossings.sort((x, y) => x - y);
  const inside = crossings.flatMap((from, i): [number, number][] =>
    i % 2 === 0 ? [[from, crossings[i + 1] ?? from]] : [],
  );
  return [...inside, ...along].map(([from, to]) => [from - hair, to + hair]);
}

/** The end of an edge that touches a height. */
const touched = (a: Stand, b: Stand, heightM: number): [number, number] => {
  const end = Math.abs(a.heightM - heightM) < Math.abs(b.heightM - heightM) ? a : b;
  return [end.outM, end.outM];
};

/** The first mark that keeps a boom, or its platform, from being held there. */
function inTheWay(shape: Shape, plan: PlacePlan, spot: At, held: Held): string | undefined {
  const outM = distanceM(spot, held.middle);
  const topM = Math.max(shape.pivotM, shape.knuckleM);
  const boomAt = (m: number) => (outM === 0 ? topM : topM + (m / outM) * (held.floorM - topM));
  const halfM = narrowHalfM(shape);
  for (const { id, at, heightM } of marksOf(plan, "obstacle")) {
    const over = crossedBetweenM(spot, held.middle, at);
    const inIt = isNearer(held.middle, at, halfM - 0.01);
    if (over === undefined && !inIt) continue;
    if (heightM === null) return id;
    if (inIt && held.floorM < heightM) return id;
    if (over === undefined) continue;
    if (Math.min(...over.map(boomAt)) < heightM + overM) return id;
    if (shape.upAndOverM !== undefined && heightM > shape.upAndOverM) return id;
  }
  for (const { id, at, undersideM } of marksOf(plan, "overhead")) {
    const under = crossedBetweenM(spot, held.middle, at);
    if (under === undefined) continue;
    if (undersideM === null || Math.max(...under.map(boomAt)) > undersideM - overM) return id;
  }
  return above(shape, plan, held);
}

/** The mark, or the roof, that people in a platform held there would be pressed against. */
function above(shape: Shape, plan: PlacePlan, { middle, floorM }: Held): string | undefined {
  const topM = floorM + shape.handsM;
  const low = marksOf(plan, "overhead").find(
    ({ at, undersideM }) =>
      isNearer(middle, at, shape.platformRadiusM) && (undersideM === null || topM > undersideM + 1e-9),
  );
  if (low !== undefined) return low.id;
  return plan.roofM != null && topM > plan.roofM + 1e-9 ? "roof" : undefined;
}
