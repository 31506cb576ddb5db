import type { Generated } from "kysely";
import type { EntryKind, Touches } from "@/core/evidence/touches";
import type { KeptKind, KeptYears } from "@/core/vocabulary/kept";
import type { Json, Time } from "./column-types";

/** The ledgers and what they keep packed or sealed. */
export interface LedgerTables {
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
  keptEvents: { unitId: string; position: number; packed: Buffer };
  retentionRule: {
    id: string;
    no: Generated<string>;
    siteId: string;
    years: Json<KeptYears>;
    byPerson: string;
    at: Time;
  };
  legalHold: {
    id: string;
    siteId: string;
    /** Null: all of the site. */
    unitId: string | null;
    why: string;
    byPerson: string;
    at: Time;
  };
  legalHoldLifted: { holdId: string; why: string; byPerson: string; confirmedBy: string; at: Time };
  erasure: {
    id: string;
    unitId: string;
    kind: KeptKind;
    subject: string;
    digest: string;
    madeAt: Time;
    years: number;
    texts: Generated<readonly string[]>;
    byPerson: string;
    confirmedBy: string;
    at: Time;
  };
  sealedText: { digest: string; unitId: string; salt: string; content: Json<unknown> };
}
