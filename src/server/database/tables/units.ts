import type { ColumnType, Generated } from "kysely";
import type { EntryKind } from "@/core/evidence/touches";
import type { UnitEventKind } from "@/core/evidence/unit-events";
import type { Verdict } from "@/core/survey/sums";
import type { Family } from "@/core/vocabulary/families";
import type { JobId } from "@/core/vocabulary/jobs";
import type { Outcome } from "@/core/vocabulary/outcomes";
import type { StopReason } from "@/core/vocabulary/stops";
import type { KeptFile } from "@/server/documents/kept-file";
import type { Json, Time } from "./column-types";

/** How a unit's place in the pool changes. */
export type UnitChangeKind = "added" | "moved" | "retired" | "back" | "sheet";

/** Units in the pool, their papers, and how each stands. */
export interface UnitTables {
  unit: {
    id: string;
    plate: string;
    siteId: string;
    family: Family;
    serial: string;
    sheetVersionId: string | null;
    examinationDue: Time;
    lockNo: Generated<number>;
    retiredAt: ColumnType<Date | null, never, never>;
  };
  unitChange: {
    id: string;
    no: Generated<string>;
    unitId: string;
    kind: UnitChangeKind;
    detail: Json<Readonly<Record<string, unknown>>>;
    byPerson: string;
    confirmedBy: string | null;
    at: Time;
  };
  unitEvent: {
    id: string;
    unitId: string;
    kind: UnitEventKind;
    personId: string;
    at: Time;
    note: string | null;
  };
  unitDocument: KeptFile & { unitId: string; sentBy: string; sentAt: Time };
  examination: {
    id: string;
    unitId: string;
    examiner: string;
    licence: string;
    examinedOn: ColumnType<Date, string, never>;
    nextDue: ColumnType<Date, string, never>;
    document: string;
    documentId: ColumnType<string | null, string | null | undefined, never>;
    recordedBy: string;
    recordedAt: Time;
  };
  /** How each unit stands, kept by the database; `standingWorkedOut` is the same from the records themselves. */
  unitStanding: StandingRow & { stale: boolean };
  standingWorkedOut: StandingRow;
  standingHold: { unitId: string; name: string; since: Date };
}

interface StandingRow {
  unitId: string;
  siteId: string;
  tags: readonly string[];
  /** Of the tag that has stood longest. */
  tagReason: string | null;
  reports: readonly string[];
  examinationDue: Date;
  repairDue: Date | null;
  inspectionId: string | null;
  outcome: Outcome | null;
  checksDue: number | null;
  signedBy: string | null;
  signedAt: Date | null;
  clearanceEndsAt: Date | null;
  proven: number | null;
  endedBy: EntryKind | null;
  /** The earliest day a job that comes round falls due, and those whose hours have run out. */
  jobDue: Date | null;
  jobsByHours: JobId[];
  /** Stops for conditions that nobody has lifted, of the unit and of its site. */
  stops: readonly StopRow[];
  /** Whether the place and the job are surveyed before it works. */
  surveyOwed: boolean;
  /** The latest survey, while nothing has ended it. */
  surveyId: string | null;
  surveyVerdict: Verdict | null;
  surveyUntil: Date | null;
  surveyPlace: string | null;
  surveyJob: string | null;
}

interface StopRow {
  readonly id: string;
  readonly reason: StopReason;
  readonly until: string | null;
  /** Of the whole site. */
  readonly site: boolean;
}
