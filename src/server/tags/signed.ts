import { z } from "zod";
import { barePlate } from "@/core/vocabulary/plate-match";
import type { Db } from "@/server/database/database";
import { type Signed, signerOf } from "@/server/devices/keys";

/** Trimmed as the tag keeps it. */
const request = z.object({
  id: z.string(),
  reason: z.string().trim(),
  note: z.string().trim().optional(),
  signed: z.string(),
});

/** Whose key signed a request to tag out, where one did: a revoked one too, since a tag-out always holds. */
export async function tagSigner(db: Db, plate: string, body: string): Promise<Signed | undefined> {
  let json: unknown;
  try {
    json = JSON.parse(body);
  } catch {
    return undefined;
  }
  const read = request.safeParse(json);
  if (!read.success) return undefined;
  const { signed, ...said } = read.data;
  return signerOf(db, "tag", { plate: barePlate(plate), ...said }, signed);
}
