import type { Sheet } from "../sheet/sheet";
import type { PositionId } from "../vocabulary/positions";
import type { StartCorner } from "../vocabulary/practice";
import type { Group } from "./groups";
import type { Outline, OutlineM } from "./places";

/** Which way round, seen from above. */
export type Turn = "left_about" | "right_about";
export const turns: readonly Turn[] = ["left_about", "right_about"];

const startAt: Readonly<Record<StartCorner, readonly PositionId[]>> = {
  rear: ["chassis_rear"],
  engine: ["engine_bay", "battery_tray", "chassis_rear"],
  right_rear_wheel: [
    "wheel_rear_right",
    "caster_rear_right",
    "track_right",
    "leg_rear_right",
    "chassis_rear",
  ],
  documents: ["documents_box", "chassis_rear"],
};

/**
 * The groups of the walk in one loop round the outline, never coming back: people do not. From the start corner, or
 * from `at` where somebody under way stands.
 * What can be seen only in the air comes on a loop of its own, before the machine is lowered.
 */
export function loopOf(
  groups: readonly Group[],
  sheet: Sheet,
  start: StartCorner,
  outline: Outline,
  turn: Turn,
  at?: OutlineM,
): readonly number[] {
  const from = at ?? outline.first(startAt[start].filter((place) => sheet.positions[place] !== undefined));
  const { lengthM } = outline;
  const onward = (group: Group): number => {
    const at = group.at ?? from;
    const aheadM = turn === "left_about" ? at - from : from - at;
    return ((aheadM % lengthM) + lengthM) % lengthM;
  };
  const inTheAir = (group: Group): number => ((group.needs["posture"] ?? "stowed") === "stowed" ? 1 : 0);
  /** Stops at one place are each done whole, the first of the catalogue first. */
  const firstAt = new Map<string, number>();
  for (const { stop, index } of groups) if (!firstAt.has(stop)) firstAt.set(stop, index);
  const turnOf = (group: Group): number => firstAt.get(group.stop) ?? 0;
  return groups
    .filter((group) => group.onWalk)
    .sort(
      (a, b) =>
        inTheAir(a) - inTheAir(b) || onward(a) - onward(b) || turnOf(a) - turnOf(b) || a.index - b.index,
    )
    .map((group) => group.index);
}
