import { z } from "zod";
import type { Job } from "../survey/job";
import type { PlacePlan } from "../survey/place-plan";
import { families } from "../vocabulary/families";

/** The work a crew needs a unit for, in the few figures that tell one unit from another. */
export const neededWorkSchema = z.strictObject({
  /** Kinds of unit that will do; left out: any that can. */
  families: z.array(z.enum(families)).min(1).max(families.length).optional(),
  /** How high the hands must be, and how far from where the unit can stand, in metres. */
  handsM: z.number().min(0).max(120),
  outM: z.number().min(0).max(60),
  under: z.enum(["open_sky", "roof"]),
  persons: z.number().int().min(1).max(20),
  /** Tools and materials in all. */
  itemsKg: z.number().min(0).max(20_000),
  /** The narrowest door on the way. */
  door: z
    .strictObject({ widthM: z.number().min(0.1).max(60), heightM: z.number().min(0.1).max(200) })
    .optional(),
  /** What one wheel or foot may weigh on the floor. */
  floorPointLoadKg: z.number().min(0).max(80_000).optional(),
});
export type NeededWork = z.infer<typeof neededWorkSchema>;

const sideM = 140;
/** Where the unit stands on the plain plan: its way comes up to it from the door. */
const stand = { x: sideM / 2, y: sideM / 2 };
const doorY = 10;

/** Needed work as a job on a plain, level place with nothing on it but the door and the floor that were named. */
export function asJob(work: NeededWork): {
  readonly plan: PlacePlan;
  readonly job: Job;
  readonly spot: typeof stand;
} {
  const half = (work.door?.widthM ?? 0) / 2;
  return {
    spot: stand,
    plan: {
      schema: 1,
      name: "plain",
      ...{ widthM: sideM, depthM: sideM, under: work.under, terrain: "built_up", ground: "concrete" },
      ...(work.floorPointLoadKg === undefined ? {} : { floorPointLoadKg: work.floorPointLoadKg }),
      marks:
        work.door === undefined
          ? []
          : [
              {
                ...{ id: "door", name: "door", kind: "door", ...work.door, thresholdMm: 0 },
                at: [
                  { x: stand.x - half, y: doorY },
                  { x: stand.x + half, y: doorY },
                ],
              },
            ],
    },
    job: {
      ...{ what: "work", persons: work.persons, personKg: null, onExtension: 0, range: "usual", toolM: 0 },
      items:
        work.itemsKg === 0
          ? []
          : [{ id: "items", name: "items", count: 1, eachKg: work.itemsKg, on: "platform" }],
      positions: [
        { id: "work", name: "work", at: { x: stand.x + work.outM, y: stand.y }, handsM: work.handsM },
      ],
      way: work.door === undefined ? [] : [{ x: stand.x, y: 0 }],
    },
  };
}
