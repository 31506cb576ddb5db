import { kindOfMatter } from "@/core/grade/matters";
import type { InspectionEvent } from "@/core/record/events";
import { isAnswer } from "@/core/record/reduce";
import type { Db, Trx } from "@/server/database/database";
import { append } from "@/server/ledger/append";
import type { Head } from "@/server/ledger/heads";
import { maySayGone, openMatters } from "@/server/matters/read";
import type { Role } from "@/server/people/roles";
import type { OpenInspection } from "./model";

interface Gone {
  readonly eventId: string;
  readonly findingId: string;
  readonly reason: string;
  readonly own: boolean;
}

/**
 * What new events close: an open finding of the unit, said to be gone with why by somebody who may, and a slip of
 * this very walk that its maker corrects. What tags out is closed by its release alone.
 */
export async function writeGone(
  trx: Trx,
  inspection: OpenInspection,
  personId: string,
  events: readonly InspectionEvent[],
  at: Date,
): Promise<readonly Head[]> {
  const gone = [
    ...(await saidGone(trx, inspection, personId, events)),
    ...(await correctedSlips(trx, inspection, personId, events)),
  ];
  if (gone.length === 0) return [];
  const { unitId, id: inspectionId } = inspection;
  const heads = await append(
    trx,
    unitId,
    gone.map(({ eventId, findingId, reason, own }) => ({
      unitId,
      kind: "matter_gone" as const,
      subjectId: findingId,
      at,
      document: { by: personId, inspectionId, eventId, own, why: reason },
    })),
  );
  await trx
    .insertInto("matterGone")
    .values(
      gone.map((one, i) => ({ ...one, inspectionId, personId, at, ledgerPosition: heads[i]?.position ?? 0 })),
    )
    .execute();
  return heads;
}

async function saidGone(
  trx: Trx,
  inspection: OpenInspection,
  personId: string,
  events: readonly InspectionEvent[],
): Promise<readonly Gone[]> {
  const said = events.flatMap((e) => (e.type === "matter" && e.says === "gone" ? [e] : []));
  if (said.length === 0 || inspection.scope.kind !== "full") return [];
  const open = new Map(
    (await openMatters(trx, inspection.unitId, inspection.id)).map((m) => [m.findingId, m]),
  );
  const may = maySayGone(inspection.policy, await rolesAt(trx, personId, inspection.siteId));
  return said.flatMap((event) => {
    const matter = open.get(event.finding);
    const reason = (event.reason ?? "").trim();
    if (matter === undefined || reason === "" || !may[kindOfMatter(matter)]) return [];
    open.delete(event.finding);
    return [{ eventId: event.id, findingId: event.finding, reason, own: false }];
  });
}

async function correctedSlips(
  trx: Trx,
  inspection: OpenInspection,
  personId: string,
  events: readonly InspectionEvent[],
): Promise<readonly Gone[]> {
  const corrected = new Map(
    events.flatMap((e) =>
      isAnswer(e) && e.supersedes !== undefined ? [[e.supersedes.event, e] as const] : [],
    ),
  );
  if (corrected.size === 0) return [];
  const slips = await trx
    .selectFrom("finding as f")
    .leftJoin("matterGone as g", "g.findingId", "f.id")
    .select(["f.id", "f.eventId", "f.checkKey"])
    .where("f.inspectionId", "=", inspection.id)
    .where("f.foundBy", "=", personId)
    .where("f.grade", "!=", "tag_out")
    .where("g.findingId", "is", null)
    .where("f.eventId", "in", [...corrected.keys()])
    .execute();
  return slips.flatMap((slip) => {
    const event = corrected.get(slip.eventId);
    if (event?.supersedes === undefined || event.check !== slip.checkKey) return [];
    return [{ eventId: event.id, findingId: slip.id, reason: event.supersedes.reason, own: true }];
  });
}

export async function rolesAt(trx: Trx | Db, personId: string, siteId: string): Promise<readonly Role[]> {
  const rows = await trx
    .selectFrom("personRole")
    .select("role")
    .where("personId", "=", personId)
    .where("siteId", "=", siteId)
    .execute();
  return rows.map((row) => row.role);
}
