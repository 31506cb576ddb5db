import type { ColumnType, Generated } from "kysely";
import type { Shown, StaffDetail, StaffEventKind } from "@/contract/staff";
import type { ToldKind } from "@/core/shift/telling";
import type { Family } from "@/core/vocabulary/families";
import type { KeptFile } from "@/server/documents/kept-file";
import type { Role } from "@/server/people/roles";
import type { Json, Time } from "./column-types";

/** People, what they may do where, and how they sign in. */
export interface PersonTables {
  person: { id: string; badge: string; name: string; active: Generated<boolean> };
  personRole: { personId: string; siteId: string; role: Role };
  authorisation: { personId: string; family: Family; licence: string; until: Time };
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
  staffDocument: KeptFile & { personId: string; siteId: string; sentBy: string; sentAt: Time };
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
  wrongTry: { counter: string; failures: number; lastAt: Time };
  sessionUse: { sessionId: string; lastSeenAt: Time };
  savedView: { id: string; personId: string; name: string; query: string; madeAt: Time };
  /** What somebody is told by mail, where, and when not. */
  mailChoice: {
    personId: string;
    address: string;
    language: string;
    digest: boolean;
    tag: boolean;
    quietFrom: number | null;
    quietUntil: number | null;
    stopSecret: string;
    setAt: Time;
  };
  /** What is to be sent by mail, and what was. */
  mailOut: {
    no: Generated<string>;
    personId: string;
    kind: ToldKind;
    about: string;
    subject: string;
    words: string;
    madeAt: Time;
    sendFrom: Time;
    tries: Generated<number>;
    sentAt: ColumnType<Date | null, Date | undefined, Date>;
  };
  ownCalendar: { personId: string; secretHash: string; madeAt: Time };
}
