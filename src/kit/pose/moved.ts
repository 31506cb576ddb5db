import type { Sheet } from "@/core/sheet/sheet";
import { type Beam, type Elevation, elevationOf, memberOf, type Point, type Stance } from "./geometry";

/** A short move: enough to be told from where it was, and no more than a test asks for. */
const shortTurn = (9 * Math.PI) / 180;
const shortSlideM = 0.6;
const shortLift = 0.12;

const sign: Readonly<Record<string, 1 | -1>> = { up: 1, out: 1, down: -1, in: -1 };

/**
 * The machine in elevation after a short movement from a stance: what it turns, slides or lifts, and all that hangs on it.
 * Undefined for what a side view cannot show.
 */
export function movedElevation(
  sheet: Sheet,
  stance: Stance,
  { function: fn, direction }: { readonly function: string; readonly direction: string },
): Elevation | undefined {
  const way = sign[direction];
  const before = elevationOf(sheet, stance);
  const member = memberOf(fn);
  const at = before.members.findIndex((one) => one.function === member);
  if (way === undefined || at < 0) return undefined;
  if (member === "lift") {
    const lifted = elevationOf(sheet, { ...stance, upBy: way * shortLift });
    // Fully down it goes no further.
    return lifted.platform.y === before.platform.y ? undefined : lifted;
  }
  const mover = before.members[at] as Beam;
  const end = before.members.at(-1) as Beam;
  const facing = mover.to.x >= mover.from.x ? 1 : -1;
  const slides = fn.includes("telescope");
  const move = slides ? slide(mover, way * shortSlideM) : turn(mover.from, way * facing * shortTurn);
  const members = before.members.map((one, i): Beam => {
    if (i < at) return one;
    return { ...one, from: slides && i === at ? one.from : move(one.from), to: move(one.to) };
  });
  const tip = move(end.to);
  const platform = {
    ...before.platform,
    x: before.platform.x + tip.x - end.to.x,
    y: Math.max(0.1, before.platform.y + tip.y - end.to.y),
  };
  return { ...before, members, platform };
}

function turn(pivot: Point, angle: number) {
  const [c, s] = [Math.cos(angle), Math.sin(angle)];
  return ({ x, y }: Point): Point => ({
    x: pivot.x + (x - pivot.x) * c - (y - pivot.y) * s,
    y: pivot.y + (x - pivot.x) * s + (y - pivot.y) * c,
  });
}

function slide({ from, to }: Beam, byM: number) {
  const length = Math.hypot(to.x - from.x, to.y - from.y) || 1;
  const [dx, dy] = [((to.x - from.x) / length) * byM, ((to.y - from.y) / length) * byM];
  return ({ x, y }: Point): Point => ({ x: x + dx, y: y + dy });
}
