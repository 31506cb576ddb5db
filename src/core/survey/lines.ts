import {
  type Area,
  type At,
  apartM,
  bearingDeg,
  distanceM,
  isWithin,
  lengthM,
  moved,
  nearestOn,
  piecesOf,
  rectangle,
  sidesOf,
} from "./on-the-plan";
import { furthestOf, reachAtMost, type Shape } from "./outline";

/**
 * A power line as it is kept off: what hangs at its lowest conductor and everything above it, so that nothing is ever taken
 * over a line. A height that is not known is none: it is kept off from the ground up.
 */
export interface LineWall {
  readonly at: readonly At[];
  readonly lowestM: number;
}

/** A platform where it is to stand: the middle of its floor, and how high that is. */
export interface Held {
  readonly middle: At;
  readonly floorM: number;
}

/** How near a piece of a line's wall is to a point in space, in metres (Pythagoras, over the plan and up). */
const toWall = (p: At, heightM: number, [a, b]: readonly [At, At], lowestM: number): number =>
  lengthM(distanceM(p, nearestOn(p, a, b)), Math.max(0, lowestM - heightM));

/** How near a point in space is to a line, in metres. */
export const pointToLine = (p: At, heightM: number, { at, lowestM }: LineWall): number =>
  Math.min(...piecesOf(at).map((piece) => toWall(p, heightM, piece, lowestM)));

/**
 * The least of a function of one number that falls and then rises, by golden section. The distance of a point that moves
 * along a straight line from a convex thing is such a one.
 */
function leastOf(of: (t: number) => number, from: number, to: number): readonly [t: number, value: number] {
  const golden = (Math.sqrt(5) - 1) / 2;
  let [low, high] = [from, to];
  let [left, right] = [high - golden * (high - low), low + golden * (high - low)];
  let [atLeft, atRight] = [of(left), of(right)];
  for (let i = 0; i < 40 && high - low > 1e-6; i++) {
    if (atLeft <= atRight) {
      [high, right, atRight] = [right, left, atLeft];
      left = high - golden * (high - low);
      atLeft = of(left);
    } else {
      [low, left, atLeft] = [left, right, atRight];
      right = low + golden * (high - low);
      atRight = of(right);
    }
  }
  return [from, to, (low + high) / 2]
    .map((t): readonly [number, number] => [t, of(t)])
    .reduce((best, one) => (one[1] < best[1] ? one : best));
}

/** How near a straight member in space comes to a line's wall, in metres. */
function memberToWall(
  from: { readonly at: At; readonly heightM: number },
  to: { readonly at: At; readonly heightM: number },
  piece: readonly [At, At],
  lowestM: number,
): number {
  const at = (t: number) =>
    toWall(
      { x: from.at.x + t * (to.at.x - from.at.x), y: from.at.y + t * (to.at.y - from.at.y) },
      from.heightM + t * (to.heightM - from.heightM),
      piece,
      lowestM,
    );
  return leastOf(at, 0, 1)[1];
}

/** How near a block with this outline on the plan and this top comes to a wall, in metres. */
const blockToWall = (block: Area, topM: number, [a, b]: readonly [At, At], lowestM: number): number => {
  const acrossM = isWithin(a, block) ? 0 : Math.min(...sidesOf(block).map(([c, d]) => apartM(a, b, c, d)));
  return lengthM(acrossM, Math.max(0, lowestM - topM));
};

/** The platform of a machine that only goes straight up: its own rectangle; of a boom a circle, however it is turned. */
function platformToWall(
  shape: Shape,
  { middle, floorM }: Held,
  facingDeg: number,
  piece: readonly [At, At],
  lowestM: number,
): number {
  const topM = floorM + shape.handsM;
  const { deckLengthM, platformWidthM } = shape;
  if (!shape.boom && deckLengthM !== undefined && platformWidthM !== undefined)
    return blockToWall(rectangle(middle, facingDeg, deckLengthM, platformWidthM), topM, piece, lowestM);
  const acrossM = Math.max(0, distanceM(middle, nearestOn(middle, ...piece)) - shape.platformRadiusM);
  return lengthM(acrossM, Math.max(0, lowestM - topM));
}

/** How near the platform with the people in it, and the boom that holds it, come to a line, in metres: straight members from over where it turns. */
export function aloftToLine(shape: Shape, spot: At, facingDeg: number, held: Held, wall: LineWall): number {
  const { lowestM } = wall;
  const knuckle = { at: spot, heightM: Math.max(shape.pivotM, shape.knuckleM) };
  const platform = { at: held.middle, heightM: held.floorM };
  let least = Number.POSITIVE_INFINITY;
  for (const piece of piecesOf(wall.at)) {
    least = Math.min(least, platformToWall(shape, held, facingDeg, piece, lowestM));
    if (shape.boom) least = Math.min(least, memberToWall(knuckle, platform, piece, lowestM));
  }
  return least;
}

/** How near the chassis comes to a line, in metres; as far as any where its size is not known. */
export function chassisToLine(shape: Shape, spot: At, facingDeg: number, { at, lowestM }: LineWall): number {
  const { lengthM, widthM, stowedM, pivotM } = shape;
  if (lengthM === undefined || widthM === undefined) return Number.POSITIVE_INFINITY;
  const block = rectangle(spot, facingDeg, lengthM, widthM);
  return Math.min(...piecesOf(at).map((piece) => blockToWall(block, stowedM ?? pivotM, piece, lowestM)));
}

/** How near any part of a unit that stands on a spot with its platform held there comes to a line, in metres. */
export const nearestToLine = (
  shape: Shape,
  spot: At,
  facingDeg: number,
  held: Held,
  wall: LineWall,
): number =>
  Math.min(aloftToLine(shape, spot, facingDeg, held, wall), chassisToLine(shape, spot, facingDeg, wall));

/**
 * The highest the platform's floor may stand over this point, in metres; undefined where even the ground is too near. Nothing
 * comes further from a line by being raised, so halving finds it.
 */
export function highestFloorM(
  shape: Shape,
  spot: At,
  facingDeg: number,
  middle: At,
  wall: LineWall,
  keepOffM: number,
): number | undefined {
  const keeps = (floorM: number) =>
    nearestToLine(shape, spot, facingDeg, { middle, floorM }, wall) >= keepOffM;
  if (!keeps(0)) return undefined;
  let [low, high] = [0, shape.highestM ?? 200];
  if (keeps(high)) return high;
  for (let i = 0; i < 40; i++) {
    const mid = (low + high) / 2;
    if (keeps(mid)) low = mid;
    else high = mid;
  }
  return low;
}

/**
 * How far out from the spot towards a point the platform may go at a height before it comes too near a line, in metres, at
 * most as far as it reaches; undefined where it may not be raised there at all.
 */
export function furthestOutM(
  shape: Shape,
  spot: At,
  facingDeg: number,
  to: Held,
  wall: LineWall,
  keepOffM: number,
): number | undefined {
  const allM = furthestOf(shape) ?? distanceM(spot, to.middle);
  const bearing = bearingDeg(spot, to.middle);
  const keeps = (outM: number) =>
    nearestToLine(shape, spot, facingDeg, { middle: moved(spot, bearing, outM), floorM: to.floorM }, wall) >=
    keepOffM;
  if (!keeps(0)) return undefined;
  let furthest = allM;
  // A line bends, so its pieces are tried one by one: towards each the distance falls and then rises.
  for (const piece of piecesOf(wall.at)) {
    const one: LineWall = { at: [...piece], lowestM: wall.lowestM };
    const near = (outM: number) =>
      nearestToLine(shape, spot, facingDeg, { middle: moved(spot, bearing, outM), floorM: to.floorM }, one);
    const [nearest, value] = leastOf(near, 0, allM);
    if (value >= keepOffM) continue;
    let [low, high] = [0, nearest];
    for (let i = 0; i < 40; i++) {
      const mid = (low + high) / 2;
      if (near(mid) >= keepOffM) low = mid;
      else high = mid;
    }
    furthest = Math.min(furthest, low);
  }
  return furthest;
}

/**
 * How near any part of a unit on this spot can come to a line, turned and raised as far as its outline goes, in metres; 0 where
 * the sheet does not say how far it goes.
 */
export function outlineToLine(shape: Shape, spot: At, facingDeg: number, wall: LineWall): number {
  const corners = reachAtMost(shape);
  if (corners === undefined) return 0;
  if (!shape.boom) {
    const floorM = Math.max(...corners.map(({ heightM }) => heightM));
    return nearestToLine(shape, spot, facingDeg, { middle: spot, floorM }, wall);
  }
  // Turned towards the nearest piece of the line nothing matters but out and up.
  const awayM = Math.min(...piecesOf(wall.at).map(([a, b]) => distanceM(spot, nearestOn(spot, a, b))));
  const near = (outM: number, heightM: number) =>
    lengthM(Math.max(0, awayM - outM), Math.max(0, wall.lowestM - heightM));
  const radius = shape.platformRadiusM;
  const ends = corners.map(({ outM, heightM }) => [outM + radius, heightM + shape.handsM] as const);
  const knuckle = [0, Math.max(shape.pivotM, shape.knuckleM)] as const;
  let least = near(...knuckle);
  ends.forEach((end, i) => {
    const next = ends[(i + 1) % ends.length] ?? end;
    for (const other of [next, knuckle])
      least = Math.min(
        least,
        leastOf((t) => near(end[0] + t * (other[0] - end[0]), end[1] + t * (other[1] - end[1])), 0, 1)[1],
      );
  });
  return least;
}
