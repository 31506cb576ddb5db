import type { WorkplaceRules } from "@/core/vocabulary/workplace-rules";
import type { Db } from "@/server/database/database";
import { policyOfUnit } from "@/server/sites/policy";

/** What a survey of a unit is worked out by, as the policy of its site has it. */
export async function rulesOfUnit(db: Db, unitId: string): Promise<WorkplaceRules> {
  const { policy } = await db
    .selectFrom("unit as u")
    .innerJoin("site as s", "s.id", "u.siteId")
    .select(policyOfUnit("s", "u"))
    .where("u.id", "=", unitId)
    .executeTakeFirstOrThrow();
  return policy.workplace ?? {};
}

/** The place a shift needs a unit at, in words; undefined where none does. */
export const neededAt = async (db: Db, unitId: string): Promise<string | undefined> =>
  (await db.selectFrom("shiftNeed").select("place").where("unitId", "=", unitId).executeTakeFirst())?.place;
