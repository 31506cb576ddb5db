import { createHash, randomUUID } from "node:crypto";
import { sql } from "kysely";
import sharp from "sharp";
import type { DocumentKind } from "@/core/vocabulary/documents";
import type { Db, Trx } from "@/server/database/database";
import { Problem } from "@/server/http/problem";
import type { KeptFile } from "./kept-file";

/** A report of some pages, scanned. */
export const mostDocumentBytes = 10_000_000;

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

/** Counts rows, as a number. */
export const countAll = sql<number>`count(*)::int`.as("count");

/** Where a file is kept among others: how many there are, how many there may be, and how one is added. */
export interface Shelf {
  readonly most: number;
  /** Whose they are, in words. */
  readonly whose: string;
  readonly count: (trx: Trx) => Promise<number>;
  readonly add: (trx: Trx, file: KeptFile) => Promise<unknown>;
}

/** Keeps a report or certificate. What it is, its own bytes say: a name or a header is not believed. */
export async function keepFile(
  db: Db,
  name: string,
  bytes: Buffer,
  { most, whose, count, add }: Shelf,
): Promise<Pick<KeptFile, "id" | "kind" | "size">> {
  const kind = await kindOf(bytes);
  if (kind === undefined)
    throw new Problem(
      422,
      "no-document",
      "expected a whole PDF, JPEG or PNG; scan it or take a picture of it, and send that",
    );
  const hash = createHash("sha256").update(bytes).digest("hex");
  const kept = { id: randomUUID(), kind, size: bytes.length };
  return db.transaction().execute(async (trx) => {
    if ((await count(trx)) >= most)
      throw new Problem(409, "too-many-documents", `expected at most ${most} documents of ${whose}`);
    await add(trx, { ...kept, name, hash, bytes });
    return kept;
  });
}

/** A kept file as it is handed out; a problem where it is not there, or was erased. */
export function fileAnswer(file: Pick<KeptFile, "name" | "kind" | "bytes"> | undefined): Response {
  if (file === undefined)
    throw new Problem(404, "no-document", "expected a document that is kept here; find it from its page");
  if (file.bytes.length === 0)
    throw new Problem(404, "no-document", "this report was erased: the years its site keeps it are over");
  return new Response(new Uint8Array(file.bytes), {
    headers: {
      "content-type": file.kind,
      // A report from outside is opened beside this app, not in it.
      "content-disposition": `attachment; filename*=UTF-8''${encodeURIComponent(file.name)}`,
      "cache-control": "private, max-age=31536000, immutable",
      "x-content-type-options": "nosniff",
      "content-security-policy": "default-src 'none'",
    },
  });
}
