import type { DecisionFacts } from "@/core/decision/decide";
import { clearsBeforeMs } from "@/core/decision/standing";
import type { MatterKind } from "@/core/grade/matters";
import type { InspectionEvent } from "@/core/record/events";
import { gaps, reduce } from "@/core/record/reduce";
import { type PartId, parts } from "@/core/vocabulary/parts";
import { unsignedFaults } from "@/server/book/faults";
import { clocksNow } from "@/server/clocks/keep";
import type { Db, Trx } from "@/server/database/database";
import { ledgerView } from "@/server/ledger/view";
import { mayAcceptRepair, maySayGone, openMatters } from "@/server/matters/read";
import { unfitOf } from "@/server/people/fit";
import { lastingFor } from "./lasting";
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
    .select(["u.examinationDue", "s.shifts", "s.timeZone"])
    .where("u.id", "=", unitId)
    .executeTakeFirstOrThrow();
  const holds = await trx
    .selectFrom("standingHold")
    .select("name")
    .where("unitId", "=", unitId)
    .orderBy("name")
    .execute();
  // Whoever answered must be trained, and what each says to be gone they must be able to say.
  const { personId: begunBy } = inspection;
  const makers = new Set([signerId, ...events.map(({ by = begunBy }) => by)]);
  const unfit = await unfitOf(trx, [...makers], unitId, at);
  const sayGone = new Set([signerId, ...saidGone(events).map(({ by = begunBy }) => by)]);
  const began = inspection.begunAt ?? (await startedAt(trx, inspection));
  return {
    scope: scope.kind,
    holds: holds.map((hold) => hold.name),
    matters: scope.kind === "retest" ? [] : await openMatters(trx, unitId, inspection.id),
    maySayGone: await allMaySayGone(trx, inspection, [...sayGone]),
    mayAcceptRepair: mayAcceptRepair(policy, await rolesAt(trx, signerId, inspection.siteId)),
    unsigned: policy.grading === "log_book" ? await unsignedFaults(trx, unitId, inspection.id) : 0,
    lasting: await lastingFor(trx, inspection),
    examinationOverdue: unit.examinationDue <= at,
    ...(await clocksNow(trx, unitId)),
    operatorAuthorised: unfit.untrained.length === 0,
    unfamiliar: unfit.unfamiliar.length,
    gaps: gaps(events).length,
    ledger: await ledgerView(trx, unitId, inspection),
    clearsBeforeMs:
      began === undefined ? 0 : clearsBeforeMs(policy, unit.shifts, began.getTime(), unit.timeZone),
    nowMs: at.getTime(),
    retestParts: scope.kind === "retest" ? [...scope.parts, ...(scope.disturbed ?? [])].filter(isPart) : [],
  };
}

/** The last word on each open matter, where that is that it is gone. */
const saidGone = (events: readonly InspectionEvent[]) =>
  [...reduce(events).matters.values()].filter(({ says }) => says === "gone");

/** What all of these people may say is gone. */
async function allMaySayGone(
  trx: Trx | Db,
  { policy, siteId }: OpenInspection,
  people: readonly string[],
): Promise<DecisionFacts["maySayGone"]> {
  const each: DecisionFacts["maySayGone"][] = [];
  for (const person of people) each.push(maySayGone(policy, await rolesAt(trx, person, siteId)));
  const all = (kind: MatterKind) => each.every((may) => may[kind]);
  return { place: all("place"), watch: all("watch"), repair_by: all("repair_by") };
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
