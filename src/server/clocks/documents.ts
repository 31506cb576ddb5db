import { createHash, randomUUID } from "node:crypto";
import sharp from "sharp";
import type { DocumentKind } from "@/core/vocabulary/documents";
import type { Db, Trx } from "@/server/database/database";
import { Problem } from "@/server/http/problem";

/** A report of some pages, scanned. */
export const mostDocumentBytes = 10_000_000;
/** Of one unit. */
const mostDocuments = 500;

/** What the bytes themselves say they are; undefined for anything that is not kept. */
async function kindOf(bytes: Buffer): Promise<DocumentKind | undefined> {
  if (bytes.subarray(0, 5).toString("latin1") === "%PDF-")
    return bytes.subarray(-2048).toString("latin1").includes("%%EOF") ? "application/pdf" : undefined;
  try {
    const { format } = await sharp(bytes, { failOn: "error", limitInputPixels: 60_000_000 }).metadata();
    return format === "jpeg" || format === "png" ? `image/${format}` : undefined;
  } catch {
    return undefined;
  }
}

/** Keeps a report or certificate of a unit. What it is, its own bytes say: a name or a header is not believed. */
export async function keepDocument(
  db: Db,
  unitId: string,
  personId: string,
  name: string,
  bytes: Buffer,
  at: Date,
): Promise<{ readonly id: string; readonly kind: DocumentKind; readonly size: number }> {
  const kind = await kindOf(bytes);
  if (kind === undefined)
    throw new Problem(
      422,
      "no-document",
      "expected a whole PDF, JPEG or PNG; scan it or take a picture of it, and send that",
    );
  return db.transaction().execute(async (trx) => {
    const { count } = await trx
      .selectFrom("unitDocument")
      .select(({ fn }) => fn.countAll<string>().as("count"))
      .where("unitId", "=", unitId)
      .executeTakeFirstOrThrow();
    if (Number(count) >= mostDocuments)
      throw new Problem(409, "too-many-documents", `expected at most ${mostDocuments} documents of a unit`);
    const row = { id: randomUUID(), kind, size: bytes.length };
    await trx
      .insertInto("unitDocument")
      .values({
        ...row,
        unitId,
        name,
        hash: createHash("sha256").update(bytes).digest("hex"),
        bytes,
        sentBy: personId,
        sentAt: at,
      })
      .execute();
    return row;
  });
}

/** A document of a unit with its bytes. */
export const documentOf = (db: Db, unitId: string, id: string) =>
  db
    .selectFrom("unitDocument")
    .select(["name", "kind", "bytes"])
    .where("unitId", "=", unitId)
    .where("id", "=", id)
    .executeTakeFirst();

/** Refuses a document that is none of this unit. */
export async function requireDocument(trx: Trx, unitId: string, id: string | null): Promise<void> {
  if (id === null) return;
  const known = await trx
    .selectFrom("unitDocument")
    .select("id")
    .where("id", "=", id)
    .where("unitId", "=", unitId)
    .executeTakeFirst();
  if (known === undefined)
    throw new Problem(400, "bad-input", "documentId: expected a document of this unit; send it again");
}
