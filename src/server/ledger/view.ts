import { sql } from "kysely";
import type { LedgerView } from "@/core/evidence/seen";
import type { Db, Trx } from "@/server/database/database";

/** What has come into a unit's ledger since an inspection began, its own findings apart. */
export async function ledgerView(
  db: Db | Trx,
  unitId: string,
  inspection: {
    readonly id: string;
    readonly startedPosition: number | null;
    readonly begunSeen: number | null;
  },
): Promise<LedgerView> {
  // One begun without a signal has seen nothing of what came between.
  const since = inspection.begunSeen === null ? (inspection.startedPosition ?? 0) : inspection.begunSeen + 1;
  return db
    .selectFrom("ledgerEntry")
    .select(["position", "kind", "touches"])
    .where("unitId", "=", unitId)
    .where("position", ">=", since)
    .where(sql<boolean>`touches <> '[]'`)
    .where(({ not, exists, selectFrom }) =>
      not(
        exists(
          selectFrom("finding as f")
            .select("f.id")
            .whereRef("f.id", "=", "ledgerEntry.subjectId")
            .where("f.inspectionId", "=", inspection.id),
        ),
      ),
    )
    .orderBy("position")
    .execute();
}
