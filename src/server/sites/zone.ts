import type { Db } from "@/server/database/database";

/** By whose clocks a site is worked. */
export async function zoneOf(db: Db, siteId: string): Promise<string> {
  const site = await db.selectFrom("site").select("timeZone").where("id", "=", siteId).executeTakeFirst();
  return site?.timeZone ?? "UTC";
}
