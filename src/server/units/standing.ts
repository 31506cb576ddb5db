import { type Kysely, sql } from "kysely";
import { type Standing, standingOf } from "@/core/decision/standing";
import type { EntryKind } from "@/core/evidence/touches";
import type { Outcome } from "@/core/vocabulary/outcomes";
import type { Db } from "@/server/database/database";
import type { Database } from "@/server/database/tables";

interface FactRow {
  id: string;
  tags: string[] | null;
  reports: string[] | null;
  examinationDue: Date;
  repairDue: Date | null;
  outcome: Outcome | null;
  checksDue: number | null;
  proven: number | null;
  endedBy: EntryKind | null;
  signedAt: Date | null;
  signer: string | null;
  clearanceEndsAt: Date | null;
  inspectionId: string | null;
}

export interface UnitStanding extends Standing {
  readonly unitId: string;
  /** Numbers of tags and of reports that hold it. */
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
  const reading = db.transaction().setAccessMode("read only");
  const rows = await reading.execute(async (trx) => {
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
      (SELECT array_agg(h.name ORDER BY h.since) FROM standing_hold h WHERE h.unit_id = u.id AND h.name LIKE 'R-%') AS reports,
      (SELECT min(m.repair_by) FROM open_matter m WHERE m.unit_id = u.id) AS repair_due,
      l.outcome, l.checks_due, l.signed_at, p.name AS signer, l.clearance_ends_at, l.inspection_id,
      e.proven, (SELECT kind FROM ledger_entry WHERE unit_id = u.id AND position = e.ended_by) AS ended_by
    FROM unit u
    LEFT JOIN LATERAL (SELECT * FROM seal s WHERE s.unit_id = u.id AND s.scope = 'full'
      ORDER BY s.ledger_position DESC, s.signed_at DESC LIMIT 1) l ON true
    LEFT JOIN LATERAL (SELECT count(*) FILTER (WHERE c.ended_by IS NULL AND c.proves IN ('fine','noted'))::int AS proven,
      max(c.ended_by) AS ended_by FROM check_evidence c WHERE c.unit_id = u.id AND c.inspection_id = l.inspection_id) e ON true
    LEFT JOIN person p ON p.id = l.signed_by
    WHERE u.id = ANY(${unitIds}::uuid[])
  `.execute(trx);
  return rows;
}

function read(row: FactRow, at: Date): UnitStanding {
  const tags = row.tags ?? [];
  const reports = row.reports ?? [];
  const standing = standingOf({
    tags,
    reports,
    walk:
      row.outcome === null
        ? undefined
        : {
            outcome: row.outcome,
            checksDue: row.checksDue ?? 1,
            proven: row.proven ?? 0,
            endedBy: row.endedBy ?? undefined,
            untilMs: row.clearanceEndsAt?.getTime(),
          },
    examinationDueMs: row.examinationDue.getTime(),
    repairDueMs: row.repairDue?.getTime(),
    nowMs: at.getTime(),
  });
  return {
    ...standing,
    unitId: row.id,
    tags: [...tags, ...reports],
    signedBy: row.signer ?? undefined,
    signedAtMs: row.signedAt?.getTime(),
    inspectionId: row.inspectionId ?? undefined,
  };
}
