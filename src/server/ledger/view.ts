import { sql } from "kysely";
import type { LedgerView } from "@/core/evidence/seen";
import type { Db, Trx } from "@/server/database/database";

/** What has come into a unit's ledger since an inspection began, and what that inspection itself put there. */
export async function ledgerView(
  db: Db | Trx,
  unitId: string,
  inspection: { readonly id: string; readonly startedPosition: number | null },
): Promise<LedgerView> {
  const since = inspection.startedPosition ?? 0;
  const touches = await db
    .selectFrom("ledgerEntry")
    .select(["position", "kind", "touches"])
    .where("unitId", "=", unitId)
    .where("position", ">=", since)
    .where(sql<boolean>`touches <> '[]'`)
    .orderBy("position")
    .execute();
  const made = await db
    .selectFrom("finding")
    .select(["eventId", "ledgerPosition"])
    .where("inspectionId", "=", inspection.id)
    .execute();
  return { touches, made: Object.fromEntries(made.map((f) => [f.eventId, f.ledgerPosition])) };
}
