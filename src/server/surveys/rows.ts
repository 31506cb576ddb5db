import { sql } from "kysely";
import type { SurveyShown } from "@/contract/survey";
import { allows } from "@/core/survey/sums";
import type { Db, Trx } from "@/server/database/database";

/** Surveys as they are listed, the newest first: whether the wind has ended them, and whether one is in effect is the unit's row to say. */
export const surveyRows = (db: Db | Trx) =>
  db
    .selectFrom("survey as v")
    .innerJoin("placePlan as p", "p.id", "v.planId")
    .innerJoin("person as who", "who.id", "v.byPerson")
    .innerJoin("unit as u", "u.id", "v.unitId")
    .innerJoin("unitStanding as s", "s.unitId", "v.unitId")
    .leftJoin("surveyEnded as x", "x.surveyId", "v.id")
    .leftJoin("windMeter as m", "m.id", "x.meterId")
    .select([
      "v.id",
      "v.what",
      "v.verdict",
      sql<boolean>`v.given->>'purpose' IS NOT NULL`.as("tests"),
      "v.surveyedAt",
      "v.until",
      "p.plan",
      "who.name as by",
      "v.unitId",
      "u.plate",
      "u.siteId",
      "s.surveyId",
      "x.at as endedAt",
      "x.gustMps",
      "x.limitMps",
      "m.name as meter",
    ]);

type SurveyRow = Awaited<ReturnType<ReturnType<typeof surveyRows>["execute"]>>[number];

/** A survey as it is listed. It is in effect while it allows the work, is its unit's latest, nothing has ended it and its readings are not too old. */
export const rowShown = (row: SurveyRow, at: Date): SurveyShown => ({
  id: row.id,
  plate: row.plate,
  tests: row.tests,
  what: row.what,
  place: row.plan.name,
  verdict: row.verdict,
  by: row.by,
  surveyedAtMs: row.surveyedAt.getTime(),
  untilMs: row.until.getTime(),
  inEffect: (row.tests || row.surveyId === row.id) && row.until > at && allows(row.verdict),
  ended:
    row.endedAt === null
      ? undefined
      : {
          atMs: row.endedAt.getTime(),
          gustMps: row.gustMps ?? 0,
          limitMps: row.limitMps ?? 0,
          meter: row.meter ?? "",
        },
});
