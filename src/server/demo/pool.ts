import type { Family } from "@/core/sheet/families";

export interface DemoUnit {
  readonly plate: string;
  readonly family: Family;
  readonly serial: string;
  /** Days from today until the periodic examination falls due. */
  readonly examinationInDays: number;
  readonly need?: {
    readonly shift: "early" | "late";
    readonly crew: string;
    readonly place: string;
    readonly inspector?: string;
  };
}

const unit = (
  plate: string,
  family: Family,
  serial: string,
  examinationInDays: number,
  need?: DemoUnit["need"],
): DemoUnit => ({ plate, family, serial, examinationInDays, need });
const early = (crew: string, place: string, inspector?: string) => ({
  shift: "early" as const,
  crew,
  place,
  inspector,
});
const late = (crew: string, place: string, inspector?: string) => ({
  shift: "late" as const,
  crew,
  place,
  inspector,
});

/** Low Meadow's own pool: some 26 lifts over nine families. Those of two families have their sheets. */
export const demoPool: readonly DemoUnit[] = [
  unit("LM-01", "rough_terrain_scissor", "PB-RT-20114", 120),
  unit("LM-02", "rough_terrain_scissor", "PB-RT-20131", 74),
  unit("LM-03", "rough_terrain_scissor", "PB-RT-21007", 211),
  unit("LM-04", "push_around_mast", "SW-P-0871", 160),
  unit("LM-05", "slab_scissor", "DM-S24-11873", 5, early("heating crew", "Fern Range", "1043")),
  unit("LM-06", "slab_scissor", "DM-S24-11874", 140, early("heating crew", "Fern Range", "1043")),
  unit("LM-07", "slab_scissor", "DM-S24-12230", 96, early("glaziers", "Alpine House", "1041")),
  unit("LM-08", "slab_scissor", "DM-S24-12231", 188, late("heating crew", "Palm Court", "1042")),
  unit("LM-09", "slab_scissor", "DM-S24-10902", -3, late("lamp crew", "Palm Court", "1044")),
  unit("LM-10", "vertical_mast", "SW-V-3310", 61),
  unit("LM-11", "vertical_mast", "SW-V-3311", 230),
  unit("LM-12", "vertical_mast", "SW-V-3402", 17),
  unit("LM-13", "push_around_mast", "SW-P-0902", 88),
  unit("LM-14", "towable_boom", "DM-T10-4410", 33),
  unit("LM-15", "towable_boom", "DM-T10-4471", 260),
  unit("LM-16", "towable_boom", "DM-T12-5002", 144),
  unit("LM-17", "telescopic_boom", "PB-TB22-0119", 301),
  unit("LM-18", "telescopic_boom", "PB-TB28-0044", 47),
  unit("LM-19", "articulating_boom", "CV-KB160-7731", 132, early("glaziers", "Palm Court", "1041")),
  unit("LM-20", "articulating_boom", "CV-KB160-7732", 77, early("arborists", "Lake Lawn", "1042")),
  unit("LM-21", "articulating_boom", "CV-KB160-8015", 204, late("glaziers", "Palm Court", "1042")),
  unit("LM-22", "articulating_boom", "CV-KB160-8101", 25, early("lamp crew", "Long Walk", "1044")),
  unit("LM-23", "tracked_spider", "CV-SP15-0230", 110),
  unit("LM-24", "tracked_spider", "CV-SP18-0031", 58),
  unit("LM-25", "vehicle_boom", "PB-V14-1180", 92),
  unit("LM-26", "vehicle_boom", "PB-V20-0907", 219),
];
