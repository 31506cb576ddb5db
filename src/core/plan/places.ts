import type { StopId } from "../catalogue/types";
import { drawnM } from "../sheet/read";
import type { Sheet } from "../sheet/sheet";
import type { PositionId } from "../vocabulary/positions";

/**
 * A person walks along the outline of the machine, an arm's length off: nobody climbs over it. Metres along that
 * outline, counter-clockwise seen from above, from its front right corner.
 */
export type OutlineM = number;

/** How far off the machine a person walks, and how fast while looking: estimates, the same for every machine. */
const clearanceM = 0.6;
export const walkM_per_min = 50;

/** Looked into with a cover open. */
export const behindCovers: readonly StopId[] = ["battery_tray", "engine_bay", "hydraulic_tray"];

/** Where a person stands for the stops that are not a place of the sheet; the first the sheet sets. */
const standsAt: Partial<Record<StopId, readonly PositionId[]>> = {
  rails: ["entry", "boom_end"],
  platform_tests: ["entry", "boom_end"],
  drive_tests: ["entry", "boom_end"],
  ground_tests: ["ground_panel"],
  ground_lowering: ["ground_panel", "descent_control"],
  stack: ["descent_control", "battery_tray"],
};

/** Stops where nothing is walked to: one stands wherever one is. */
const anywhere: readonly StopId[] = ["workplace", "park", "transport", "close"];

/** The outline of one machine, and where on it each place is. */
export interface Outline {
  readonly lengthM: number;
  /** Undefined for a stop where a person may stand anywhere. */
  readonly at: (stop: StopId) => OutlineM | undefined;
  /** The first of these places that the sheet sets, else the rear. */
  readonly first: (places: readonly PositionId[]) => OutlineM;
  /** Metres between two points, the shorter way round; nothing from or to nowhere in particular. */
  readonly betweenM: (a: OutlineM | undefined, b: OutlineM | undefined) => number;
}

export function outlineOf(sheet: Sheet): Outline {
  const points = Object.values(sheet.positions) as { xM: number; yM: number }[];
  const halfLengthM = drawnM(sheet, "length", 3) / 2;
  const halfWidthM = drawnM(sheet, "width", 1.5) / 2;
  const front = Math.max(halfLengthM, ...points.map((p) => p.xM)) + clearanceM;
  const rear = Math.min(-halfLengthM, ...points.map((p) => p.xM)) - clearanceM;
  const left = Math.max(halfWidthM, ...points.map((p) => p.yM)) + clearanceM;
  const right = Math.min(-halfWidthM, ...points.map((p) => p.yM)) - clearanceM;
  const across = left - right;
  const along = front - rear;
  const lengthM = 2 * (across + along);

  /** The nearest point of the outline. */
  const project = ({ xM, yM }: { xM: number; yM: number }): OutlineM => {
    const sides = [
      { offM: front - xM, s: yM - right },
      { offM: left - yM, s: across + (front - xM) },
      { offM: xM - rear, s: across + along + (left - yM) },
      { offM: yM - right, s: 2 * across + along + (xM - rear) },
    ];
    const nearest = sides.reduce((best, side) => (side.offM < best.offM - 1e-9 ? side : best));
    return nearest.s % lengthM;
  };

  const first = (places: readonly PositionId[]): OutlineM => {
    const id = [...places, "chassis_rear" as const].find((place) => sheet.positions[place] !== undefined);
    const point = id === undefined ? undefined : sheet.positions[id];
    return project(point ?? { xM: rear, yM: 0 });
  };

  return {
    lengthM,
    first,
    at: (stop) => {
      if (anywhere.includes(stop)) return undefined;
      return first(standsAt[stop] ?? [stop as PositionId]);
    },
    betweenM: (a, b) => {
      if (a === undefined || b === undefined) return 0;
      const apart = Math.abs(a - b);
      return Math.min(apart, lengthM - apart);
    },
  };
}
