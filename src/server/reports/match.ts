import { z } from "zod";
import type { Db } from "@/server/database/database";
import { Problem } from "@/server/http/problem";
import { lockUnit } from "@/server/ledger/append";
import { type Head, noteHeads } from "@/server/ledger/heads";
import { hangTag } from "@/server/tags/raise";

export const matchSchema = z.strictObject({ unitId: z.uuid() });

/** Says which unit a request meant: that unit is tagged out, in the name of whoever asked. */
export async function matchRequest(
  db: Db,
  reportId: string,
  unitId: string,
  personId: string,
  at: Date,
): Promise<{ readonly number: string }> {
  const heads: Head[] = [];
  const tag = await db.transaction().execute(async (trx) => {
    const report = await trx
      .selectFrom("standingReport")
      .selectAll()
      .where("id", "=", reportId)
      .where("kind", "=", "unmatched_tag")
      .executeTakeFirst();
    if (report === undefined)
      throw new Problem(404, "no-report", "expected a request that names no unit; it may have been settled");
    const unit = await trx.selectFrom("unit").select("id").where("id", "=", unitId).executeTakeFirst();
    if (unit === undefined)
      throw new Problem(404, "no-unit", "expected a unit of the pool; pick one from the list");
    await lockUnit(trx, unitId);
    const hung = await hangTag(
      trx,
      { unitId, reason: "unmatched", note: undefined, id: undefined, raw: report.raw.toString("base64") },
      report.sentBy,
      at,
    );
    heads.push(...hung.heads);
    await trx
      .insertInto("reportLook")
      .values({
        reportId,
        lookedBy: personId,
        lookedAt: at,
        says: `meant ${hung.tag.number}`,
        tagId: hung.tag.id,
      })
      .execute();
    return hung.tag;
  });
  noteHeads(heads);
  return { number: tag.number };
}
