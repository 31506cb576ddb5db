import type { EntryKind, Touches } from "@/core/evidence/touches";
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
  sealedText: { digest: string; unitId: string; salt: string; content: Json<unknown> };
}
