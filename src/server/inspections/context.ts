import type { InspectionEvent } from "@/core/record/events";
import type { Policy } from "@/core/vocabulary/policy";
import type { Db, Trx } from "@/server/database/database";

/** How often each upkeep was done on this unit within the policy's shifts, this inspection not counted. */
export async function topUpsBefore(
  trx: Trx | Db,
  unitId: string,
  inspectionId: string,
  policy: Policy,
): Promise<ReadonlyMap<string, number>> {
  const recent = trx
    .selectFrom("seal")
    .select("inspectionId")
    .where("unitId", "=", unitId)
    .where("inspectionId", "!=", inspectionId)
    .orderBy("signedAt", "desc")
    .limit(policy.topUpWithinShifts);
  const rows = await trx
    .selectFrom("finding")
    .select(({ fn }) => ["checkKey", fn.countAll<string>().as("times")])
    .where("putRight", "is not", null)
    .where("inspectionId", "in", recent)
    .groupBy("checkKey")
    .execute();
  return new Map(rows.map((row) => [row.checkKey, Number(row.times)]));
}

export const doesUpkeep = (event: InspectionEvent): boolean =>
  (event.type === "measured" && event.putRight !== undefined) ||
  (event.type === "answered" && event.result.kind === "condition" && event.result.putRight !== undefined);

/** Whether an event says how big what it found is. */
export const saysSize = (event: InspectionEvent): boolean =>
  event.type === "answered" && event.result.kind === "condition" && event.result.sizeMm !== undefined;
