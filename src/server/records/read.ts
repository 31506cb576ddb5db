import type { SealedDocument } from "@/core/decision/sealed";
import { sharesOf } from "@/core/record/shares";
import type { Db } from "@/server/database/database";
import { peopleOn } from "@/server/inspections/walk-data";
import { headsOf } from "@/server/ledger/heads";
import { withEvents } from "@/server/ledger/kept-events";
import { sealSigner } from "@/server/ledger/signed-entries";
import { together } from "@/server/ledger/texts";
import { chainColumns, firstBreak } from "@/server/ledger/verify";

/** A sealed inspection as it stands in its unit's ledger. */
export async function sealedRecord(db: Db, inspectionId: string) {
  const row = await db
    .selectFrom("ledgerEntry as l")
    .innerJoin("unit as u", "u.id", "l.unitId")
    .innerJoin("seal as s", "s.inspectionId", "l.subjectId")
    .innerJoin("person as p", "p.id", "s.signedBy")
    .select([
      "l.body",
      "l.hash",
      "l.position",
      "l.unitId",
      "l.recordedAt",
      "u.plate",
      "u.siteId",
      "u.serial",
      "u.family",
      "p.name as signer",
      "p.badge",
    ])
    .where("l.subjectId", "=", inspectionId)
    .where("l.kind", "=", "inspection")
    .executeTakeFirst();
  if (row === undefined) return undefined;
  const { body, unitId, ...rest } = row;
  const { document } = JSON.parse(body) as { document: object };
  const whole = await withEvents(db, { unitId, position: row.position }, document);
  const sealed = (await together(db, whole)) as SealedDocument;
  const device = (await sealSigner(db, inspectionId, sealed))?.key.deviceId;
  const shares = await sharesByName(db, sealed);
  return { ...rest, inspectionId, document: sealed, device, shares };
}

/** How many answers each gave, where more than one person was on it. */
async function sharesByName(db: Db, { people = [], events }: SealedDocument) {
  const named = people.length < 2 ? [] : await peopleOn(db, { people });
  const shares = sharesOf(events, people);
  return named.map(({ id, name }, i) => ({ id, name, answers: shares[i]?.answers ?? 0 }));
}

export type SealedRecord = NonNullable<Awaited<ReturnType<typeof sealedRecord>>>;

/** Whether the entry with this hash still holds, by walking its unit's whole chain. */
export async function verifyEntry(db: Db, hash: string) {
  const entry = await db
    .selectFrom("ledgerEntry as l")
    .innerJoin("unit as u", "u.id", "l.unitId")
    .select(["l.unitId", "l.position", "l.kind", "l.recordedAt", "l.hash", "u.plate"])
    .where("l.hash", "=", hash)
    .executeTakeFirst();
  if (entry === undefined) return undefined;
  const rows = await db
    .selectFrom("ledgerEntry")
    .select(chainColumns)
    .where("unitId", "=", entry.unitId)
    .orderBy("position")
    .execute();
  return { ...entry, count: rows.length, broken: firstBreak(rows, headsOf(entry.unitId)) };
}
