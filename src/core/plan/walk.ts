import type { StopId } from "../catalogue/types";
import type { PositionId } from "../sheet/positions";
import { drawnM } from "../sheet/read";
import type { Sheet } from "../sheet/sheet";

/** Where a walk may start; schools differ (field guide, section 19). */
export type StartCorner = "rear" | "engine" | "right_rear_wheel" | "documents";

const startAt: Readonly<Record<StartCorner, readonly PositionId[]>> = {
  rear: ["chassis_rear"],
  engine: ["engine_bay", "battery_tray", "chassis_rear"],
  right_rear_wheel: ["wheel_rear_right", "chassis_rear"],
  documents: ["documents_box", "chassis_rear"],
};

/**
 * The stops of one loop round the machine, from the start corner, counter-clockwise in plan seen from above
 * (x forward, y left), so that the person never comes back.
 */
export function loopOf(sheet: Sheet, start: StartCorner): readonly StopId[] {
  const halfLengthM = drawnM(sheet, "length", 3) / 2;
  const halfWidthM = drawnM(sheet, "width", 1.5) / 2;
  const placed = (Object.entries(sheet.positions) as [PositionId, { xM: number; yM: number }][])
    .filter(([id]) => id !== "documents_box")
    // Scaled to a square first, so that the order follows the outline of a long machine too.
    .map(([id, point]) => ({ id, angle: Math.atan2(point.yM / halfWidthM, point.xM / halfLengthM) }))
    .sort((a, b) => a.angle - b.angle || (a.id < b.id ? -1 : 1));
  const first =
    startAt[start].find((id) => id in sheet.positions && id !== "documents_box") ?? "chassis_rear";
  const from = Math.max(
    0,
    placed.findIndex((p) => p.id === first),
  );
  return [...placed.slice(from), ...placed.slice(0, from)].map((p) => p.id);
}
