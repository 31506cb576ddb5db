import type { Db } from "@/server/database/database";

/** The latest surveys of a unit, the newest first. */
export const surveysOf = (db: Db, unitId: string, most = 20) =>
  db
    .selectFrom("survey as v")
    .innerJoin("placePlan as p", "p.id", "v.planId")
    .innerJoin("person as who", "who.id", "v.byPerson")
    .select([
      "v.id",
      "v.what",
      "v.given",
      "v.outcome",
      "v.verdict",
      "v.surveyedAt",
      "v.until",
      "p.plan",
      "p.placeId",
      "who.name as by",
    ])
    .where("v.unitId", "=", unitId)
    .orderBy("v.ledgerPosition", "desc")
    .limit(most)
    .execute();
