import { sql } from "kysely";
import { intervalOf } from "@/core/catalogue/interval";
import type { Judgement } from "@/core/decision/judge";
import type { Lasting } from "@/core/evidence/lasting";
import { seenBy } from "@/core/evidence/seen";
import { ranNow } from "@/core/periodic/clocks";
import type { InspectionEvent } from "@/core/record/events";
import { clocksNow } from "@/server/clocks/keep";
import type { Db, Trx } from "@/server/database/database";
import { sinceBegun } from "@/server/ledger/view";
import { checksByKey, type OpenInspection } from "./model";

const dayMs = 86_400_000;

/** Whether what an inspection proves may last, or be borrowed by it: a full walk in a yard that goes by the manual. */
const borrows = ({ scope, policy }: Pick<OpenInspection, "scope" | "policy">): boolean =>
  scope.kind === "full" && policy.intervals === "as_the_manual";

/** What an inspection may borrow, as it stood when it began. What has ended since, the ledger says. */
export async function lastingFor(db: Db | Trx, inspection: OpenInspection): Promise<readonly Lasting[]> {
  if (!borrows(inspection)) return [];
  const before = sinceBegun(inspection);
  const rows = await db
    .selectFrom("lastingEvidence as l")
    .innerJoin("person as p", "p.id", "l.answeredBy")
    .distinctOn("l.checkKey")
    .select(["l.checkKey", "l.eventId", "l.inspectionId", "l.begunAt", "l.until", "l.untilHours", "p.name"])
    .where("l.unitId", "=", inspection.unitId)
    .where("l.inspectionId", "!=", inspection.id)
    .where(sql<boolean>`NOT lasting_ended(l, ${before})`)
    .orderBy("l.checkKey")
    .orderBy("l.begunAt", "desc")
    .execute();
  return rows.map(({ checkKey: check, eventId, inspectionId, begunAt, until, untilHours, name: by }) => ({
    ...{ check, eventId, inspectionId, by, atMs: begunAt.getTime() },
    ...(until !== null && { untilMs: until.getTime() }),
    ...(untilHours !== null && { untilHours }),
  }));
}

/** Keeps what a walk that clears has proven for longer than its clearance; what goes by hours only where they are known. */
export async function keepLasting(
  trx: Trx,
  inspection: OpenInspection,
  { assessment }: Pick<Judgement, "assessment">,
  events: readonly InspectionEvent[],
  at: Date,
): Promise<void> {
  if (!borrows(inspection)) return;
  const { id: inspectionId, unitId, personId, asks, startedAt } = inspection;
  const { meter } = await clocksNow(trx, unitId);
  const hours = ranNow(meter, undefined, at.getTime());
  const byId = new Map(events.map((event) => [event.id, event]));
  const checks = checksByKey(asks);
  const rows = [...assessment.byCheck.values()].flatMap(({ check, status, eventId = "" }) => {
    const definition = checks.get(check)?.definition;
    const interval = definition && intervalOf(asks.sheet, definition);
    const event = byId.get(eventId);
    if (status !== "fine" || interval === undefined || event === undefined) return [];
    if (interval.hours !== undefined && hours === undefined) return [];
    const until = interval.days === undefined ? null : new Date(startedAt.getTime() + interval.days * dayMs);
    const untilHours = interval.hours === undefined ? null : (hours ?? 0) + interval.hours;
    const row = { unitId, checkKey: check, inspectionId, eventId, begunAt: startedAt, until, untilHours };
    return [{ ...row, answeredBy: event.by ?? personId, seen: seenBy(event) }];
  });
  if (rows.length > 0) await trx.insertInto("lastingEvidence").values(rows).execute();
}
