import { z } from "zod";
import { barePlate } from "@/contract/signed";
import { deviceSignature } from "@/contract/signed-schema";
import type { Db } from "@/server/database/database";
import { holds, keyNamed, keysById } from "@/server/devices/keys";
import { together } from "./texts";

const entry = z.object({ document: z.looseObject({ signed: deviceSignature, by: z.string().optional() }) });
const seal = z.object({ shownOutcome: z.string(), eventCount: z.number(), eventsHash: z.string() });
const tag = z.object({ raisedBy: z.string(), reason: z.string(), note: z.string().nullable().optional() });

interface Row {
  readonly kind: string;
  readonly subjectId: string;
  readonly position: number;
  readonly body: string;
}

/**
 * The first seal or tag of a unit that carries a signature which its person's key did not make. A tag whose note was
 * erased cannot be compared any more.
 */
export async function falselySigned(db: Db, plate: string, rows: readonly Row[]): Promise<Row | undefined> {
  const signed = rows.flatMap((row) => {
    if ((row.kind !== "inspection" && row.kind !== "tag") || !row.body.includes('"signed":')) return [];
    const read = entry.safeParse(JSON.parse(row.body));
    return read.success ? [{ row, document: read.data.document }] : [];
  });
  const keys = await keysById(
    db,
    signed.flatMap(({ document }) => keyNamed(document.signed) ?? []),
  );
  for (const { row, document } of signed) {
    const key = keys.get(keyNamed(document.signed) ?? "");
    if (key === undefined) return row;
    const by = document.signed as `${string}.${string}`;
    if (row.kind === "inspection") {
      const { shownOutcome: outcome, eventCount, eventsHash } = seal.parse(document);
      const content = { inspectionId: row.subjectId, outcome, eventCount, eventsHash };
      if (document.by !== key.personId || !holds(key, "seal", content, by)) return row;
    } else {
      const whole = document["note"] == null ? document : await together(db, document);
      const { raisedBy, reason, note } = tag.parse(whole);
      if (document["note"] != null && note === undefined) continue;
      const said = { id: row.subjectId, plate: barePlate(plate), reason, ...(note != null && { note }) };
      if (raisedBy !== key.personId || !holds(key, "tag", said, by)) return row;
    }
  }
  return undefined;
}
