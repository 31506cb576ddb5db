import type { Touches } from "@/core/evidence/touches";
import type { Db } from "@/server/database/database";
import { canonical, chainHash } from "./chain";
import { headsOf } from "./heads";
import { alteredEvents } from "./kept-events";
import { signatureHolds } from "./key";
import { falselySigned } from "./signed-entries";
import { alteredTexts } from "./texts";
import { notAsTold } from "./verify-standings";

export interface LedgerBreak {
  readonly unitId: string;
  readonly plate: string;
  readonly position: number;
  readonly what:
    | "edited"
    | "missing"
    | "out_of_order"
    | "signature"
    | "cut_short"
    | "rebuilt"
    | "not_in_ledger"
    | "standing_differs";
  readonly detail: string;
}

export interface Verification {
  readonly units: number;
  readonly entries: number;
  /** The first break of each ledger that has one. */
  readonly breaks: readonly LedgerBreak[];
}

type Row = {
  unitId: string;
  position: number;
  kind: string;
  subjectId: string;
  body: string;
  previousHash: string;
  hash: string;
  signature: string;
  touches: Touches;
};

/** Columns `firstBreak` reads. */
export const chainColumns = [
  "unitId",
  "position",
  "kind",
  "subjectId",
  "body",
  "previousHash",
  "hash",
  "signature",
  "touches",
] as const;

/**
 * Walks every ledger from its first entry: recomputes each hash, checks each signature, compares with the
 * journal of heads kept outside the database, and looks for tags and seals that no entry speaks of.
 */
export async function verifyLedgers(db: Db): Promise<Verification> {
  const units = await db.selectFrom("unit").select(["id", "plate"]).orderBy("plate").execute();
  const breaks: LedgerBreak[] = [];
  let entries = 0;
  for (const unit of units) {
    const rows = await db
      .selectFrom("ledgerEntry")
      .select(chainColumns)
      .where("unitId", "=", unit.id)
      .orderBy("position")
      .execute();
    entries += rows.length;
    const found =
      firstBreak(rows, headsOf(unit.id)) ??
      (await missingFromLedger(db, unit.id, rows)) ??
      (await alteredText(db, unit.id, rows)) ??
      (await otherBeside(db, unit.id, rows)) ??
      (await shownOtherwise(db, unit.id, rows)) ??
      (await notByItsPerson(db, unit.plate, rows));
    if (found) breaks.push({ unitId: unit.id, plate: unit.plate, ...found });
  }
  return { units: units.length, entries, breaks };
}

type Found = Pick<LedgerBreak, "position" | "what" | "detail">;

/** The first place at which a chain does not hold, or undefined. Exported for the verification page. */
export function firstBreak(
  rows: readonly Row[],
  noted: readonly { position: number; hash: string }[],
): Found | undefined {
  let previousHash = "";
  for (const [index, row] of rows.entries()) {
    const expected = index + 1;
    if (row.position !== expected) {
      return {
        position: expected,
        what: "missing",
        detail: `expected entry ${expected}, found ${row.position}`,
      };
    }
    if (row.previousHash !== previousHash) {
      return { position: expected, what: "out_of_order", detail: "does not follow the entry before it" };
    }
    if (chainHash(previousHash, row.body) !== row.hash) {
      return { position: expected, what: "edited", detail: "its content does not give its hash" };
    }
    const body = JSON.parse(row.body) as {
      position: number;
      kind: string;
      subjectId: string;
      touches?: Touches;
    };
    const touches = body.touches === undefined || canonical(body.touches) === canonical(row.touches);
    if (
      body.position !== row.position ||
      body.kind !== row.kind ||
      body.subjectId !== row.subjectId ||
      !touches
    ) {
      return { position: expected, what: "edited", detail: "its columns do not match its sealed content" };
    }
    if (!signatureHolds(row.hash, row.signature)) {
      return { position: expected, what: "signature", detail: "not signed with this server's key" };
    }
    previousHash = row.hash;
  }
  for (const head of noted) {
    const row = rows[head.position - 1];
    if (row === undefined) {
      return {
        position: head.position,
        what: "cut_short",
        detail: `the journal of heads knows entry ${head.position}, the ledger ends at ${rows.length}`,
      };
    }
    if (row.hash !== head.hash) {
      return {
        position: head.position,
        what: "rebuilt",
        detail: "differs from the head noted when it was written",
      };
    }
  }
  return undefined;
}

/** A name or a text beside the ledger that is not the one its entry was written with. */
async function alteredText(db: Db, unitId: string, rows: readonly Row[]): Promise<Found | undefined> {
  const [digest] = await alteredTexts(db, unitId);
  if (digest === undefined) return undefined;
  const row = rows.find((r) => r.body.includes(digest));
  return {
    position: row?.position ?? rows.length,
    what: "edited",
    detail: "a name or text kept beside the ledger is not the one that was sealed",
  };
}

/** Events or texts beside an entry that are not those it was sealed with, or are away. */
async function otherBeside(db: Db, unitId: string, rows: readonly Row[]): Promise<Found | undefined> {
  const altered = await alteredEvents(db, unitId, rows);
  return (
    altered && {
      position: altered.position,
      what: "edited",
      detail:
        altered.what === "events"
          ? "the events kept beside it are not those it was sealed with"
          : "a name or text that was kept beside it is away, and no rule erased it",
    }
  );
}

/** A unit that is shown as its ledger does not tell it. */
async function shownOtherwise(db: Db, unitId: string, rows: readonly Row[]): Promise<Found | undefined> {
  const detail = await notAsTold(db, unitId, rows);
  return detail === undefined ? undefined : { position: rows.length, what: "standing_differs", detail };
}

/** A seal or a tag that says a person signed it on their device, who did not. */
async function notByItsPerson(db: Db, plate: string, rows: readonly Row[]): Promise<Found | undefined> {
  const row = await falselySigned(db, plate, rows);
  return (
    row && {
      position: row.position,
      what: "signature",
      detail: "not signed by a key its person has on a device",
    }
  );
}

/** Tags, releases, seals, findings and reports written past the ledger. */
async function missingFromLedger(db: Db, unitId: string, rows: readonly Row[]): Promise<Found | undefined> {
  const spoken = new Set(rows.map((r) => r.subjectId));
  const tags = await db
    .selectFrom("tag")
    .select(["id", "number as name"])
    .where("unitId", "=", unitId)
    .execute();
  const steps = await db
    .selectFrom("tagStep")
    .select(["id", "kind as name"])
    .where("unitId", "=", unitId)
    .execute();
  const seals = await db
    .selectFrom("seal")
    .select(["inspectionId as id", "outcome as name"])
    .where("unitId", "=", unitId)
    .execute();
  const findings = await db
    .selectFrom("finding")
    .select(["id", "condition as name"])
    .where("unitId", "=", unitId)
    .where("ledgerPosition", ">", 0)
    .execute();
  const reports = await db
    .selectFrom("heldReport")
    .select(["id", "kind as name"])
    .where("unitId", "=", unitId)
    .where("kind", "!=", "unmatched_tag")
    .execute();
  const silent = [...tags, ...steps, ...seals, ...findings, ...reports].find((row) => !spoken.has(row.id));
  if (silent === undefined) return undefined;
  return {
    position: rows.length + 1,
    what: "not_in_ledger",
    detail: `${silent.name} (${silent.id}) stands in a table and in no entry`,
  };
}
