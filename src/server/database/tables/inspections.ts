import type { ColumnType } from "kysely";
import type { PastReading } from "@/contract/past";
import type { Reason } from "@/core/decision/decide";
import type { PastKind, PastOrigin, PastOutcome } from "@/core/record/past";
import type { UnitFigures } from "@/core/sheet/overrides";
import type { Outcome } from "@/core/vocabulary/outcomes";
import type { Policy } from "@/core/vocabulary/policy";
import type { Scope } from "@/core/vocabulary/scope";
import type { PlanState } from "@/core/vocabulary/state/values";
import type { Json, Time } from "./column-types";

/** Inspections: their events, pictures, seals, and what each check still proves. */
export interface InspectionTables {
  inspection: {
    id: string;
    unitId: string;
    personId: string;
    scope: Json<Scope>;
    tagId: string | null;
    sheetVersionId: string;
    catalogueVersion: number;
    policy: Json<Policy>;
    found: Json<PlanState>;
    figures: ColumnType<UnitFigures, string | undefined, never>;
    startedAt: Time;
    /** Where the unit's ledger says that it began. */
    startedPosition: number | null;
    /** For one begun without a signal: the server's word it was begun with, and what of the ledger that had seen. */
    begunAt: ColumnType<Date | null, Date | undefined, never>;
    begunSeen: ColumnType<number | null, number | undefined, never>;
  };
  /** Whoever joined an inspection that somebody else began. */
  inspectionPerson: { inspectionId: string; personId: string; joinedAt: Time };
  inspectionEvent: {
    id: string;
    inspectionId: string;
    deviceId: string;
    seq: number;
    type: string;
    payload: Json<Record<string, unknown>>;
    personId: string;
    receivedAt: Time;
    signed: ColumnType<string | null, string | undefined, never>;
  };
  picture: {
    inspectionId: string;
    hash: string;
    size: number;
    bytes: Buffer;
    sentBy: string;
    beganAt: Time;
    wholeAt: Time | null;
  };
  seal: {
    inspectionId: string;
    unitId: string;
    outcome: Outcome;
    shownOutcome: Outcome;
    reasons: Json<readonly Reason[]>;
    scope: Scope["kind"];
    signedBy: string;
    signedAt: Time;
    startedAt: Time;
    checksDue: number;
    answered: number;
    skipped: number;
    ungradable: number;
    clearanceEndsAt: Time | null;
    ledgerPosition: number;
  };
  /** What a signed walk measured, for trends: nothing follows from it. */
  measurement: { inspectionId: string; checkKey: string; unitId: string; value: number; at: Time };
  /** A record from before the app, or from paper: nothing follows from it. */
  pastRecord: {
    id: string;
    unitId: string;
    origin: PastOrigin;
    source: string;
    kind: PastKind;
    doneAt: Time;
    byName: string;
    outcome: PastOutcome;
    note: string;
    readings: ColumnType<readonly PastReading[], string | undefined, never>;
    enteredBy: string;
    enteredAt: Time;
  };
  retestTag: { inspectionId: string; tagId: string };
  checkEvidence: {
    unitId: string;
    checkKey: string;
    inspectionId: string;
    eventId: string | null;
    proves: "fine" | "noted" | "stops" | "nothing" | "borrowed";
    seen: number;
    until: Time | null;
    endedBy: number | null;
  };
  /** What a walk that cleared its unit has proven for longer than its clearance. */
  lastingEvidence: {
    unitId: string;
    checkKey: string;
    inspectionId: string;
    eventId: string;
    answeredBy: string;
    seen: number;
    begunAt: Time;
    until: Time | null;
    untilHours: number | null;
  };
}
