import { z } from "zod";
import type { Db } from "@/server/database/database";
import { Problem } from "@/server/http/problem";
import { append, lockUnit } from "@/server/ledger/append";
import { type Head, noteHeads } from "@/server/ledger/heads";
import { reportName } from "./hold";

export const lookSchema = z.strictObject({
  /** What was in it, and what was done about it. */
  says: z.string().trim().min(3).max(400),
});

/** Somebody other than the sender has looked at a report: the hold is lifted, the report stays. */
export async function lookAtReport(
  db: Db,
  reportId: string,
  personId: string,
  says: string,
  at: Date,
): Promise<void> {
  const heads: Head[] = [];
  await db.transaction().execute(async (trx) => {
    const report = await trx
      .selectFrom("standingReport")
      .select(["unitId", "sentBy"])
      .where("id", "=", reportId)
      .executeTakeFirst();
    if (report === undefined)
      throw new Problem(404, "no-report", "expected a report that holds a unit; it may have been looked at");
    if (report.unitId === null)
      throw new Problem(409, "no-unit", "this request names no unit; say which unit it means instead");
    if (report.sentBy === personId)
      throw new Problem(
        403,
        "second-person",
        "expected somebody other than the sender to look at this report",
      );
    await lockUnit(trx, report.unitId);
    const looked = await trx
      .insertInto("reportLook")
      .values({ reportId, lookedBy: personId, lookedAt: at, says, tagId: null })
      .onConflict((oc) => oc.doNothing())
      .returning("reportId")
      .executeTakeFirst();
    if (looked === undefined) throw new Problem(409, "looked-at", "somebody has just looked at this report");
    const document = { by: personId, report: reportName(reportId), why: says };
    heads.push(
      ...(await append(trx, report.unitId, [
        { unitId: report.unitId, kind: "looked", subjectId: reportId, at, document },
      ])),
    );
  });
  noteHeads(heads);
}
