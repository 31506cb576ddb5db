import type { ColumnType, Generated } from "kysely";
import type { Json, Time } from "./column-types";

/** Tag-outs and the steps back from them. */
export interface TagTables {
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
  /** What a workshop says of a tag or a finding; the latest counts. */
  jobSaid: {
    no: Generated<string>;
    unitId: string;
    subjectId: string;
    kind: "taken" | "left" | "awaits_part" | "part_here";
    part: string | null;
    supplier: string | null;
    dueOn: string | null;
    personId: string;
    at: Time;
  };
  /** Where a unit's key is, and who has locked it off; the latest counts. */
  keySaid: {
    no: Generated<string>;
    unitId: string;
    what: "key" | "lock";
    holderId: string | null;
    place: string | null;
    personId: string;
    at: Time;
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
}
