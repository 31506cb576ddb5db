import type { SurveyShown } from "@/contract/survey";
import { type Attempt, rescueLadder } from "@/core/survey/rescue-ladder";
import { unitSheetOf } from "@/server/clocks/sheet-of-unit";
import type { Db } from "@/server/database/database";
import { isUuid } from "@/server/http/uuid";
import { rowShown, surveyRows } from "./rows";
import { talkSigned } from "./talk";

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

/** A survey with all that the pre-start talk, the card and the rescue need; undefined where there is none. */
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
