import type { Db, Trx } from "@/server/database/database";
import { type Head, noteHeads } from "@/server/ledger/heads";
import { readBatch } from "./batch";
import { gradeNew } from "./findings";
import { holdAll, holdBody } from "./hold";
import { lockedInspection } from "./locked";
import type { OpenInspection } from "./model";
import { type BadEvent, isBad, type ReadEvent } from "./read-event";

/**
 * A tablet is shared: what one person found may reach the server in the session of the next, who may not answer for
 * them. Answers wait on the tablet for whoever made them; what stops the unit does not wait. It is kept as it came and
 * holds the unit until somebody looks, as is what cannot be read. Gives whether anything is held for it.
 */
export async function holdCarried(
  db: Db,
  inspectionId: string,
  carrierId: string,
  body: unknown,
  at: Date,
): Promise<boolean> {
  const heads: Head[] = [];
  const held = await db.transaction().execute(async (trx) => {
    const inspection = await lockedInspection(trx, inspectionId);
    const read = await readBatch(trx, inspection, body);
    if (read === undefined) {
      heads.push(...(await holdBody(trx, inspection, carrierId, body, at)));
      return true;
    }
    const bad = [...read.filter(isBad), ...(await stopping(trx, inspection, read))];
    heads.push(...(await holdAll(trx, inspection, carrierId, bad, at)));
    return bad.length > 0;
  });
  noteHeads(heads);
  return held;
}

const problem = "what it found stops the unit, and it was sent by somebody other than its finder";

/** Readable events that found something by which the unit must not be used, and that nobody has heard of yet. */
async function stopping(
  trx: Trx,
  inspection: OpenInspection,
  read: readonly ReadEvent[],
): Promise<readonly Pick<BadEvent, "kind" | "problem" | "raw">[]> {
  const events = read.flatMap((r) => (r.kind === "good" ? [r.event] : []));
  const findings = await gradeNew(trx, inspection, events);
  const stops = new Set(findings.filter((f) => f.place || f.grade === "tag_out").map((f) => f.eventId));
  if (stops.size === 0) return [];
  const known = await trx
    .selectFrom("finding")
    .select("eventId")
    .where("inspectionId", "=", inspection.id)
    .where("eventId", "in", [...stops])
    .execute();
  for (const { eventId } of known) stops.delete(eventId);
  return events
    .filter((event) => stops.has(event.id))
    .map((event) => ({ kind: "refused" as const, problem, raw: event }));
}
