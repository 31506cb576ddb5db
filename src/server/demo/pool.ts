import type { NeededWork } from "@/core/shift/needed-work";
import type { DemoSheetId } from "@/demo/sheets/demo-sheets";

export interface DemoUnit {
  readonly plate: string;
  readonly sheet: DemoSheetId;
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

/** What the work of each crew at each place asks of a unit, and how far it is from the yard. */
export const demoWork: Readonly<Record<string, { readonly moveMin: number; readonly work: NeededWork }>> = {
  "heating crew, Fern Range": {
    moveMin: 3,
    work: { handsM: 6, outM: 0, under: "roof", persons: 1, itemsKg: 20, floorPointLoadKg: 700 },
  },
  "glaziers, Alpine House": {
    moveMin: 4,
    work: {
      ...{ handsM: 5, outM: 0, under: "roof", persons: 1, itemsKg: 40 },
      door: { widthM: 1.3, heightM: 2.2 },
    },
  },
  "glaziers, Palm Court": {
    moveMin: 3,
    work: { handsM: 12, outM: 4, under: "roof", persons: 1, itemsKg: 60 },
  },
  "arborists, Lake Lawn": {
    moveMin: 5,
    work: {
      families: ["articulating_boom", "telescopic_boom", "tracked_spider"],
      ...{ handsM: 10, outM: 6, under: "open_sky", persons: 1, itemsKg: 20 },
    },
  },
  "lamp crew, Long Walk": {
    moveMin: 4,
    work: { handsM: 6, outM: 3, under: "open_sky", persons: 1, itemsKg: 15 },
  },
};

const unit = (
  plate: string,
  sheet: DemoSheetId,
  serial: string,
  examinationInDays: number,
  need?: DemoUnit["need"],
): DemoUnit => ({ plate, sheet, serial, examinationInDays, need });
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

/** Low Meadow's own pool: 26 lifts of its own and one on hire, over nine families and eighteen models. */
export const demoPool: readonly DemoUnit[] = [
  unit("LM-01", "pellbridge-rt33", "PB-RT-20114", 120),
  unit("LM-02", "pellbridge-rt33", "PB-RT-20131", 74),
  unit("LM-03", "calder-vey-rg26", "CV-RG26-21007", 211),
  unit("LM-04", "sorrel-p6", "SW-P-0871", 160),
  unit("LM-05", "dunmarrow-s24", "DM-S24-11873", 5, early("heating crew", "Fern Range", "1043")),
  unit("LM-06", "dunmarrow-s24", "DM-S24-11874", 140, early("heating crew", "Fern Range", "1043")),
  unit("LM-07", "dunmarrow-s24", "DM-S24-12230", 96, early("glaziers", "Alpine House", "1041")),
  unit("LM-08", "dunmarrow-s24", "DM-S24-12231", 188, late("heating crew", "Palm Court", "1042")),
  unit("LM-09", "sorrel-sl19", "SW-SL19-10902", -3, late("lamp crew", "Palm Court", "1044")),
  unit("LM-10", "sorrel-v20", "SW-V-3310", 61),
  unit("LM-11", "sorrel-v20", "SW-V-3311", 230),
  unit("LM-12", "dunmarrow-m8", "DM-M8-3402", 17),
  unit("LM-13", "sorrel-p9e", "SW-P-0902", 88),
  unit("LM-14", "dunmarrow-t10", "DM-T10-4410", 33),
  unit("LM-15", "dunmarrow-t10", "DM-T10-4471", 260),
  unit("LM-16", "dunmarrow-t12", "DM-T12-5002", 144),
  unit("LM-17", "pellbridge-tb22", "PB-TB22-0119", 301),
  unit("LM-18", "pellbridge-tb28", "PB-TB28-0044", 47),
  unit("LM-19", "calder-vey-kb160", "CV-KB160-7731", 132, early("glaziers", "Palm Court", "1041")),
  unit("LM-20", "calder-vey-kb160", "CV-KB160-7732", 77, early("arborists", "Lake Lawn", "1042")),
  unit("LM-21", "calder-vey-kb160", "CV-KB160-8015", 204, late("glaziers", "Palm Court")),
  unit("LM-22", "dunmarrow-a12", "DM-A12-8101", 25, early("lamp crew", "Long Walk", "1044")),
  unit("LM-23", "calder-vey-sp15", "CV-SP15-0230", 110),
  unit("LM-24", "calder-vey-sp18", "CV-SP18-0031", 58),
  unit("LM-25", "pellbridge-v14", "PB-V14-1180", 92),
  // Hired in for the autumn; its scratches are argued over.
  unit("HI-07", "calder-vey-kb160", "CV-KB160-6620", 150),
  unit("LM-26", "pellbridge-v20", "PB-V20-0907", 219),
];
