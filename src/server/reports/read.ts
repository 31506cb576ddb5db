import type { Db } from "@/server/database/database";
import { reportName } from "./hold";

export interface StandingReport {
  readonly id: string;
  readonly name: string;
  readonly kind: string;
  readonly plate: string | null;
  readonly problem: string;
  /** What came, as text; bytes that are none are shown as such. */
  readonly raw: string;
  readonly by: string;
  readonly byId: string;
  readonly receivedAt: Date;
}

/** Reports that hold a unit of a site, and requests that name no unit, oldest first. */
export async function standingReports(db: Db, siteId: string): Promise<readonly StandingReport[]> {
  const rows = await db
    .selectFrom("standingReport as r")
    .innerJoin("person as p", "p.id", "r.sentBy")
    .leftJoin("unit as u", "u.id", "r.unitId")
    .select([
      "r.id",
      "r.kind",
      "r.problem",
      "r.raw",
      "r.receivedAt",
      "p.name as by",
      "p.id as byId",
      "u.plate",
    ])
    .where((eb) => eb.or([eb("u.siteId", "=", siteId), eb("r.unitId", "is", null)]))
    .orderBy("r.receivedAt")
    .limit(200)
    .execute();
  return rows.map((row) => ({
    ...row,
    name: reportName(row.id),
    raw: row.raw.toString("utf8").slice(0, 4000),
  }));
}
