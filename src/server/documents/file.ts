import { createHash, randomUUID } from "node:crypto";
import sharp from "sharp";
import type { DocumentKind } from "@/core/vocabulary/documents";
import { Problem } from "@/server/http/problem";

/** A report of some pages, scanned. */
export const mostDocumentBytes = 10_000_000;

/** A report or certificate as it is kept. */
export interface KeptFile {
  readonly id: string;
  readonly name: string;
  readonly kind: DocumentKind;
  readonly size: number;
  /** SHA-256 of its bytes. */
  readonly hash: string;
  readonly bytes: Buffer;
}

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

/** A file as it is to be kept. What it is, its own bytes say: a name or a header is not believed. */
export async function fileToKeep(name: string, bytes: Buffer): Promise<KeptFile> {
  const kind = await kindOf(bytes);
  if (kind === undefined)
    throw new Problem(
      422,
      "no-document",
      "expected a whole PDF, JPEG or PNG; scan it or take a picture of it, and send that",
    );
  const hash = createHash("sha256").update(bytes).digest("hex");
  return { id: randomUUID(), name, kind, size: bytes.length, hash, bytes };
}

/** What is answered to whoever sent it. */
export const asKept = ({ id, kind, size }: KeptFile) => ({ id, kind, size });

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
