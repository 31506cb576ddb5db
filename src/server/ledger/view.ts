import { sql } from "kysely";
import type { LedgerView } from "@/core/evidence/seen";
import type { Db, Trx } from "@/server/database/database";

/** The first position of its unit's ledger that an inspection has not seen as it begins. */
export const sinceBegun = ({
  begunSeen,
  startedPosition,
}: {
  readonly startedPosition: number | null;
  readonly begunSeen: number | null;
}): number =>
  // One begun without a signal has seen nothing of what came between.
  begunSeen === null ? (startedPosition ?? 0) : begunSeen + 1;

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
  const since = sinceBegun(inspection);
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
