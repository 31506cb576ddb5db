import type { DecisionFacts } from "@/core/decision/decide";
import { gaps } from "@/core/record/reduce";
import type { Db, Trx } from "@/server/database/database";
import type { OpenInspection } from "./model";

/** What besides the inspection itself bears on its decision, read now. Call it under the unit's lock to decide. */
export async function decisionFacts(
  trx: Trx | Db,
  inspection: OpenInspection,
  signerId: string,
  at: Date,
): Promise<DecisionFacts> {
  const unit = await trx
    .selectFrom("unit")
    .select(["family", "examinationDue"])
    .where("id", "=", inspection.unitId)
    .executeTakeFirstOrThrow();
  const tags = await trx
    .selectFrom("standingTag")
    .select(["id", "number"])
    .where("unitId", "=", inspection.unitId)
    .orderBy("number")
    .execute();
  const authorised = await trx
    .selectFrom("authorisation")
    .select("licence")
    .where("personId", "=", signerId)
    .where("family", "=", unit.family)
    .where("until", ">", at)
    .executeTakeFirst();
  const earlier = await trx
    .selectFrom("finding as f")
    .leftJoin("findingRepair as r", "r.findingId", "f.id")
    .select(["f.grade", "f.repairBy"])
    .where("f.unitId", "=", inspection.unitId)
    .where("f.inspectionId", "!=", inspection.id)
    .where("f.grade", "in", ["repair_by", "watch"])
    .where("f.place", "=", false)
    .where("r.findingId", "is", null)
    .execute();
  const unread = await trx
    .selectFrom("unreadEvent")
    .select("id")
    .where("inspectionId", "=", inspection.id)
    .execute();
  const events = await trx
    .selectFrom("inspectionEvent")
    .select(["id", "deviceId", "seq"])
    .where("inspectionId", "=", inspection.id)
    .execute();
  return {
    scope: inspection.scope.kind,
    // A re-test serves the tag it was begun for; any other tag still stands in its way.
    standingTags: tags
      .filter((tag) => inspection.scope.kind !== "retest" || tag.id !== inspection.tagId)
      .map((tag) => tag.number),
    unsignedFaults: inspection.policy.grading === "log_book" ? earlier.length : 0,
    repairsDue: earlier.filter((f) => f.repairBy !== null && f.repairBy <= at).length,
    examinationOverdue: unit.examinationDue <= at,
    operatorAuthorised: authorised !== undefined,
    unread: unread.length,
    gaps: gaps(events).length,
  };
}
