import type { ColumnType } from "kysely";
import type { FindingGrade } from "@/core/vocabulary/grades";
import type { Side } from "@/core/vocabulary/sides";
import type { Json, Time } from "./column-types";

/** A fault as the log-book has it. */
interface FaultRow {
  id: string;
  unitId: string;
  inspectionId: string | null;
  foundAt: Time;
  actedOn: boolean;
  /** A slip its own maker corrected in the same walk: struck out. */
  slip: boolean;
}

/** Findings, their repairs, and whatever says one is gone. */
export interface FindingTables {
  finding: {
    id: string;
    inspectionId: string;
    unitId: string;
    checkKey: string;
    checkId: string;
    part: string;
    condition: string;
    grade: FindingGrade;
    rule: string;
    floor: boolean;
    place: boolean;
    eventId: string;
    value: number | null;
    note: string | null;
    putRight: string | null;
    foundBy: string;
    foundAt: Time;
    repairBy: Time | null;
    pictures: ColumnType<readonly string[], readonly string[] | undefined, never>;
    whereOnIt: ColumnType<readonly Side[], readonly Side[] | undefined, never>;
    sizeMm: ColumnType<number | null, number | null | undefined, never>;
    ledgerPosition: number;
  };
  findingRepair: {
    findingId: string;
    repairedBy: string;
    repairedAt: Time;
    work: string;
    disturbed: Json<readonly string[]>;
  };
  /** What inspections found of a machine, and tags raised by word. */
  fault: FaultRow;
  /** Those the owner has still to sign for. */
  unsignedFault: FaultRow;
  /** The owner's signature for a fault; what is done about it, where no repair says it. */
  countersign: {
    faultId: string;
    unitId: string;
    action: string | null;
    signedBy: string;
    signedAt: Time;
    ledgerPosition: number;
  };
  openMatter: FindingTables["finding"];
  matterGone: {
    eventId: string;
    findingId: string;
    inspectionId: string;
    personId: string;
    at: Time;
    reason: string;
    ledgerPosition: number;
    own: boolean;
  };
}
