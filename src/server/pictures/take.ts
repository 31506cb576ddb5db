import { createHash } from "node:crypto";
import { sql } from "kysely";
import { z } from "zod";
import { type PictureHere, type PictureTaken, pictureLimits } from "@/contract/picture";
import { pictureHash } from "@/core/record/events";
import type { Db } from "@/server/database/database";
import { Problem } from "@/server/http/problem";
import { whyNoPicture } from "./readable";

const asked = z.object({
  hash: pictureHash,
  from: z.coerce.number().int().min(0).max(pictureLimits.mostBytes),
  size: z.coerce.number().int().min(1).max(pictureLimits.mostBytes),
});

/** Pictures of one inspection, at most: it has some hundred checks. */
const most = 200;

/**
 * Takes the next bytes of a picture, and says how many there are now: a device goes on from there, wherever it was cut
 * off. Whole, it must be what its hash says and a picture that says nothing of who took it where; else all of it is
 * asked again.
 */
export async function takePicture(
  db: Db,
  inspectionId: string,
  personId: string,
  said: { readonly hash: string; readonly from: string | null; readonly size: string | null },
  bytes: Buffer,
  at: Date,
): Promise<PictureTaken> {
  const read = asked.safeParse(said);
  if (!read.success)
    throw new Problem(
      400,
      "bad-picture",
      `expected the SHA-256 of a picture, from= and size= up to ${pictureLimits.mostBytes}, got ${JSON.stringify(said)}`,
    );
  const { hash, from, size } = read.data;
  const { why, ...taken } = await db.transaction().execute(async (trx) => {
    // One at a time for an inspection: two tabs may send the same picture at once.
    await sql`SELECT pg_advisory_xact_lock(hashtextextended(${`pictures ${inspectionId}`}, 0))`.execute(trx);
    const row = await trx
      .selectFrom("picture")
      .select(["size", "bytes", "wholeAt"])
      .where("inspectionId", "=", inspectionId)
      .where("hash", "=", hash)
      .executeTakeFirst();
    if (row === undefined) {
      const { count } = await trx
        .selectFrom("picture")
        .select(({ fn }) => fn.countAll<string>().as("count"))
        .where("inspectionId", "=", inspectionId)
        .executeTakeFirstOrThrow();
      if (Number(count) >= most)
        throw new Problem(409, "too-many-pictures", `expected at most ${most} pictures of one inspection`);
    }
    if (row?.wholeAt != null) return { have: row.size, whole: true, why: undefined };
    const before = row !== undefined && row.size === size ? row.bytes : Buffer.alloc(0);
    if (from !== before.length) return { have: before.length, whole: false, why: undefined };
    const now = Buffer.concat([before, bytes]);
    if (now.length > size)
      throw new Problem(400, "bad-picture", `expected ${size} bytes in all, got ${now.length}`);
    const whole = now.length === size;
    const why = !whole ? undefined : await whyNot(now, hash);
    // From its start again, and the person is told why.
    const kept = why === undefined ? now : Buffer.alloc(0);
    const state = { size, bytes: kept, wholeAt: whole && why === undefined ? at : null };
    await trx
      .insertInto("picture")
      .values({ inspectionId, hash, sentBy: personId, beganAt: at, ...state })
      .onConflict((conflict) => conflict.columns(["inspectionId", "hash"]).doUpdateSet(state))
      .execute();
    return { have: kept.length, whole: state.wholeAt !== null, why };
  });
  if (why !== undefined) throw new Problem(422, "no-picture", why);
  return taken;
}

async function whyNot(bytes: Buffer, hash: string): Promise<string | undefined> {
  const digest = createHash("sha256").update(bytes).digest("hex");
  return digest === hash ? whyNoPicture(bytes) : `expected the picture ${hash}, got ${digest}`;
}

/** How these pictures of an inspection are here: whole, not come yet, or erased by the rule of their site. */
export async function picturesAsHere(
  db: Db,
  inspectionId: string,
  hashes: readonly string[],
): Promise<readonly PictureHere[]> {
  if (hashes.length === 0) return [];
  const whole = await db
    .selectFrom("picture")
    .select("hash")
    .where("inspectionId", "=", inspectionId)
    .where("wholeAt", "is not", null)
    .execute();
  const subjects = hashes.map((hash) => `${inspectionId} ${hash}`);
  const erased = await db
    .selectFrom("erasure")
    .select("digest as hash")
    .where("kind", "=", "pictures")
    .where("subject", "in", subjects)
    .execute();
  const among = (rows: readonly { readonly hash: string }[], hash: string) =>
    rows.some((row) => row.hash === hash);
  return hashes.map((hash) => ({
    hash,
    is: among(whole, hash) ? "whole" : among(erased, hash) ? "erased" : "waits",
  }));
}

/** The bytes of a picture that came whole. */
export async function wholePicture(db: Db, inspectionId: string, hash: string): Promise<Buffer | undefined> {
  const row = await db
    .selectFrom("picture")
    .select("bytes")
    .where("inspectionId", "=", inspectionId)
    .where("hash", "=", hash)
    .where("wholeAt", "is not", null)
    .executeTakeFirst();
  return row?.bytes;
}
