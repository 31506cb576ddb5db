import { sql } from "kysely";
import type { Judgement } from "@/core/decision/judge";
import { seenBy } from "@/core/evidence/seen";
import type { InspectionEvent } from "@/core/record/events";
import type { Trx } from "@/server/database/database";
import type { Database } from "@/server/database/tables";

type Proves = Database["checkEvidence"]["proves"];

export interface Evidence {
  readonly checkKey: string;
  readonly eventId: string | null;
  readonly proves: Proves;
  /** The ledger position its answer had seen. */
  readonly seen: number;
}

/** What a judged walk proves, check by check. `begun`: the ledger position it had seen as it began. */
export function evidenceOf(
  { assessment }: Pick<Judgement, "assessment">,
  events: readonly InspectionEvent[],
  begun = 0,
): readonly Evidence[] {
  const seen = new Map(events.map((event) => [event.id, seenBy(event)]));
  const stops = new Set(
    assessment.findings.filter((f) => f.place || f.grade === "tag_out").map((f) => f.eventId),
  );
  const { borrowed } = assessment;
  return [...assessment.byCheck.values()].map(({ check, status, eventId }) => ({
    checkKey: check,
    // What is borrowed names the answer it was proven by.
    eventId: eventId ?? borrowed.get(check)?.eventId ?? null,
    proves: provesOf(status, eventId !== undefined && stops.has(eventId)),
    seen: eventId === undefined ? (borrowed.has(check) ? begun : 0) : (seen.get(eventId) ?? 0),
  }));
}

function provesOf(status: string, stops: boolean): Proves {
  if (status === "fine" || status === "borrowed") return status;
  if (status === "finding") return stops ? "stops" : "noted";
  return "nothing";
}

/**
 * Puts the evidence of a unit's latest full walk in place of the one before. The database ends at once what an entry
 * not seen has touched, and refuses a clearance for which any is missing.
 */
export async function writeEvidence(
  trx: Trx,
  inspection: { readonly id: string; readonly unitId: string },
  evidence: readonly Evidence[],
  until: Date | null,
): Promise<void> {
  await trx.deleteFrom("checkEvidence").where("unitId", "=", inspection.unitId).execute();
  await sql`
    INSERT INTO check_evidence (unit_id, check_key, inspection_id, event_id, proves, seen, until)
    SELECT ${inspection.unitId}, e."checkKey", ${inspection.id}, e."eventId", e.proves, e.seen, ${until}
    FROM jsonb_to_recordset(${JSON.stringify(evidence)}::jsonb)
      AS e("checkKey" text, "eventId" uuid, proves text, seen int)`.execute(trx);
}
