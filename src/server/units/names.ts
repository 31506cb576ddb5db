import type { Db } from "@/server/database/database";

/** Units there are at most on a list to pick from. */
const most = 2000;

/** The units of a site to pick from, by plate; those that are retired too where records of them are meant. */
export const unitNames = (db: Db, siteId: string, retired: "too" | "not") =>
  db
    .selectFrom("unit")
    .select(["id", "plate"])
    .where("siteId", "=", siteId)
    .$if(retired === "not", (some) => some.where("retiredAt", "is", null))
    .orderBy("plate")
    .limit(most)
    .execute();
