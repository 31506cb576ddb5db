import type { Zone } from "@/core/vocabulary/zone";
import type { Db, Trx } from "@/server/database/database";

/** By whose clocks a site is worked. */
export async function zoneOf(db: Db, siteId: string): Promise<Zone> {
  const site = await db.selectFrom("site").select("timeZone").where("id", "=", siteId).executeTakeFirst();
  return site?.timeZone ?? "UTC";
}

/** By whose clocks the site of a unit is worked. */
export async function zoneOfUnit(db: Db | Trx, unitId: string): Promise<Zone> {
  const { timeZone } = await db
    .selectFrom("unit as u")
    .innerJoin("site as s", "s.id", "u.siteId")
    .select("s.timeZone")
    .where("u.id", "=", unitId)
    .executeTakeFirstOrThrow();
  return timeZone;
}
