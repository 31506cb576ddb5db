import { drawnM } from "@/core/sheet/read";
import type { Sheet } from "@/core/sheet/sheet";
import { type Beam, type Elevation, elevationOf, hasBoom } from "./geometry";

/**
 * The elevation of a sheet's machine with its platform held at a height so far out, standing as it works: legs out where it has them. Of a boom
 * the members are straight, from where it turns over its knuckle to the platform; seen so that it reaches to the right.
 */
export function heldElevation(
  sheet: Sheet,
  { outM, floorM }: { readonly outM: number; readonly floorM: number },
): Elevation {
  const legs = "out" as const;
  if (!hasBoom(sheet)) {
    const lowM = drawnM(sheet, "platform_stowed_height", 0.5);
    const highM = drawnM(sheet, "platform_height", 6);
    const part = highM > lowM ? Math.min(1, Math.max(0, (floorM - lowM) / (highM - lowM))) : 0;
    const of = elevationOf(sheet, { posture: "stowed", legs, upBy: part });
    return { ...of, platform: { ...of.platform, y: floorM } };
  }
  const base = elevationOf(sheet, { posture: "stowed", legs });
  const lengthM = base.platform.lengthM;
  const from = {
    x: 0,
    y: Math.max(...base.turntable.map(({ y }) => y), drawnM(sheet, "chassis_height", 0.6)),
  };
  const towerM = drawnM(sheet, "tower_length", 0);
  const knuckle = { x: outM > 1 ? -0.3 : 0, y: from.y + towerM };
  const end = { x: Math.max(0, outM - lengthM / 2), y: floorM + 0.1 };
  const members: Beam[] = [
    ...(towerM > 0 ? [{ function: "tower", from, to: knuckle, thickM: 0.24 }] : []),
    { function: "main", from: towerM > 0 ? knuckle : from, to: end, thickM: 0.22 },
  ];
  return {
    ...base,
    members,
    platform: { x: outM - lengthM / 2, y: floorM, lengthM, railM: base.platform.railM },
  };
}
