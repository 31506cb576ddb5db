import type { ColumnType, Generated } from "kysely";
import type { AsksLess } from "@/core/periodic/clocks";
import type { ProgrammeWanted } from "@/core/periodic/programme";
import type { ChargerLamp } from "@/core/vocabulary/charging";
import type { JobId } from "@/core/vocabulary/jobs";
import type { Json, Time } from "./column-types";

/** Jobs that come round: programmes, hour meters, work done, days planned, and the clocks worked out from them. */
export interface ClockTables {
  programme: {
    id: string;
    no: Generated<string>;
    unitId: string;
    job: JobId;
    runs: boolean;
    months: number | null;
    hours: number | null;
    earlyDays: number;
    noticeDays: number;
    source: string;
    setBy: string;
    setAt: Time;
    asksLess: readonly AsksLess[];
    confirmedBy: string | null;
  };
  programmeClaim: {
    id: string;
    unitId: string;
    content: Json<ProgrammeWanted>;
    asksLess: readonly AsksLess[];
    enteredBy: string;
    enteredAt: Time;
    confirmedBy: string | null;
    confirmedAt: Time | null;
    withdrawnAt: Time | null;
  };
  jobDone: {
    id: string;
    unitId: string;
    job: JobId;
    doneOn: ColumnType<Date, string, never>;
    doneAt: Time;
    meterHours: number | null;
    doneBy: string;
    licence: string;
    document: string;
    documentId: string | null;
    note: string | null;
    recordedBy: string;
    recordedAt: Time;
  };
  jobSlot: {
    id: string;
    no: Generated<string>;
    unitId: string;
    job: JobId | "examination";
    plannedOn: ColumnType<Date | null, string | null, never>;
    who: string;
    setBy: string;
    setAt: Time;
  };
  slotWork: { slotId: string; minutes: number; personId: string | null };
  charge: {
    id: string;
    unitId: string;
    endedAt: Time;
    hours: number;
    waterL: number | null;
    lamp: ChargerLamp;
    note: string | null;
    notedBy: string;
    notedAt: Time;
  };
  hourReading: {
    id: string;
    unitId: string;
    observedAt: Time;
    hours: number;
    readBy: string;
    inspectionId: string | null;
    recordedAt: Time;
  };
  readingVoid: { readingId: string; unitId: string; voidedBy: string; voidedAt: Time; why: string };
  meterExchange: { id: string; unitId: string; exchangedAt: Time; oldHours: number; newHours: number };
  clock: {
    no: Generated<string>;
    unitId: string;
    job: JobId;
    runs: boolean;
    dueAt: Time | null;
    dueHours: number | null;
    setAt: Time;
  };
  standingClock: ClockTables["clock"];
  machineHours: {
    no: Generated<string>;
    unitId: string;
    /** Null where its meter is not believed any more. */
    hours: number | null;
    ahead: number;
    /** Null where no reading counts any more. */
    readAt: Time | null;
    setAt: Time;
  };
}
