import { randomUUID } from "node:crypto";
import type { Selectable } from "kysely";
import { sql } from "kysely";
import { z } from "zod";
import type { DeviceSignature } from "@/contract/signed";
import { isStorable } from "@/core/record/events";
import { barePlate } from "@/core/vocabulary/plate-match";
import type { Db, Trx } from "@/server/database/database";
import type { Database } from "@/server/database/tables";
import { append, lockUnit } from "@/server/ledger/append";
import { type Head, noteHeads } from "@/server/ledger/heads";
import { keepUnmatched } from "@/server/reports/unmatched";
import { tagEntries } from "./ledger";

const words = (most: number) => z.string().trim().max(most).refine(isStorable);

export const raiseSchema = z.object({
  id: z.uuid().optional(),
  reason: words(200).min(1),
  note: words(1000).optional(),
});

export type Raised =
  | { readonly id: string; readonly number: string }
  /** The unit cannot be told: every screen of the site shows it until somebody says which it is. */
  | { readonly id: string; readonly unmatched: true };

/**
 * Tags a unit out. An identity is all it takes. Whatever else is in the request, it ends with the unit held: what
 * cannot be read is kept byte for byte in the tag; a plate that is none is kept for somebody to match. The same
 * request twice is one tag; an id whose tag has been released is a new one.
 */
export async function raiseTag(
  db: Db,
  plate: string,
  personId: string,
  body: string,
  at: Date,
  signed?: DeviceSignature,
): Promise<Raised> {
  const heads: Head[] = [];
  const tag = await db.transaction().execute(async (trx) => {
    const unitId = await unitByPlate(trx, plate);
    if (unitId === undefined) return undefined;
    await lockUnit(trx, unitId);
    const read = readRequest(body);
    // What could not be read was not what was signed.
    const by = read.raw === undefined ? signed : undefined;
    const hung = await hangTag(trx, { unitId, ...read, signed: by }, personId, at);
    heads.push(...hung.heads);
    return hung.tag;
  });
  noteHeads(heads);
  if (tag !== undefined) return { id: tag.id, number: tag.number };
  return { id: await keepUnmatched(db, plate, personId, body, at), unmatched: true };
}

export interface Request {
  readonly unitId: string;
  readonly id: string | undefined;
  readonly reason: string;
  readonly note: string | undefined;
  /** What came, base64, where it could not be read. */
  readonly raw: string | undefined;
  /** By the key of whoever asks, on their device. */
  readonly signed?: DeviceSignature | undefined;
}

function readRequest(body: string): Omit<Request, "unitId" | "signed"> {
  let json: unknown;
  try {
    json = JSON.parse(body);
  } catch {
    json = undefined;
  }
  const parsed = raiseSchema.safeParse(json);
  if (parsed.success)
    return { id: parsed.data.id, reason: parsed.data.reason, note: parsed.data.note, raw: undefined };
  const raw = Buffer.from(body, "utf8").toString("base64");
  const id = z.object({ id: z.uuid() }).safeParse(json);
  return { id: id.success ? id.data.id : undefined, reason: "unreadable", note: undefined, raw };
}

/** Hangs a tag, or finds the one this same request hung and that still stands. The caller holds the unit's lock. */
export async function hangTag(
  trx: Trx,
  wanted: Request,
  personId: string,
  at: Date,
): Promise<{ readonly tag: Selectable<Database["tag"]>; readonly heads: readonly Head[] }> {
  const { unitId } = wanted;
  let id = wanted.id;
  if (id !== undefined) {
    const known = await trx.selectFrom("tag").selectAll().where("id", "=", id).executeTakeFirst();
    if (known !== undefined) {
      const stands = await trx
        .selectFrom("standingTag")
        .select("id")
        .where("id", "=", id)
        .where("unitId", "=", unitId)
        .executeTakeFirst();
      if (stands !== undefined) return { tag: known, heads: [] };
      id = undefined;
    }
  }
  const tag = await trx
    .insertInto("tag")
    .values({
      id: id ?? randomUUID(),
      unitId,
      findingId: null,
      reason: wanted.reason,
      note: wanted.note ?? null,
      raisedBy: personId,
      raisedAt: at,
      raw: wanted.raw === undefined ? null : JSON.stringify({ base64: wanted.raw }),
      // The signature is of a tag of that id; a second one of it is another.
      ...(id !== undefined && wanted.signed !== undefined && { signed: wanted.signed }),
    })
    .returningAll()
    .executeTakeFirstOrThrow();
  return { tag, heads: await append(trx, unitId, tagEntries([tag])) };
}

/** A unit by its plate as people type it: case, spaces and dashes do not matter. */
async function unitByPlate(trx: Trx, typed: string): Promise<string | undefined> {
  const wanted = barePlate(typed);
  if (wanted === "") return undefined;
  const { rows } = await sql<{ id: string }>`
    SELECT id FROM unit WHERE upper(regexp_replace(plate, '[^[:alnum:]]', '', 'g')) = ${wanted} LIMIT 2`.execute(
    trx,
  );
  const [only, other] = rows;
  return other === undefined ? only?.id : undefined;
}
