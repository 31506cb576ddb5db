import type { DecisionFacts } from "@/core/decision/decide";
import { clearsBeforeMs } from "@/core/decision/standing";
import type { InspectionEvent } from "@/core/record/events";
import { gaps } from "@/core/record/reduce";
import { type PartId, parts } from "@/core/vocabulary/parts";
import type { Db, Trx } from "@/server/database/database";
import { ledgerView } from "@/server/ledger/view";
import { maySayGone, openMatters } from "@/server/matters/read";
import { rolesAt } from "./matter-events";
import type { OpenInspection } from "./model";

/** What besides its answers bears on an inspection's decision, read now. Call it under the unit's lock to decide. */
export async function decisionFacts(
  trx: Trx | Db,
  inspection: OpenInspection,
  events: readonly InspectionEvent[],
  signerId: string,
  at: Date,
): Promise<DecisionFacts> {
  const { policy, unitId, scope } = inspection;
  const unit = await trx
    .selectFrom("unit as u")
    .innerJoin("site as s", "s.id", "u.siteId")
    .select(["u.family", "u.examinationDue", "s.shifts", "s.utcOffsetMin"])
    .where("u.id", "=", unitId)
    .executeTakeFirstOrThrow();
  const holds = await trx
    .selectFrom("standingHold")
    .select("name")
    .where("unitId", "=", unitId)
    .orderBy("name")
    .execute();
  const authorised = await trx
    .selectFrom("authorisation")
    .select("licence")
    .where("personId", "=", signerId)
    .where("family", "=", unit.family)
    .where("until", ">", at)
    .executeTakeFirst();
  const began = inspection.begunAt ?? (await startedAt(trx, inspection));
  return {
    scope: scope.kind,
    holds: holds.map((hold) => hold.name),
    matters: scope.kind === "retest" ? [] : await openMatters(trx, unitId, inspection.id),
    maySayGone: maySayGone(policy, await rolesAt(trx, signerId, inspection.siteId)),
    logBook: policy.grading === "log_book",
    examinationOverdue: unit.examinationDue <= at,
    operatorAuthorised: authorised !== undefined,
    gaps: gaps(events).length,
    ledger: await ledgerView(trx, unitId, inspection),
    clearsBeforeMs:
      began === undefined ? 0 : clearsBeforeMs(policy, unit.shifts, began.getTime(), unit.utcOffsetMin),
    nowMs: at.getTime(),
    retestParts: scope.kind === "retest" ? [...scope.parts, ...(scope.disturbed ?? [])].filter(isPart) : [],
  };
}

/** When an inspection's beginning entered its unit's ledger. */
async function startedAt(trx: Trx | Db, inspection: OpenInspection): Promise<Date | undefined> {
  const entry = await trx
    .selectFrom("ledgerEntry")
    .select("recordedAt")
    .where("unitId", "=", inspection.unitId)
    .where("position", "=", inspection.startedPosition ?? 0)
    .executeTakeFirst();
  return entry?.recordedAt;
}

const isPart = (id: string): id is PartId => id in parts;
