import { type Kysely, sql } from "kysely";
import type { Outcome } from "@/core/decision/decide";
import { type Standing, standingOf } from "@/core/decision/standing";
import type { Db } from "@/server/database/database";
import type { Database } from "@/server/database/tables";

interface FactRow {
  id: string;
  tags: string[] | null;
  examinationDue: Date;
  repairDue: Date | null;
  releasedAt: Date | null;
  outcome: Outcome | null;
  signedAt: Date | null;
  signerId: string | null;
  signer: string | null;
  clearanceEndsAt: Date | null;
  inspectionId: string | null;
}

export interface UnitStanding extends Standing {
  readonly unitId: string;
  readonly tags: readonly string[];
  readonly signedBy?: string;
  readonly signedAtMs?: number;
  readonly inspectionId?: string;
}

/**
 * Where units stand now. Read in one statement under the unit's lock in its shared form, which tagging,
 * sealing and releasing take whole: a reader never sees half of any of them.
 */
export async function standings(
  db: Db,
  unitIds: readonly string[],
  at: Date,
): Promise<ReadonlyMap<string, UnitStanding>> {
  if (unitIds.length === 0) return new Map();
  const rows = await db.transaction().execute(async (trx) => {
    await sql`SELECT pg_advisory_xact_lock_shared(7114, lock_no) FROM (SELECT lock_no FROM unit WHERE id = ANY(${unitIds}::uuid[]) ORDER BY lock_no) AS locks`.execute(
      trx,
    );
    return facts(trx, unitIds);
  });
  return new Map(rows.map((row) => [row.id, read(row, at)]));
}

async function facts(trx: Kysely<Database>, unitIds: readonly string[]): Promise<readonly FactRow[]> {
  const { rows } = await sql<FactRow>`
    SELECT u.id, u.examination_due,
      (SELECT array_agg(t.number ORDER BY t.number) FROM standing_tag t WHERE t.unit_id = u.id) AS tags,
      (SELECT min(f.repair_by) FROM finding f LEFT JOIN finding_repair r ON r.finding_id = f.id
        WHERE f.unit_id = u.id AND f.repair_by IS NOT NULL AND r.finding_id IS NULL) AS repair_due,
      (SELECT max(s.at) FROM tag_step s WHERE s.unit_id = u.id AND s.kind = 'released') AS released_at,
      l.outcome, l.signed_at, l.signed_by AS signer_id, p.name AS signer, l.clearance_ends_at, l.inspection_id
    FROM unit u
    LEFT JOIN LATERAL (SELECT * FROM seal s WHERE s.unit_id = u.id AND s.scope = 'full' ORDER BY s.signed_at DESC LIMIT 1) l ON true
    LEFT JOIN person p ON p.id = l.signed_by
    WHERE u.id = ANY(${unitIds}::uuid[])
  `.execute(trx);
  return rows;
}

function read(row: FactRow, at: Date): UnitStanding {
  const tags = row.tags ?? [];
  const last =
    row.outcome !== null && row.signedAt !== null && row.signerId !== null
      ? {
          outcome: row.outcome,
          signedAtMs: row.signedAt.getTime(),
          signedBy: row.signerId,
          scope: "full" as const,
        }
      : undefined;
  const standing = standingOf({
    standingTags: tags,
    lastInspection: last,
    lastReleaseAtMs: row.releasedAt?.getTime(),
    examinationDueMs: row.examinationDue.getTime(),
    repairDueMs: row.repairDue?.getTime(),
    nowMs: at.getTime(),
    clearanceEndsMs: row.clearanceEndsAt?.getTime(),
  });
  return {
    ...standing,
    unitId: row.id,
    tags,
    signedBy: row.signer ?? undefined,
    signedAtMs: last?.signedAtMs,
    inspectionId: row.inspectionId ?? undefined,
  };
}
