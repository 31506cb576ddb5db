import { drawnM, mayHave } from "@/core/sheet/read";
import type { Sheet } from "@/core/sheet/sheet";
import { booms } from "@/core/vocabulary/families";

export interface Point {
  readonly x: number;
  readonly y: number;
}

export interface Beam {
  /** The function that moves it, or what it belongs to. */
  readonly function: string;
  readonly from: Point;
  readonly to: Point;
  readonly thickM: number;
}

/** A side elevation in metres: x forward from the chassis centre, y up from the ground. */
export interface Elevation {
  readonly wheels: readonly { readonly x: number; readonly y: number; readonly rM: number }[];
  /** A pair of tracks seen from the side, where it runs on tracks. */
  readonly track?: { readonly lengthM: number; readonly heightM: number };
  readonly chassis: readonly Point[];
  /** Cab, drawbar, mast foot: what else tells the family, each a closed outline. */
  readonly bodies: readonly (readonly Point[])[];
  readonly turntable: readonly Point[];
  readonly legs: readonly { readonly hip: Point; readonly knee: Point; readonly foot: Point }[];
  readonly members: readonly Beam[];
  readonly platform: {
    readonly x: number;
    readonly y: number;
    readonly lengthM: number;
    readonly railM: number;
  };
  readonly ground: Point;
}

/** What of the machine's state shows in an elevation. */
export interface Stance {
  readonly posture: string;
  readonly legs: "in" | "out";
  /** So much further up than the posture, or down, as a part of travel: in the middle of a movement. */
  readonly upBy?: number;
}

/** How far up each posture stands, as fractions of the travel of the lifting functions. */
const raisedBy: Readonly<Record<string, number>> = { stowed: 0, clear: 0.14, on_prop: 0.5, raised: 0.62 };
const railM = 1.1;

/** The stance a planned state comes to. */
export const stanceOf = (state: Readonly<Record<string, string>>): Stance => ({
  posture: state["posture"] ?? "stowed",
  legs: state["outriggers"] === "out" ? "out" : "in",
});

/** The elevation of a sheet's machine in a stance. Computed, never a stored picture. */
export function elevationOf(sheet: Sheet, stance: Stance): Elevation {
  const up = Math.min(1, Math.max(0, (raisedBy[stance.posture] ?? 0) + (stance.upBy ?? 0)));
  const out = stance.legs === "out";
  switch (sheet.family) {
    case "slab_scissor":
      return scissor(sheet, up, []);
    case "rough_terrain_scissor":
      return scissor(sheet, up, mayHave(sheet, "outriggers") ? cornerLegs(sheet, out) : []);
    case "vertical_mast":
      return mast(sheet, up);
    case "push_around_mast":
      return mast(sheet, up);
    case "telescopic_boom":
      return selfPropelled(sheet, up, { stowed: [0, -4, -30], raised: [0, 58, -8] });
    case "articulating_boom":
      return selfPropelled(sheet, up, { stowed: [12, -6, -42], raised: [84, 38, -12] });
    case "towable_boom":
      return towable(sheet, up, out);
    case "tracked_spider":
      return spider(sheet, up, out);
    case "vehicle_boom":
      return lorry(sheet, up, out);
  }
}

/** Raised by a boom, rather than straight up. */
export const hasBoom = (sheet: Sheet): boolean => (booms as readonly string[]).includes(sheet.family);

function running(sheet: Sheet) {
  const wheelbaseM = drawnM(sheet, "wheelbase", 2);
  const rM = drawnM(sheet, "wheel_diameter", 0.4) / 2;
  return { wheelbaseM, rM, wheels: [-1, 1].map((end) => ({ x: (end * wheelbaseM) / 2, y: rM, rM })) };
}

const box = (left: number, right: number, bottom: number, top: number): readonly Point[] => [
  { x: left, y: bottom },
  { x: right, y: bottom },
  { x: right, y: top },
  { x: left, y: top },
];

/** A leg at each end: folded up along the chassis for the road, or down with its foot on the ground. */
function cornerLegs(sheet: Sheet, out: boolean): Elevation["legs"] {
  const { wheelbaseM, rM } = running(sheet);
  const hipY = drawnM(sheet, "chassis_height", 0.5) + rM * 0.2;
  const spread = Math.max(drawnM(sheet, "legs_spread_length", wheelbaseM * 1.5) / 2, wheelbaseM / 2 + 0.3);
  return [-1, 1].map((end) => {
    const hip = { x: (end * wheelbaseM) / 2 + end * 0.12, y: hipY };
    return out
      ? { hip, knee: { x: end * spread, y: hipY }, foot: { x: end * spread, y: 0 } }
      : {
          hip,
          knee: { x: end * (wheelbaseM / 2 + 0.32), y: hipY },
          foot: { x: end * (wheelbaseM / 2 + 0.32), y: rM * 1.1 },
        };
  });
}

function scissor(sheet: Sheet, up: number, legs: Elevation["legs"]): Elevation {
  const { wheels, rM } = running(sheet);
  const lengthM = drawnM(sheet, "length", 2.4);
  const topM = drawnM(sheet, "chassis_height", 0.4) + rM * 0.6;
  const deckM = drawnM(sheet, "platform_length", 2.2);
  const stowedDeckM = drawnM(sheet, "platform_stowed_height", drawnM(sheet, "stowed_height", 2.2) - railM);
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
  const half = Math.min(lengthM, drawnM(sheet, "wheelbase", lengthM) + rM * 2.6) / 2;
  return {
    wheels,
    chassis: box(-half, half, rM * 0.7, topM),
    bodies: [],
    turntable: [],
    legs,
    members,
    platform: { x: -deckM / 2, y: deckY, lengthM: deckM, railM },
    ground: { x: -lengthM / 2 - 1.1, y: 0 },
  };
}

/** Sections that slide up one out of the other at the front end, the platform before them. */
function mast(sheet: Sheet, up: number): Elevation {
  const { wheels, wheelbaseM, rM } = running(sheet);
  const pushed = sheet.family === "push_around_mast";
  const deckM = drawnM(sheet, "platform_length", 0.9);
  const stowedDeckM = drawnM(sheet, "platform_stowed_height", 0.5);
  const fullM = drawnM(sheet, "platform_height", 4);
  const deckY = stowedDeckM + (fullM - stowedDeckM) * up;
  const topM = drawnM(sheet, "chassis_height", 0.3);
  const restM = drawnM(sheet, "stowed_height", 1.95);
  const foot = wheelbaseM / 2 - 0.02;
  const sections = 4;
  const rise = deckY - stowedDeckM;
  const members = Array.from({ length: sections }, (_, i) => {
    const lift = (rise * i) / (sections - 1);
    const x = foot - i * 0.07;
    return {
      function: "lift",
      from: { x, y: topM + lift },
      to: { x, y: restM + lift },
      thickM: 0.16 - i * 0.025,
    };
  });
  const half = wheelbaseM / 2 + rM * 1.2;
  const handle: readonly Point[] = [
    { x: foot + 0.12, y: topM },
    { x: foot + 0.3, y: 1 },
    { x: foot + 0.36, y: 1 },
    { x: foot + 0.2, y: topM },
  ];
  return {
    wheels,
    chassis: box(-half, half, rM * (pushed ? 1.2 : 0.7), topM),
    bodies: pushed ? [handle] : [],
    turntable: [],
    legs: [],
    members,
    platform: { x: foot - 0.32 - deckM, y: deckY, lengthM: deckM, railM },
    ground: { x: -half - 1, y: 0 },
  };
}

interface Angles {
  /** Tower, main boom and jib, degrees from level. */
  readonly stowed: readonly [number, number, number];
  readonly raised: readonly [number, number, number];
}

interface Chain {
  readonly pivot: Point;
  /** +1 where the stowed boom lies forward, -1 where it lies towards the rear. */
  readonly facing: 1 | -1;
  readonly angles: Angles;
  readonly scale: number;
  readonly thickM: number;
}

/** Tower, link, main boom and jib from a pivot, each turned between its stowed and its raised angle. */
function boomFrom(sheet: Sheet, up: number, chain: Chain) {
  const { pivot, facing, angles, scale, thickM } = chain;
  const towerM = mayHave(sheet, "tower_boom") ? drawnM(sheet, "tower_length", 3) * scale : 0;
  const stretchM = mayHave(sheet, "main_telescope") ? drawnM(sheet, "main_stroke", 1) * up * 0.35 : 0;
  const mainM = drawnM(sheet, "main_length", 3.8) * scale + stretchM;
  const jibM = mayHave(sheet, "jib") ? drawnM(sheet, "jib_length", 1.2) : 0.35;
  const angle = (i: 0 | 1 | 2) =>
    ((angles.stowed[i] + (angles.raised[i] - angles.stowed[i]) * up) * Math.PI) / 180;
  const along = (p: Point, lengthM: number, a: number): Point => ({
    x: p.x + facing * Math.cos(a) * lengthM,
    y: p.y + Math.sin(a) * lengthM,
  });
  const members: Beam[] = [];
  let elbow = pivot;
  if (towerM > 0) {
    const top = along(pivot, towerM, angle(0));
    elbow = { x: top.x - facing * 0.12, y: top.y + 0.32 };
    members.push({ function: "tower", from: pivot, to: top, thickM });
    members.push({ function: "link", from: top, to: elbow, thickM: thickM * 0.8 });
  }
  const mainEnd = along(elbow, mainM, angle(1));
  const jibEnd = along(mainEnd, jibM, angle(2));
  members.push({ function: "main", from: elbow, to: mainEnd, thickM: thickM * 0.92 });
  members.push({ function: "jib", from: mainEnd, to: jibEnd, thickM: thickM * 0.55 });
  const lengthM = drawnM(sheet, "platform_length", 0.8);
  // However the boom hangs, the platform stays clear of the ground.
  const y = Math.max(jibEnd.y - 0.12, 0.28);
  return { members, platform: { x: facing === 1 ? jibEnd.x : jibEnd.x - lengthM, y, lengthM, railM } };
}

function selfPropelled(sheet: Sheet, up: number, angles: Angles): Elevation {
  const { wheels, wheelbaseM, rM } = running(sheet);
  const chassisTop = drawnM(sheet, "chassis_height", 0.6) + rM * 0.8;
  const turntableM = drawnM(sheet, "turntable_length", 2.4);
  const lift = sheet.family === "telescopic_boom" ? 0.75 : 0.55;
  const pivot = { x: -turntableM / 2 + 0.35, y: chassisTop + lift };
  const scale = sheet.family === "telescopic_boom" ? 0.72 : 0.62;
  const chain = {
    pivot,
    facing: 1 as const,
    angles,
    scale,
    thickM: sheet.family === "telescopic_boom" ? 0.4 : 0.26,
  };
  const tailM = drawnM(sheet, "tail_swing", 0.2);
  return {
    wheels,
    chassis: box(-wheelbaseM / 2 - 0.25, wheelbaseM / 2 + 0.25, rM * 0.8, chassisTop),
    bodies: [],
    turntable: [
      { x: -turntableM / 2 - tailM, y: chassisTop },
      { x: turntableM / 2 - 0.3, y: chassisTop },
      { x: turntableM / 2 - 0.45, y: chassisTop + 0.62 },
      { x: -turntableM / 2 - tailM * 0.6, y: chassisTop + 0.62 },
    ],
    legs: [],
    ...boomFrom(sheet, up, chain),
    ground: { x: -wheelbaseM / 2 - tailM - 1.6, y: 0 },
  };
}

/** One axle, a drawbar with its coupler in front, the boom lying back over it. */
function towable(sheet: Sheet, up: number, out: boolean): Elevation {
  const rM = drawnM(sheet, "wheel_diameter", 0.6) / 2;
  const lengthM = drawnM(sheet, "length", 6);
  const topM = drawnM(sheet, "chassis_height", 0.55) + 0.15;
  const half = drawnM(sheet, "wheelbase", 1.9) / 2;
  const coupler = lengthM * 0.46;
  const lifted = out ? 0.1 : 0;
  const pivot = { x: half * 0.55, y: topM + 0.75 };
  const chain = {
    pivot,
    facing: -1 as const,
    angles: { stowed: [8, -4, -25], raised: [80, 42, -10] } as const,
    scale: 0.72,
    thickM: 0.2,
  };
  return {
    wheels: [{ x: 0, y: rM + lifted, rM }],
    chassis: box(-half, half, rM * 0.9, topM),
    bodies: [
      [
        { x: half, y: topM - 0.1 },
        { x: coupler, y: 0.52 },
        { x: coupler, y: 0.42 },
        { x: half, y: topM - 0.3 },
      ],
      box(coupler - 0.5, coupler - 0.42, 0.02, 0.78),
    ],
    turntable: box(half * 0.15, half * 0.95, topM, topM + 0.75),
    legs: splayed(half, topM, drawnM(sheet, "legs_spread_length", 3.4) / 2, out),
    ...boomFrom(sheet, up, chain),
    ground: { x: -lengthM * 0.5 - 0.9, y: 0 },
  };
}

/** Two of four legs seen from the side, folded up over the machine or down and out like a spider's. */
function splayed(halfM: number, topM: number, spreadM: number, out: boolean): Elevation["legs"] {
  return [-1, 1].map((end) => {
    const hip = { x: end * halfM * 0.75, y: topM };
    return out
      ? {
          hip,
          knee: { x: end * (halfM * 0.75 + spreadM) * 0.55, y: topM + 0.42 },
          foot: { x: end * spreadM, y: 0 },
        }
      : {
          hip,
          knee: { x: end * halfM * 1.25, y: topM + 0.75 },
          foot: { x: end * halfM * 0.95, y: topM + 0.28 },
        };
  });
}

function spider(sheet: Sheet, up: number, out: boolean): Elevation {
  const lengthM = drawnM(sheet, "wheelbase", 1.4) + drawnM(sheet, "wheel_diameter", 0.42);
  const heightM = drawnM(sheet, "wheel_diameter", 0.42);
  const topM = drawnM(sheet, "chassis_height", 0.5) + 0.22;
  const half = lengthM * 0.46;
  const pivot = { x: -half * 0.55, y: topM + 0.42 };
  const chain = {
    pivot,
    facing: 1 as const,
    angles: { stowed: [14, -9, -38], raised: [82, 40, -14] } as const,
    scale: 0.62,
    thickM: 0.18,
  };
  return {
    wheels: [],
    track: { lengthM, heightM },
    chassis: box(-half, half, heightM * 0.9, topM),
    bodies: [],
    turntable: box(-half * 0.85, half * 0.1, topM, topM + 0.42),
    legs: splayed(half, topM, drawnM(sheet, "legs_spread_length", 3) / 2, out),
    ...boomFrom(sheet, up, chain),
    ground: { x: -drawnM(sheet, "legs_spread_length", 3) / 2 - 1.1, y: 0 },
  };
}

/** A lorry: cab in front, the boom lying back over the bed with the platform at the rear. */
function lorry(sheet: Sheet, up: number, out: boolean): Elevation {
  const { wheels, rM, wheelbaseM } = running(sheet);
  const half = drawnM(sheet, "length", 6.4) / 2;
  const bedM = drawnM(sheet, "chassis_height", 0.9);
  const cabM = Math.min(1.9, half * 0.56);
  const pivot = { x: half - cabM - 0.75, y: bedM + 0.85 };
  const chain = {
    pivot,
    facing: -1 as const,
    angles: { stowed: [5, -2, -16], raised: [80, 40, -8] } as const,
    scale: 0.78,
    thickM: 0.26,
  };
  const roofM = Math.min(drawnM(sheet, "stowed_height", 2.9) - 0.45, bedM + 1.75);
  return {
    wheels,
    chassis: box(-half, half - cabM * 0.4, rM * 0.95, bedM),
    bodies: [
      [
        { x: half - cabM, y: rM * 0.95 },
        { x: half, y: rM * 0.95 },
        { x: half, y: bedM + 0.55 },
        { x: half - 0.35, y: roofM },
        { x: half - cabM, y: roofM },
      ],
      [
        { x: half - cabM * 0.72, y: bedM + 0.62 },
        { x: half - 0.2, y: bedM + 0.62 },
        { x: half - 0.42, y: roofM - 0.18 },
        { x: half - cabM * 0.72, y: roofM - 0.18 },
      ],
    ],
    turntable: box(half - cabM - 1.15, half - cabM - 0.35, bedM, bedM + 0.85),
    legs: [-1, 1].map((end) => {
      const x = end * (wheelbaseM / 2) * 0.62 - 0.1;
      return out
        ? { hip: { x, y: bedM * 0.8 }, knee: { x, y: bedM * 0.5 }, foot: { x, y: 0 } }
        : { hip: { x, y: bedM * 0.8 }, knee: { x, y: bedM * 0.62 }, foot: { x, y: bedM * 0.42 } };
    }),
    ...boomFrom(sheet, up, chain),
    ground: { x: -half - 1, y: 0 },
  };
}

/** Which drawn part a function's movement is seen on. */
export function memberOf(functionId: string): string {
  if (functionId.startsWith("leg")) return "legs";
  const seenOn: Readonly<Record<string, string>> = {
    telescope: "main",
    tower_telescope: "tower",
    jib_telescope: "jib",
    jib_swing: "jib",
    level: "platform",
    rotate: "platform",
    swing: "turntable",
    drive: "chassis",
    steer: "chassis",
    axles: "chassis",
    tracks: "chassis",
  };
  return seenOn[functionId] ?? functionId;
}
