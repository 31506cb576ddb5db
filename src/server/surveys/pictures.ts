import { createHash } from "node:crypto";
import { z } from "zod";
import type { Db } from "@/server/database/database";
import { Problem } from "@/server/http/problem";
import { whyNoPicture } from "@/server/pictures/readable";

const hashSchema = z.string().regex(/^[0-9a-f]{64}$/);
/** Of one unit: some years of surveys. */
const most = 5000;

/** Takes a picture of a hazard whole; its name is the SHA-256 of its bytes. The same picture twice is one. */
export async function takeSurveyPicture(
  db: Db,
  unitId: string,
  hash: string,
  bytes: Buffer,
  sentBy: string,
  at: Date,
): Promise<void> {
  if (!hashSchema.safeParse(hash).success || createHash("sha256").update(bytes).digest("hex") !== hash)
    throw new Problem(400, "bad-picture", "expected a picture under the SHA-256 of its bytes");
  const why = await whyNoPicture(bytes);
  if (why !== undefined) throw new Problem(422, "no-picture", why);
  const { count } = await db
    .selectFrom("surveyPicture")
    .select(({ fn }) => fn.countAll<string>().as("count"))
    .where("unitId", "=", unitId)
    .executeTakeFirstOrThrow();
  if (Number(count) >= most)
    throw new Problem(409, "too-many-pictures", `expected at most ${most} pictures of one unit's surveys`);
  await db
    .insertInto("surveyPicture")
    .values({ unitId, hash, bytes, sentBy, at })
    .onConflict((on) => on.doNothing())
    .execute();
}

/** The bytes of a picture of a hazard. */
export async function surveyPicture(db: Db, unitId: string, hash: string): Promise<Buffer> {
  const row = await db
    .selectFrom("surveyPicture")
    .select("bytes")
    .where("unitId", "=", unitId)
    .where("hash", "=", hash)
    .executeTakeFirst();
  if (row === undefined) throw new Problem(404, "no-picture", "expected a picture of a survey of this unit");
  return row.bytes;
}
