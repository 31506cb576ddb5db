/** A point of a place's plan, in metres: x to the right, y up the plan from its lower left corner. */
export interface At {
  readonly x: number;
  readonly y: number;
}

export type Area = readonly At[];

const radians = (degrees: number): number => (degrees * Math.PI) / 180;

/** One metre in a direction given as on a compass, in degrees from the top of the plan, clockwise. */
const oneMetre = (bearingDeg: number): At => ({
  x: Math.sin(radians(bearingDeg)),
  y: Math.cos(radians(bearingDeg)),
});

/** The direction from one point to another, 0 to below 360 degrees from the top of the plan; 0 for the same point. */
export function bearingDeg(from: At, to: At): number {
  const degrees = (Math.atan2(to.x - from.x, to.y - from.y) * 180) / Math.PI;
  return (degrees + 360) % 360;
}

/** A point so far along and across from another: along in the direction of the bearing, across to its right. */
export function moved(from: At, bearing: number, alongM: number, acrossM = 0): At {
  const ahead = oneMetre(bearing);
  return {
    x: from.x + ahead.x * alongM + ahead.y * acrossM,
    y: from.y + ahead.y * alongM - ahead.x * acrossM,
  };
}

/** The length of a way across and up (Pythagoras; quicker than `Math.hypot`, and nothing here is near overflowing). */
export const lengthM = (acrossM: number, upM: number): number => Math.sqrt(acrossM * acrossM + upM * upM);

export const distanceM = (a: At, b: At): number => lengthM(a.x - b.x, a.y - b.y);

/** The point of a straight piece from `a` to `b` that is nearest to `p`. */
export function nearestOn(p: At, a: At, b: At): At {
  const [dx, dy] = [b.x - a.x, b.y - a.y];
  const squared = dx * dx + dy * dy;
  if (squared === 0) return a;
  const t = Math.max(0, Math.min(1, ((p.x - a.x) * dx + (p.y - a.y) * dy) / squared));
  return { x: a.x + t * dx, y: a.y + t * dy };
}

/** The pieces of a line through these points. */
export const piecesOf = (points: readonly At[]): readonly (readonly [At, At])[] =>
  points.slice(1).map((to, i) => [points[i] as At, to]);

/** The sides of an area, the last back to the first point. */
export const sidesOf = (area: Area): readonly (readonly [At, At])[] =>
  area.map((from, i) => [from, area[(i + 1) % area.length] as At]);

/** The point of a line that is nearest to `p`. Throws a RangeError for a line of no points. */
export function nearestOnLine(p: At, points: readonly At[]): At {
  const [first] = points;
  if (first === undefined) throw new RangeError("expected a line of at least one point, got none");
  let nearest = first;
  for (const [a, b] of piecesOf(points)) {
    const here = nearestOn(p, a, b);
    if (distanceM(p, here) < distanceM(p, nearest)) nearest = here;
  }
  return nearest;
}

/** How far a point is from a straight piece. */
function toPieceM(p: At, a: At, b: At): number {
  const [dx, dy] = [b.x - a.x, b.y - a.y];
  const squared = dx * dx + dy * dy;
  const t = squared === 0 ? 0 : Math.max(0, Math.min(1, ((p.x - a.x) * dx + (p.y - a.y) * dy) / squared));
  return lengthM(p.x - a.x - t * dx, p.y - a.y - t * dy);
}

/** Whether a point lies in an area, its edge included. Even-odd rule over the area's sides. */
export function isWithin(p: At, area: Area): boolean {
  let inside = false;
  let a = area[area.length - 1] as At;
  for (const b of area) {
    if (toPieceM(p, a, b) < 1e-9) return true;
    if (a.y > p.y !== b.y > p.y && p.x < a.x + ((p.y - a.y) / (b.y - a.y)) * (b.x - a.x)) inside = !inside;
    a = b;
  }
  return inside;
}

const turn = (a: At, b: At, c: At): number => (b.x - a.x) * (c.y - a.y) - (b.y - a.y) * (c.x - a.x);

/** Whether two straight pieces touch or cross. */
export function cross(a: At, b: At, c: At, d: At): boolean {
  const [abc, abd, cda, cdb] = [turn(a, b, c), turn(a, b, d), turn(c, d, a), turn(c, d, b)];
  if (abc * abd < 0 && cda * cdb < 0) return true;
  // Where one ends on the other, or they lie along each other.
  if (abc * abd > 0 || cda * cdb > 0) return false;
  return [toPieceM(a, c, d), toPieceM(b, c, d), toPieceM(c, a, b), toPieceM(d, a, b)].some((m) => m < 1e-9);
}

/** How far two straight pieces are apart; 0 where they touch or cross. */
export function apartM(a: At, b: At, c: At, d: At): number {
  if (cross(a, b, c, d)) return 0;
  return Math.min(toPieceM(a, c, d), toPieceM(b, c, d), toPieceM(c, a, b), toPieceM(d, a, b));
}

/** The smallest upright box round some points. */
interface Bounds {
  readonly left: number;
  readonly right: number;
  readonly low: number;
  readonly high: number;
}

function boundsOf(points: readonly At[]): Bounds {
  let [left, low] = [Number.POSITIVE_INFINITY, Number.POSITIVE_INFINITY];
  let [right, high] = [Number.NEGATIVE_INFINITY, Number.NEGATIVE_INFINITY];
  for (const { x, y } of points) {
    if (x < left) left = x;
    if (x > right) right = x;
    if (y < low) low = y;
    if (y > high) high = y;
  }
  return { left, right, low, high };
}

/** How far two sets of points are apart at least, by the boxes round them: quick, and never more than they are. */
export function boxesApartM(one: readonly At[], other: readonly At[]): number {
  const [a, b] = [boundsOf(one), boundsOf(other)];
  const across = Math.max(0, a.left - b.right, b.left - a.right);
  const up = Math.max(0, a.low - b.high, b.low - a.high);
  return lengthM(across, up);
}

/** Whether two areas touch or overlap. */
export const overlap = (one: Area, other: Area): boolean =>
  boxesApartM(one, other) === 0 && areasApartM(one, other) === 0;

/** Whether a point comes nearer to an area than so much. */
export function isNearer(p: At, area: Area, thanM: number): boolean {
  const { left, right, low, high } = boundsOf(area);
  if (p.x < left - thanM || p.x > right + thanM || p.y < low - thanM || p.y > high + thanM) return false;
  return lineToAreaM([p], area) < thanM;
}

/** How far a line is from an area; 0 where it touches or lies in it. One point is a line too. */
export function lineToAreaM(points: readonly At[], area: Area): number {
  let least = Number.POSITIVE_INFINITY;
  for (const p of points) if (isWithin(p, area)) return 0;
  for (let i = points.length === 1 ? 0 : 1; i < points.length; i++) {
    const [a, b] = [points[Math.max(0, i - 1)] as At, points[i] as At];
    let c = area[area.length - 1] as At;
    for (const d of area) {
      least = Math.min(least, apartM(a, b, c, d));
      c = d;
    }
  }
  return least;
}

/** How far two areas are apart; 0 where they touch or overlap. */
export function areasApartM(one: Area, other: Area): number {
  const [first] = one;
  if (first !== undefined && isWithin(first, other)) return 0;
  return lineToAreaM([...other, ...other.slice(0, 1)], one);
}

/** The four corners of a rectangle about a point, front left first and round by the right. */
export const rectangle = (middle: At, bearing: number, lengthM: number, widthM: number): Area => [
  moved(middle, bearing, lengthM / 2, -widthM / 2),
  moved(middle, bearing, lengthM / 2, widthM / 2),
  moved(middle, bearing, -lengthM / 2, widthM / 2),
  moved(middle, bearing, -lengthM / 2, -widthM / 2),
];

/** Where along a straight piece an area is entered and left, in metres from its first point; undefined where it is not crossed. */
export function crossedBetweenM(from: At, to: At, area: Area): readonly [number, number] | undefined {
  if (boxesApartM([from, to], area) > 0) return undefined;
  const cuts = sidesOf(area).flatMap(([a, b]) => cutM(from, to, a, b));
  if (isWithin(from, area)) cuts.push(0);
  if (isWithin(to, area)) cuts.push(distanceM(from, to));
  return cuts.length === 0 ? undefined : [Math.min(...cuts), Math.max(...cuts)];
}

/** Where a piece is cut by another, in metres from its first point. */
export function cutM(from: At, to: At, a: At, b: At): readonly number[] {
  const [dx, dy, ex, ey] = [to.x - from.x, to.y - from.y, b.x - a.x, b.y - a.y];
  const by = dx * ey - dy * ex;
  if (Math.abs(by) < 1e-12) {
    // Side by side: where its ends lie on it.
    return [a, b].flatMap((p) => (distanceM(p, nearestOn(p, from, to)) < 1e-9 ? [distanceM(from, p)] : []));
  }
  const t = ((a.x - from.x) * ey - (a.y - from.y) * ex) / by;
  const u = ((a.x - from.x) * dy - (a.y - from.y) * dx) / by;
  return t >= 0 && t <= 1 && u >= 0 && u <= 1 ? [t * distanceM(from, to)] : [];
}
