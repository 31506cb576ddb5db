import { sql } from "kysely";
import type { SurveyShown } from "@/contract/survey";
import { type Attempt, rescueLadder } from "@/core/survey/rescue-ladder";
import { allows } from "@/core/survey/sums";
import { unitSheetOf } from "@/server/clocks/sheet-of-unit";
import type { Db } from "@/server/database/database";
import { isUuid } from "@/server/http/uuid";
import { talkSigned } from "./talk";

/** Surveys as they are listed, the newest first: whether the wind has ended them, and whether one is in effect is the unit's row to say. */
const surveyRows = (db: Db) =>
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
const rowShown = (row: SurveyRow, at: Date): SurveyShown => ({
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

/** The latest surveys of a unit. */
export async function surveysOf(
  db: Db,
  unitId: string,
  at: Date,
  most: number,
): Promise<readonly SurveyShown[]> {
  const rows = await surveyRows(db)
    .where("v.unitId", "=", unitId)
    .orderBy("v.ledgerPosition", "desc")
    .limit(most)
    .execute();
  return rows.map((row) => rowShown(row, at));
}

/** A survey with all that the talk before the start, the card and the rescue need; undefined where there is none. */
export async function surveyOne(db: Db, id: string, at: Date) {
  if (!isUuid(id)) return undefined;
  const row = await surveyRows(db).select(["v.given", "v.outcome"]).where("v.id", "=", id).executeTakeFirst();
  if (row === undefined) return undefined;
  const unit = await unitSheetOf(db, row.plate);
  const ladder: readonly Attempt[] = unit?.sheet == null ? [] : rescueLadder(unit.sheet);
  return {
    siteId: row.siteId,
    shown: rowShown(row, at),
    plan: row.plan,
    given: row.given,
    sums: row.outcome.sums,
    ladder,
    signed: await talkSigned(db, id),
  };
}
