import { figureOf, mayHave } from "../sheet/read";
import type { Sheet } from "../sheet/sheet";
import { booms } from "../vocabulary/families";
import type { Job } from "./job";
import type { LoadRange } from "./load-range";

/** Where the middle of a platform's floor can stand: metres out from the middle of turning, metres above the ground. */
export interface Stand {
  readonly outM: number;
  readonly heightM: number;
}

/** How a person holds a platform to be of use: hands so far above its floor, where the sheet does not say. */
const handsAboveFloorM = 2;

/** What of a unit bears on where it reaches, in metres. A figure that is undefined is not known. */
export interface Shape {
  readonly boom: boolean;
  readonly range: LoadRange;
  /** The sheet's own outline for the range, a closed polygon; undefined where it has none. */
  readonly outline: readonly Stand[] | undefined;
  /** The furthest and the highest by its figures: a box that holds every outline. */
  readonly furthestM: number | undefined;
  readonly highestM: number | undefined;
  readonly lowestM: number;
  readonly platformLengthM: number | undefined;
  readonly platformWidthM: number | undefined;
  /** The platform with its extension deck out at either end, where the job puts anything on it; what may come too near. */
  readonly deckLengthM: number | undefined;
  /** Of that about its middle, however it is turned. */
  readonly platformRadiusM: number;
  /** From the platform's floor to the hands: its working height less its platform height. */
  readonly handsM: number;
  /** Where the boom turns, and the highest its knuckle can stand over it; the same without a tower. */
  readonly pivotM: number;
  readonly knuckleM: number;
  readonly lengthM: number | undefined;
  readonly widthM: number | undefined;
  readonly stowedM: number | undefined;
  readonly upAndOverM: number | undefined;
}

/** A platform of unknown size is taken to be as large as this about its middle. */
const radiusAssumedM = 1.5;

const pivotAssumedM = 3;

/** What of a job bears on the shape of its unit. */
type AsSet = Pick<Job, "range" | "onExtension" | "items">;

/** The shape of a sheet's unit as a job sets it. Where a figure is missing the larger is taken for what may come too near. */
export function shapeOf(sheet: Sheet, job: AsSet): Shape {
  const { range } = job;
  const f = (id: Parameters<typeof figureOf>[1]) => figureOf(sheet, id);
  const boom = (booms as readonly string[]).includes(sheet.family);
  const highestM = f("platform_height");
  const furthestM = boom ? ((range === "heavy" ? f("outreach_heavy") : undefined) ?? f("outreach")) : 0;
  const platformLengthM = f("platform_length");
  const platformWidthM = f("platform_width");
  const extended = job.onExtension > 0 || job.items.some(({ on }) => on === "extension");
  // No extension is longer than the platform it slides in.
  const extensionM = extended ? (f("extension_length") ?? platformLengthM ?? 0) : 0;
  const deckLengthM = platformLengthM === undefined ? undefined : platformLengthM + 2 * extensionM;
  // Where it turns is no higher than the whole of it lowered.
  const pivotM = f("chassis_height") ?? f("stowed_height") ?? pivotAssumedM;
  const working = f("working_height");
  const tower = mayHave(sheet, "tower_boom") ? f("tower_length") : 0;
  return {
    boom,
    range,
    outline: boom ? sheet.outlines?.[range]?.points : undefined,
    furthestM,
    highestM,
    lowestM: boom ? 0 : (f("platform_stowed_height") ?? 0),
    platformLengthM,
    platformWidthM,
    deckLengthM,
    platformRadiusM:
      deckLengthM === undefined || platformWidthM === undefined
        ? radiusAssumedM
        : Math.hypot(deckLengthM, platformWidthM) / 2,
    handsM:
      working === undefined || highestM === undefined
        ? handsAboveFloorM
        : Math.max(handsAboveFloorM, working - highestM),
    pivotM,
    knuckleM: tower === undefined ? (highestM ?? 0) : pivotM + tower,
    lengthM: f("length"),
    widthM: f("width"),
    stowedM: f("stowed_height"),
    upAndOverM: boom ? f("up_and_over") : undefined,
  };
}

/** The corners of what a unit may reach into at most: its outline, or the box of its figures; undefined where neither is known. */
export function reachAtMost(shape: Shape): readonly Stand[] | undefined {
  const { outline, furthestM, highestM, lowestM } = shape;
  if (outline !== undefined) return outline;
  if (furthestM === undefined || highestM === undefined) return undefined;
  if (!shape.boom)
    return [
      { outM: 0, heightM: lowestM },
      { outM: 0, heightM: highestM },
    ];
  return [
    { outM: 0, heightM: 0 },
    { outM: furthestM, heightM: 0 },
    { outM: furthestM, heightM: highestM },
    { outM: 0, heightM: highestM },
  ];
}

/** How far out a unit may reach at most, in metres; undefined where its sheet does not say. */
export const furthestOf = ({ outline, furthestM }: Shape): number | undefined =>
  outline === undefined ? furthestM : Math.max(...outline.map(({ outM }) => outM));

/** Whether a platform's floor can certainly stand there; undefined where the sheet has no outline to tell by. */
export function standsAt(shape: Shape, { outM, heightM }: Stand): boolean | undefined {
  const { outline, highestM, lowestM, furthestM } = shape;
  if (!shape.boom) {
    if (highestM === undefined) return undefined;
    return outM <= 1e-9 && heightM >= lowestM - 1e-9 && heightM <= highestM + 1e-9;
  }
  if (outline !== undefined) return holds(outline, { outM, heightM });
  // Beyond the box of its figures it cannot be; within it nobody knows.
  if (highestM !== undefined && heightM > highestM) return false;
  if (furthestM !== undefined && outM > furthestM) return false;
  return undefined;
}

/** Whether a stand lies in a closed polygon of stands, its edge included. Even-odd rule. */
function holds(outline: readonly Stand[], { outM, heightM }: Stand): boolean {
  let inside = false;
  for (let i = 0, j = outline.length - 1; i < outline.length; j = i++) {
    const [a, b] = [outline[i] as Stand, outline[j] as Stand];
    if (onEdge(a, b, outM, heightM)) return true;
    if (a.heightM > heightM !== b.heightM > heightM) {
      const crossing = a.outM + ((heightM - a.heightM) / (b.heightM - a.heightM)) * (b.outM - a.outM);
      if (outM < crossing) inside = !inside;
    }
  }
  return inside;
}

function onEdge(a: Stand, b: Stand, outM: number, heightM: number): boolean {
  const [dx, dy] = [b.outM - a.outM, b.heightM - a.heightM];
  const squared = dx * dx + dy * dy;
  const t =
    squared === 0
      ? 0
      : Math.max(0, Math.min(1, ((outM - a.outM) * dx + (heightM - a.heightM) * dy) / squared));
  const [offX, offY] = [outM - a.outM - t * dx, heightM - a.heightM - t * dy];
  return offX * offX + offY * offY < 1e-12;
}
