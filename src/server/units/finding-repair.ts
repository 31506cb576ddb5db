import { z } from "zod";
import { checksOf } from "@/core/catalogue/catalogue";
import { touchedBy } from "@/core/plan/retest";
import type { Sheet } from "@/core/sheet/sheet";
import { type PartId, parts } from "@/core/vocabulary/parts";
import type { Db } from "@/server/database/database";
import { Problem } from "@/server/http/problem";
import { append, lockUnit } from "@/server/ledger/append";
import { type Head, noteHeads } from "@/server/ledger/heads";

const partId = z.enum(Object.keys(parts) as [PartId, ...PartId[]]);

export const findingRepairSchema = z.strictObject({
  work: z.string().trim().min(3, "expected what was done, in a few words").max(400),
  /** Other parts that were undone or moved on the way. */
  disturbed: z.array(partId).max(30).optional(),
});

/**
 * Records that a finding below tag-out has been repaired; one that tagged the unit out goes through its tag. What the
 * repair touches is to be answered again: an inspection is due.
 */
export async function repairFinding(
  db: Db,
  findingId: string,
  personId: string,
  repair: z.infer<typeof findingRepairSchema>,
  at: Date,
): Promise<void> {
  const heads: Head[] = [];
  const { work, disturbed = [] } = repair;
  await db.transaction().execute(async (trx) => {
    const finding = await trx
      .selectFrom("finding as f")
      .innerJoin("unit as u", "u.id", "f.unitId")
      .leftJoin("sheetVersion as v", "v.id", "u.sheetVersionId")
      .select(["f.unitId", "f.grade", "f.part", "f.checkKey", "v.content as sheet"])
      .where("f.id", "=", findingId)
      .executeTakeFirst();
    if (finding === undefined)
      throw new Problem(404, "no-finding", "expected a finding of the pool; open it from its unit");
    if (finding.grade === "tag_out")
      throw new Problem(409, "tagged", "this finding tagged the unit out; record its repair under the tag");
    await lockUnit(trx, finding.unitId);
    const done = await trx
      .insertInto("findingRepair")
      .values({
        findingId,
        repairedBy: personId,
        repairedAt: at,
        work,
        disturbed: JSON.stringify(disturbed),
      })
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
          named: finding.sheet === null ? "all" : touchedByRepair(finding.sheet, finding, disturbed),
          document: { by: personId, work, disturbed },
        },
      ])),
    );
  });
  noteHeads(heads);
}

/** The checks a repair of this finding touches, by the machine model: the same as a re-test under a tag would make. */
function touchedByRepair(
  sheet: Sheet,
  finding: { readonly part: string; readonly checkKey: string },
  disturbed: readonly PartId[],
): readonly string[] {
  const repaired = finding.part in parts ? [finding.part as PartId] : [];
  const repair = { parts: repaired, disturbed, checks: [finding.checkKey] };
  return [...touchedBy(repair, checksOf(sheet), sheet).keys()].sort();
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
