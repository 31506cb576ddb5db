import { drawnM } from "@/core/sheet/read";
import type { Sheet } from "@/core/sheet/sheet";

export interface Point {
  readonly x: number;
  readonly y: number;
}

/** Parts of a machine in side elevation, metres: x forward from the chassis centre, y up from the ground. */
export interface Elevation {
  readonly wheels: readonly (Point & { readonly rM: number })[];
  readonly chassis: readonly Point[];
  readonly turntable: readonly Point[];
  /** Lifting members by the function that moves them. */
  readonly members: readonly {
    readonly function: string;
    readonly from: Point;
    readonly to: Point;
    readonly thickM: number;
  }[];
  readonly platform: {
    readonly x: number;
    readonly y: number;
    readonly lengthM: number;
    readonly railM: number;
  };
  readonly ground: Point;
}

/** How far up each posture stands, as fractions of the travel of the lifting functions. */
const raisedBy: Readonly<Record<string, number>> = { stowed: 0, clear: 0.14, on_prop: 0.5, raised: 0.62 };

/** The elevation of a sheet's machine in a planned posture. Computed, never a stored picture. */
export function elevationOf(sheet: Sheet, posture: string): Elevation {
  const up = raisedBy[posture] ?? 0;
  return sheet.family === "articulating_boom" ? boom(sheet, up) : scissor(sheet, up);
}

function running(sheet: Sheet) {
  const wheelbaseM = drawnM(sheet, "wheelbase", 2);
  const rM = drawnM(sheet, "wheel_diameter", 0.4) / 2;
  return { wheelbaseM, rM, wheels: [-1, 1].map((end) => ({ x: (end * wheelbaseM) / 2, y: rM, rM })) };
}

function scissor(sheet: Sheet, up: number): Elevation {
  const { wheels, rM } = running(sheet);
  const lengthM = drawnM(sheet, "length", 2.4);
  const topM = drawnM(sheet, "chassis_height", 0.4) + rM * 0.6;
  const deckM = drawnM(sheet, "platform_length", 2.2);
  const railM = 1.1;
  const stowedDeckM = drawnM(sheet, "stowed_height", 2.2) - railM;
  const fullM = drawnM(sheet, "platform_height", 6);
  const deckY = stowedDeckM + (fullM - stowedDeckM) * up * 0.8;
  const pairs = Math.max(3, Math.round(fullM / 1.9));
  const armM = deckM * 0.86;
  const each = (deckY - 0.12 - topM) / pairs;
  const reach = Math.sqrt(Math.max(0.2, armM ** 2 - each ** 2)) / 2;
  const members = Array.from({ length: pairs }, (_, i) => {
    const low = topM + i * each;
    return [
      { function: "lift", from: { x: -reach, y: low }, to: { x: reach, y: low + each }, thickM: 0.08 },
      { function: "lift", from: { x: reach, y: low }, to: { x: -reach, y: low + each }, thickM: 0.08 },
    ];
  }).flat();
  const half = lengthM / 2;
  return {
    wheels,
    chassis: [
      { x: -half, y: rM * 0.7 },
      { x: half, y: rM * 0.7 },
      { x: half, y: topM },
      { x: -half, y: topM },
    ],
    turntable: [],
    members,
    platform: { x: -deckM / 2, y: deckY, lengthM: deckM, railM },
    ground: { x: -half - 1.1, y: 0 },
  };
}

function boom(sheet: Sheet, up: number): Elevation {
  const { wheels, wheelbaseM, rM } = running(sheet);
  const chassisTop = drawnM(sheet, "chassis_height", 0.6) + rM * 0.8;
  const turntableM = drawnM(sheet, "turntable_length", 2.4);
  const towerM = drawnM(sheet, "tower_length", 3.2);
  const mainM = drawnM(sheet, "main_length", 3.8);
  const jibM = drawnM(sheet, "jib_length", 1.2);
  const deckM = drawnM(sheet, "platform_length", 0.8);
  const pivot = { x: -turntableM / 2 + 0.35, y: chassisTop + 0.55 };
  const angle = (from: number, to: number) => ((from + (to - from) * up) * Math.PI) / 180;
  const along = (p: Point, lengthM: number, a: number): Point => ({
    x: p.x + Math.cos(a) * lengthM,
    y: p.y + Math.sin(a) * lengthM,
  });
  // Stowed, the tower lies forward low, the main boom lies back over it and forward again as one stack.
  const towerTop = along(pivot, towerM * 0.62, angle(12, 84));
  const elbow = { x: towerTop.x - 0.12, y: towerTop.y + 0.32 };
  const mainEnd = along(elbow, mainM * 0.62, angle(-6, 38));
  const jibEnd = along(mainEnd, jibM, angle(-42, -12));
  return {
    wheels,
    chassis: [
      { x: -wheelbaseM / 2 - 0.25, y: rM * 0.8 },
      { x: wheelbaseM / 2 + 0.25, y: rM * 0.8 },
      { x: wheelbaseM / 2 + 0.25, y: chassisTop },
      { x: -wheelbaseM / 2 - 0.25, y: chassisTop },
    ],
    turntable: [
      { x: -turntableM / 2 - 0.2, y: chassisTop },
      { x: turntableM / 2 - 0.3, y: chassisTop },
      { x: turntableM / 2 - 0.45, y: chassisTop + 0.62 },
      { x: -turntableM / 2, y: chassisTop + 0.62 },
    ],
    members: [
      { function: "tower", from: pivot, to: towerTop, thickM: 0.26 },
      { function: "link", from: towerTop, to: elbow, thickM: 0.2 },
      { function: "main", from: elbow, to: mainEnd, thickM: 0.24 },
      { function: "jib", from: mainEnd, to: jibEnd, thickM: 0.14 },
    ],
    platform: { x: jibEnd.x, y: jibEnd.y - 0.12, lengthM: deckM, railM: 1.1 },
    ground: { x: -wheelbaseM / 2 - 1.5, y: 0 },
  };
}

/** Which drawn member a function's movement is seen on. */
export const memberOf = (functionId: string): string =>
  ({
    telescope: "main",
    tower_telescope: "tower",
    level: "platform",
    rotate: "platform",
    swing: "turntable",
    drive: "chassis",
    steer: "chassis",
  })[functionId] ?? functionId;
