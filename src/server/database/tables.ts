import type { ColumnType, Generated } from "kysely";
import type { Shown, StaffDetail, StaffEventKind } from "@/contract/staff";
import type { Weakening } from "@/core/catalogue/weakened";
import type { Reason } from "@/core/decision/decide";
import type { ShiftClock } from "@/core/decision/standing";
import type { EntryKind, Touches } from "@/core/evidence/touches";
import type { UnitEventKind } from "@/core/evidence/unit-events";
import type { AsksLess } from "@/core/periodic/clocks";
import type { ProgrammeWanted } from "@/core/periodic/programme";
import type { UnitFigures } from "@/core/sheet/overrides";
import type { Sheet } from "@/core/sheet/sheet";
import type { ChargerLamp } from "@/core/vocabulary/charging";
import type { DocumentKind } from "@/core/vocabulary/documents";
import type { Family } from "@/core/vocabulary/families";
import type { FeatureId } from "@/core/vocabulary/features";
import type { FigureId } from "@/core/vocabulary/figures";
import type { FindingGrade } from "@/core/vocabulary/grades";
import type { JobId } from "@/core/vocabulary/jobs";
import type { Outcome } from "@/core/vocabulary/outcomes";
import type { Policy } from "@/core/vocabulary/policy";
import type { Scope } from "@/core/vocabulary/scope";
import type { Side } from "@/core/vocabulary/sides";
import type { PlanState } from "@/core/vocabulary/state/values";
import type { Role } from "@/server/people/roles";

/** How a unit's place in the pool changes. */
export type UnitChangeKind = "added" | "moved" | "retired" | "back" | "sheet";

/** A JSON column: an object when read, text when written (so that arrays are not taken for SQL arrays). */
type Json<T> = ColumnType<T, string, string>;
type Time = ColumnType<Date, Date | string, Date | string>;

export interface Database {
  site: { id: string; name: string; timeZone: string; shifts: Json<ShiftClock[]>; policy: Json<Policy> };
  person: { id: string; badge: string; name: string; active: Generated<boolean> };
  personRole: { personId: string; siteId: string; role: Role };
  authorisation: { personId: string; family: Family; licence: string; until: Time };
  wrongTry: { counter: string; failures: number; lastAt: Time };
  sessionUse: { sessionId: string; lastSeenAt: Time };
  sheet: { id: string; name: string; family: Family };
  sheetVersion: {
    id: string;
    sheetId: string;
    version: number;
    content: Json<Sheet>;
    hash: string;
    createdAt: Time;
    madeBy: string | null;
    note: string | null;
    /** What it takes away on the floor, against the version before. */
    weakens: Json<readonly Weakening[]>;
    manualPage: string | null;
    confirmedBy: string | null;
  };
  sheetClaim: {
    id: string;
    sheetId: string;
    /** The feature it says is not fitted; null for a whole sheet as it would be. */
    feature: FeatureId | null;
    content: Json<Sheet> | null;
    fromVersion: number | null;
    weakens: ColumnType<readonly Weakening[], string | undefined, string>;
    manualPage: string;
    enteredBy: string;
    enteredAt: Time;
    confirmedBy: string | null;
    confirmedAt: Time | null;
    withdrawnAt: Time | null;
  };
  unitFigure: {
    unitId: string;
    figure: FigureId;
    value: number | null;
    source: string;
    setBy: string;
    setAt: Time;
    weakens: ColumnType<readonly Weakening[], string | undefined, string>;
    confirmedBy: string | null;
  };
  figureClaim: {
    id: string;
    unitId: string;
    figure: FigureId;
    value: number | null;
    source: string;
    weakens: Json<readonly Weakening[]>;
    enteredBy: string;
    enteredAt: Time;
    confirmedBy: string | null;
    confirmedAt: Time | null;
    withdrawnAt: Time | null;
  };
  floorAsked: { sheetVersionId: string; checks: Json<readonly string[]> };
  checkMinutes: { sheetId: string; checkId: string; times: number; meanMin: number };
  apiKey: {
    id: string;
    siteId: string;
    name: string;
    shown: string;
    hash: string;
    madeBy: string | null;
    madeAt: Time;
    revokedAt: Time | null;
    lastUsedAt: Time | null;
  };
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
  siteChange: {
    id: string;
    no: Generated<string>;
    siteId: string;
    kind: "made" | "changed";
    detail: Json<object>;
    byPerson: string | null;
    at: Time;
  };
  staffEvent: {
    id: string;
    no: Generated<string>;
    personId: string;
    siteId: string;
    kind: StaffEventKind;
    detail: Json<StaffDetail>;
    byPerson: string | null;
    at: Time;
  };
  familiarisation: {
    id: string;
    personId: string;
    siteId: string;
    sheetId: string;
    shown: Json<readonly Shown[]>;
    note: string | null;
    givenBy: string;
    at: Time;
  };
  pinChange: {
    id: string;
    personId: string;
    kind: "code" | "own";
    hash: string;
    byPerson: string | null;
    siteId: string | null;
    at: Time;
    expiresAt: Time | null;
  };
  pinCode: { personId: string; expiresAt: Time };
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
  policyVersion: {
    id: string;
    no: Generated<string>;
    siteId: string;
    policy: Json<Policy>;
    note: string | null;
    holdsFrom: Time;
    setBy: string;
    setAt: Time;
  };
  policySettled: { versionId: string; kind: "in_force" | "withdrawn"; byPerson: string | null; at: Time };
  savedView: { id: string; personId: string; name: string; query: string; madeAt: Time };
  shiftNeed: {
    siteId: string;
    shiftId: string;
    unitId: string;
    crew: string;
    place: string;
    inspectorId: string | null;
  };
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
  deviceKey: {
    id: string;
    personId: string;
    deviceId: string;
    publicKey: Buffer;
    registeredAt: Time;
    signature: string;
  };
  deviceRevocation: { deviceId: string; revokedBy: string; revokedAt: Time; why: string };
  quarantine: {
    id: string;
    inspectionId: string;
    deviceId: string;
    body: string;
    hash: string;
    receivedAt: Time;
    decidedBy: string | null;
    decidedAt: Time | null;
    taken: boolean | null;
  };
  catalogueSeen: { one: boolean; version: number };
  keptEvents: { unitId: string; position: number; packed: Buffer };
  sealedText: { digest: string; unitId: string; salt: string; content: Json<unknown> };
  heldReport: {
    id: string;
    unitId: string | null;
    inspectionId: string | null;
    kind: "unreadable" | "refused" | "withdrawn" | "unmatched_tag" | "lost_entries";
    problem: string;
    raw: Buffer;
    rawHash: string;
    sentBy: string;
    receivedAt: Time;
  };
  standingReport: Database["heldReport"];
  reportLook: { reportId: string; lookedBy: string; lookedAt: Time; says: string; tagId: string | null };
  standingHold: { unitId: string; name: string; since: Date };
  checkEvidence: {
    unitId: string;
    checkKey: string;
    inspectionId: string;
    eventId: string | null;
    proves: "fine" | "noted" | "stops" | "nothing";
    seen: number;
    until: Time | null;
    endedBy: number | null;
  };
  /** How each unit stands, kept by the database; `standingWorkedOut` is the same from the records themselves. */
  unitStanding: StandingRow & { stale: boolean };
  standingWorkedOut: StandingRow;
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
  openMatter: Database["finding"];
  unitEvent: {
    id: string;
    unitId: string;
    kind: UnitEventKind;
    personId: string;
    at: Time;
    note: string | null;
  };
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
  unitDocument: {
    id: string;
    unitId: string;
    name: string;
    kind: DocumentKind;
    size: number;
    hash: string;
    bytes: Buffer;
    sentBy: string;
    sentAt: Time;
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
  calendarFeed: { siteId: string; secretHash: string; madeBy: string; madeAt: Time };
  clock: {
    no: Generated<string>;
    unitId: string;
    job: JobId;
    runs: boolean;
    dueAt: Time | null;
    dueHours: number | null;
    setAt: Time;
  };
  standingClock: Database["clock"];
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
  retestTag: { inspectionId: string; tagId: string };
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
  picture: {
    inspectionId: string;
    hash: string;
    size: number;
    bytes: Buffer;
    sentBy: string;
    beganAt: Time;
    wholeAt: Time | null;
  };
  findingRepair: {
    findingId: string;
    repairedBy: string;
    repairedAt: Time;
    work: string;
    disturbed: Json<readonly string[]>;
  };
  floorRule: { checkId: string; condition: string; rule: string };
  tag: {
    id: string;
    number: Generated<string>;
    unitId: string;
    findingId: string | null;
    reason: string;
    note: string | null;
    raisedBy: string;
    raisedAt: Time;
    raw: Json<unknown> | null;
    signed: ColumnType<string | null, string | undefined, never>;
    /** The sheet of the unit when the tag was raised; written by the database. */
    sheetVersionId: Generated<string | null>;
  };
  tagStep: {
    id: string;
    tagId: string;
    unitId: string;
    kind: "repaired" | "retested" | "released";
    personId: string;
    at: Time;
    detail: Json<Record<string, unknown>>;
    inspectionId: string | null;
    seenPosition: number | null;
    stepNo: Generated<number>;
    ledgerPosition: number;
  };
  standingTag: {
    id: string;
    number: string;
    unitId: string;
    reason: string;
    note: string | null;
    raisedBy: string;
    raisedAt: Date;
    findingId: string | null;
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
  ledgerEntry: {
    unitId: string;
    position: number;
    kind: EntryKind;
    subjectId: string;
    body: string;
    previousHash: string;
    hash: string;
    signature: string;
    recordedAt: Time;
    touches: Json<Touches>;
  };
  bookEntry: {
    book: string;
    position: number;
    body: string;
    previousHash: string;
    hash: string;
    signature: string;
    recordedAt: Time;
  };
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
}
