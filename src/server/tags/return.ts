import { randomUUID } from "node:crypto";
import { z } from "zod";
import { type PartId, parts } from "@/core/catalogue/parts";
import type { Db, Trx } from "@/server/database/database";
import { Problem } from "@/server/http/problem";
import { append, lockUnit } from "@/server/ledger/append";
import { type Head, noteHeads } from "@/server/ledger/heads";

const partId = z.enum(Object.keys(parts) as [PartId, ...PartId[]]);

export const repairSchema = z.strictObject({
  cause: z.string().trim().min(1).max(400),
  work: z.string().trim().min(1).max(1000),
  repaired: z.array(partId).max(30),
  disturbed: z.array(partId).max(30),
  licence: z.string().trim().min(1).max(60),
});

export const releaseSchema = z.strictObject({
  /** The tag's number as read off the tag in the hand. */
  number: z.string().trim().min(1),
  /** The last entry of the unit's ledger that the releaser was shown. */
  seenPosition: z.number().int().min(1),
});

/** Records a repair under a tag: cause, work, parts repaired and parts disturbed on the way. */
export async function recordRepair(
  db: Db,
  tagId: string,
  personId: string,
  repair: z.infer<typeof repairSchema>,
  at: Date,
): Promise<void> {
  await addStep(db, tagId, personId, "repaired", repair, null, at);
}

/** Lifts a tag. The database checks that it was repaired, re-tested, is released by another, and that nothing newer stands. */
export async function releaseTag(
  db: Db,
  tagId: string,
  personId: string,
  release: z.infer<typeof releaseSchema>,
  at: Date,
): Promise<void> {
  const tag = await db.selectFrom("tag").select("number").where("id", "=", tagId).executeTakeFirst();
  if (tag !== undefined && tag.number.toLowerCase() !== release.number.toLowerCase()) {
    throw new Problem(
      409,
      "wrong-tag",
      `this is tag ${tag.number}, you typed ${release.number}; return the tag that hangs on the unit`,
    );
  }
  await addStep(db, tagId, personId, "released", { number: release.number }, release.seenPosition, at);
}

async function addStep(
  db: Db,
  tagId: string,
  personId: string,
  kind: "repaired" | "released",
  detail: Record<string, unknown>,
  seenPosition: number | null,
  at: Date,
): Promise<void> {
  const heads: Head[] = [];
  try {
    await db.transaction().execute(async (trx: Trx) => {
      const tag = await trx
        .selectFrom("tag")
        .select(["unitId", "number"])
        .where("id", "=", tagId)
        .executeTakeFirst();
      if (tag === undefined)
        throw new Problem(404, "no-tag", "expected a tag of the pool; open it from Tagged out");
      await lockUnit(trx, tag.unitId);
      const id = randomUUID();
      await trx
        .insertInto("tagStep")
        .values({
          id,
          tagId,
          unitId: tag.unitId,
          kind,
          personId,
          at,
          detail: JSON.stringify(detail),
          inspectionId: null,
          seenPosition,
        })
        .execute();
      heads.push(
        ...(await append(trx, tag.unitId, [
          {
            unitId: tag.unitId,
            kind,
            subjectId: id,
            at,
            document: { by: personId, tag: tag.number, tagId, ...detail, seenPosition },
          },
        ])),
      );
    });
  } catch (error) {
    throw refusal(error);
  }
  noteHeads(heads);
}

/** The database's own refusals, as problems a person can act on. */
function refusal(error: unknown): unknown {
  if (!(error instanceof Error) || !("code" in error)) return error;
  if (error.code === "40001")
    return new Problem(409, "something-newer", `${error.message}; read the page again before you release`);
  if (error.code === "23514" || error.code === "23001") return new Problem(409, "not-yet", error.message);
  return error;
}
