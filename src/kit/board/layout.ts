import type { StopId } from "@/core/catalogue/types";
import { drawnM } from "@/core/sheet/read";
import type { Sheet } from "@/core/sheet/sheet";
import { selfPropelledBooms } from "@/core/vocabulary/families";

export interface BoardSquare {
  readonly stop: StopId;
  readonly n: number;
  readonly x: number;
  readonly y: number;
}

interface Point {
  readonly x: number;
  readonly y: number;
}

type Side = "top" | "bottom" | "left" | "right";

export interface BoardLayout {
  readonly width: number;
  readonly height: number;
  /** Pixels per metre; the drawing and its half-metre grid are to this scale. */
  readonly scale: number;
  readonly centre: Point;
  /** The sides of the ring the squares stand on. */
  readonly edges: Readonly<Record<Side, number>>;
  readonly ring: readonly BoardSquare[];
  readonly row: readonly BoardSquare[];
}

const square = 46;
const gap = 10;

/**
 * Where the squares of the walk stand round the machine, drawn to scale from its sheet: each stop on the side
 * of the ring nearest to its place, spread along that side so that none overlap. Stops with no place on the
 * machine follow in a row below; one left undefined keeps its number and has no square. x forward is drawn to the right, y left is drawn up.
 */
export function layoutBoard(
  sheet: Sheet,
  stops: readonly (StopId | undefined)[],
  width: number,
  height: number,
): BoardLayout {
  const box = extent(sheet);
  const rowHeight = stops.some((stop) => stop !== undefined && !(stop in sheet.positions)) ? 100 : 0;
  const marginX = 128;
  const marginY = 108;
  const scale = Math.min(
    (width - 2 * marginX) / (box.maxX - box.minX),
    (height - rowHeight - 2 * marginY) / (2 * box.halfY),
  );
  const centre = {
    x: width / 2 - ((box.maxX + box.minX) / 2) * scale,
    y: (height - rowHeight) / 2 + 8,
  };
  const placed: { readonly stop: StopId; readonly n: number; readonly side: Side; readonly at: Point }[] = [];
  const row: BoardSquare[] = [];
  stops.forEach((stop, index) => {
    if (stop === undefined) return;
    const at = stop in sheet.positions ? sheet.positions[stop as keyof Sheet["positions"]] : undefined;
    const n = index + 1;
    if (at === undefined) {
      row.push({ stop, n, x: 0, y: 0 });
      return;
    }
    const toSides = {
      left: at.xM - box.minX,
      right: box.maxX - at.xM,
      top: box.halfY - at.yM,
      bottom: box.halfY + at.yM,
    };
    const side = (Object.entries(toSides) as [Side, number][]).reduce((a, b) =>
      b[1] < a[1] - 1e-9 ? b : a,
    )[0];
    placed.push({ stop, n, side, at: { x: centre.x + at.xM * scale, y: centre.y - at.yM * scale } });
  });
  // A side with many stops pushes the ring outwards, as far as the board goes, so that none overlap.
  const room = (a: Side, b: Side) =>
    (Math.max(...[a, b].map((s) => placed.filter((p) => p.side === s).length)) + 1) * (square + gap);
  const halfHigh = Math.max(box.halfY * scale + 62, Math.min(room("left", "right") / 2, centre.y - square));
  const halfWide = Math.max(
    ((box.maxX - box.minX) * scale) / 2 + 66,
    Math.min(room("top", "bottom") / 2, width / 2 - square),
  );
  const middleX = centre.x + ((box.minX + box.maxX) / 2) * scale;
  const edges = {
    left: middleX - halfWide,
    right: middleX + halfWide,
    top: centre.y - halfHigh,
    bottom: centre.y + halfHigh,
  };
  const sides: Record<Side, BoardSquare[]> = { top: [], bottom: [], left: [], right: [] };
  for (const { stop, n, side, at } of placed) {
    sides[side].push({
      stop,
      n,
      x: side === "left" || side === "right" ? edges[side] : at.x,
      y: side === "top" || side === "bottom" ? edges[side] : at.y,
    });
  }
  const along = (list: BoardSquare[], axis: "x" | "y", low: number, high: number) =>
    spread(list, axis, low, high);
  const ring = [
    ...along(sides.top, "x", edges.left + square + gap, edges.right - square - gap),
    ...along(sides.bottom, "x", edges.left + square + gap, edges.right - square - gap),
    ...along(sides.left, "y", edges.top + square / 2, edges.bottom - square / 2),
    ...along(sides.right, "y", edges.top + square / 2, edges.bottom - square / 2),
  ].sort((a, b) => a.n - b.n);
  const step = Math.min(98, (width - 60) / Math.max(1, row.length));
  const placedRow = row.map((s, i) => ({
    ...s,
    x: width / 2 + (i - (row.length - 1) / 2) * step,
    y: height - 62,
  }));
  return { width, height, scale, centre, edges, ring, row: placedRow };
}

/** Moves squares along one side until none overlap, keeping their order and as near their places as may be. */
function spread(
  list: readonly BoardSquare[],
  axis: "x" | "y",
  low: number,
  high: number,
): readonly BoardSquare[] {
  const sorted = [...list].sort((a, b) => a[axis] - b[axis]);
  const places = sorted.map((s) => Math.min(high, Math.max(low, s[axis])));
  const apart = square + gap;
  for (let pass = 0; pass < 20; pass++) {
    for (let i = 1; i < places.length; i++) {
      const overlap = apart - ((places[i] ?? 0) - (places[i - 1] ?? 0));
      if (overlap <= 0) continue;
      places[i - 1] = (places[i - 1] ?? 0) - overlap / 2;
      places[i] = (places[i] ?? 0) + overlap / 2;
    }
  }
  return sorted.map((s, i) => ({ ...s, [axis]: places[i] ?? s[axis] }));
}

/** The machine's outline in plan, metres from the chassis centre. */
export function extent(sheet: Sheet): {
  readonly minX: number;
  readonly maxX: number;
  readonly halfY: number;
} {
  const lengthM = drawnM(sheet, "length", 3);
  const widthM = drawnM(sheet, "width", 1.5);
  const chassisM = drawnM(sheet, "wheelbase", lengthM) + drawnM(sheet, "wheel_diameter", 0.4);
  const overhangs = (selfPropelledBooms as readonly string[]).includes(sheet.family);
  if (!overhangs) return { minX: -lengthM / 2, maxX: lengthM / 2, halfY: widthM / 2 };
  // The chassis stays in the middle; the boom lies out over its front.
  const minX = -Math.min(lengthM, chassisM) / 2 - 0.25;
  return { minX, maxX: minX + lengthM, halfY: widthM / 2 };
}

/** The corners of the way from one square to the next, both among them: round the ring, never across the machine. */
export function routeOf(from: BoardSquare, to: BoardSquare, layout: BoardLayout): readonly Point[] {
  const inRow = (square: BoardSquare) => layout.row.some(({ n }) => n === square.n);
  if (inRow(from) && inRow(to)) return [from, to];
  const down = inRow(from) ? toRing(from, layout) : [from];
  const up = inRow(to) ? toRing(to, layout) : [to];
  const [start, end] = [down.at(-1) ?? from, up.at(-1) ?? to];
  return [...down, ...cornersBetween(start, end, layout.edges), ...[...up].reverse()];
}

/** From a square of the row below up to the ring's lower side. */
function toRing(square: BoardSquare, { edges }: BoardLayout): readonly Point[] {
  const x = Math.min(edges.right, Math.max(edges.left, square.x));
  const between = (edges.bottom + square.y) / 2;
  return x === square.x
    ? [square, { x, y: edges.bottom }]
    : [square, { x: square.x, y: between }, { x, y: between }, { x, y: edges.bottom }];
}

/** The corners of the ring passed on the shorter way round between two points on it. */
function cornersBetween(from: Point, to: Point, edges: BoardLayout["edges"]): readonly Point[] {
  const { left, right, top, bottom } = edges;
  const [wide, high] = [right - left, bottom - top];
  const round = 2 * (wide + high);
  // Pixels along the ring from its top left corner, by the right. A crowded side may reach past a corner.
  const along = ({ x, y }: Point) => {
    const [acrossX, acrossY] = [Math.min(right, Math.max(left, x)), Math.min(bottom, Math.max(top, y))];
    if (y === top) return acrossX - left;
    if (y === bottom) return wide + high + right - acrossX;
    return x === right ? wide + acrossY - top : 2 * wide + high + bottom - acrossY;
  };
  const corners = [
    { x: left, y: top },
    { x: right, y: top },
    { x: right, y: bottom },
    { x: left, y: bottom },
  ];
  const start = along(from);
  const ahead = (point: Point) => (along(point) - start + round) % round;
  const end = ahead(to);
  const byTheRight = end <= round / 2;
  const passed = corners
    .map((at) => ({ at, ahead: !byTheRight && ahead(at) === 0 ? round : ahead(at) }))
    .filter((corner) => (byTheRight ? corner.ahead <= end : corner.ahead >= end))
    .sort((a, b) => (byTheRight ? a.ahead - b.ahead : b.ahead - a.ahead));
  return passed.map(({ at }) => at);
}

/** The route from one square to the next as a path to draw. */
export const rookPath = (from: BoardSquare, to: BoardSquare, layout: BoardLayout): string =>
  `M${routeOf(from, to, layout)
    .map(({ x, y }) => `${x} ${y}`)
    .join("L")}`;
