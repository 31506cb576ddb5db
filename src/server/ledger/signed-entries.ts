import { z } from "zod";
import { barePlate } from "@/core/vocabulary/plate-match";
import type { Db } from "@/server/database/database";
import { type Signed, signerOf } from "@/server/devices/keys";
import { together } from "./texts";

const entry = z.object({ document: z.looseObject({ signed: z.string() }) });
const seal = z.object({
  by: z.string(),
  shownOutcome: z.string(),
  eventCount: z.number(),
  eventsHash: z.string(),
  signed: z.string(),
});
const tag = z.object({ raisedBy: z.string(), reason: z.string(), note: z.string().nullable().optional() });

interface Row {
  readonly kind: string;
  readonly subjectId: string;
  readonly position: number;
  readonly body: string;
}

/** Whoever signed a seal on their device; undefined for one in whose name nobody's key did. */
export async function sealSigner(
  db: Db,
  inspectionId: string,
  document: unknown,
): Promise<Signed | undefined> {
  const read = seal.safeParse(document);
  if (!read.success) return undefined;
  const { by, signed, shownOutcome: outcome, eventCount, eventsHash } = read.data;
  const signer = await signerOf(db, "seal", { inspectionId, outcome, eventCount, eventsHash }, signed);
  return signer?.key.personId === by ? signer : undefined;
}

/**
 * The first seal or tag of a unit that carries a signature which its person's key did not make. A tag whose note was
 * erased cannot be compared any more.
 */
export async function falselySigned(db: Db, plate: string, rows: readonly Row[]): Promise<Row | undefined> {
  for (const row of rows) {
    if ((row.kind !== "inspection" && row.kind !== "tag") || !row.body.includes('"signed":')) continue;
    const read = entry.safeParse(JSON.parse(row.body));
    if (!read.success) continue;
    const { document } = read.data;
    if (row.kind === "inspection") {
      if ((await sealSigner(db, row.subjectId, document)) === undefined) return row;
      continue;
    }
    const { raisedBy, reason, note } = tag.parse(await together(db, document));
    if (document["note"] != null && note === undefined) continue;
    const said = { id: row.subjectId, plate: barePlate(plate), reason, ...(note != null && { note }) };
    const signer = await signerOf(db, "tag", said, document.signed);
    if (signer?.key.personId !== raisedBy) return row;
  }
  return undefined;
}
