import { sql } from "kysely";
import type { Db, Trx } from "@/server/database/database";

/** How many faults the owner has not signed for, by unit, at a site. */
export async function unsignedAt(db: Db, siteId: string): Promise<ReadonlyMap<string, number>> {
  const rows = await db
    .selectFrom("unsignedFault as f")
    .innerJoin("unit as u", "u.id", "f.unitId")
    .select(["f.unitId", sql<number>`count(*)::int`.as("count")])
    .where("u.siteId", "=", siteId)
    .groupBy("f.unitId")
    .execute();
  return new Map(rows.map(({ unitId, count }) => [unitId, count]));
}

/** How many faults of a unit the owner has not signed for, those of one inspection apart. */
export async function unsignedFaults(
  db: Db | Trx,
  unitId: string,
  besides: string | null = null,
): Promise<number> {
  const { count } = await db
    .selectFrom("unsignedFault")
    .select(sql<number>`count(*)::int`.as("count"))
    .where("unitId", "=", unitId)
    .where(sql<boolean>`inspection_id IS DISTINCT FROM ${besides}::uuid`)
    .executeTakeFirstOrThrow();
  return count;
}
