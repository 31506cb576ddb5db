import { z } from "zod";
import type { Db } from "@/server/database/database";
import { Problem } from "@/server/http/problem";
import { append, lockUnit } from "@/server/ledger/append";
import { type Head, noteHeads } from "@/server/ledger/heads";

export const findingRepairSchema = z.strictObject({ work: z.string().trim().min(1).max(400) });

/** Records that a finding below tag-out has been repaired. One that tagged the unit out goes through its tag. */
export async function repairFinding(
  db: Db,
  findingId: string,
  personId: string,
  work: string,
  at: Date,
): Promise<void> {
  const heads: Head[] = [];
  await db.transaction().execute(async (trx) => {
    const finding = await trx
      .selectFrom("finding")
      .select(["unitId", "grade"])
      .where("id", "=", findingId)
      .executeTakeFirst();
    if (finding === undefined)
      throw new Problem(404, "no-finding", "expected a finding of the pool; open it from its unit");
    if (finding.grade === "tag_out")
      throw new Problem(409, "tagged", "this finding tagged the unit out; record its repair under the tag");
    await lockUnit(trx, finding.unitId);
    const done = await trx
      .insertInto("findingRepair")
      .values({ findingId, repairedBy: personId, repairedAt: at, work })
      .onConflict((oc) => oc.doNothing())
      .returning("findingId")
      .executeTakeFirst();
    if (done === undefined)
      throw new Problem(409, "already-repaired", "this finding is already recorded as repaired");
    heads.push(
      ...(await append(trx, finding.unitId, [
        {
          unitId: finding.unitId,
          kind: "finding_repaired",
          subjectId: findingId,
          at,
          document: { by: personId, work },
        },
      ])),
    );
  });
  noteHeads(heads);
}

export async function siteOfFinding(db: Db, findingId: string): Promise<string | undefined> {
  const row = await db
    .selectFrom("finding as f")
    .innerJoin("unit as u", "u.id", "f.unitId")
    .select("u.siteId")
    .where("f.id", "=", findingId)
    .executeTakeFirst();
  return row?.siteId;
}
