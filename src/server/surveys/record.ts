import { z } from "zod";
import type { SurveyRecorded } from "@/contract/survey";
import { misfit } from "@/core/survey/check-given";
import { type SurveyGiven, surveyGivenSchema } from "@/core/survey/job";
import { surveyed } from "@/core/survey/survey";
import { testsGiven } from "@/core/survey/test-area";
import { metersRead } from "@/core/survey/wind-watch";
import type { Db, Trx } from "@/server/database/database";
import { Problem } from "@/server/http/problem";
import { unitSheet } from "@/server/inspections/model";
import { append, lockUnit } from "@/server/ledger/append";
import { type Head, noteHeads } from "@/server/ledger/heads";
import { latestPlans } from "@/server/places/save";
import { policyOfUnit } from "@/server/sites/policy";
import { figuresOf } from "@/server/units/figures";
import { siteMeters } from "@/server/wind/meters";
import { endIfOver, gustsSince, lockWind } from "@/server/wind/take";

/** Beyond this a device's clock says nothing. */
const oldestMs = 24 * 3_600_000;

export const surveySchema = z.strictObject({
  id: z.uuid(),
  /** Who made it: one that was kept on a tablet is recorded in no other name than theirs. */
  by: z.uuid().optional(),
  placeId: z.uuid(),
  /** When it was made, by the device: readings are so old then. */
  surveyedAt: z.iso.datetime(),
  given: surveyGivenSchema,
});

/**
 * Records a survey of a place and a job for a unit, worked out here from what was given: nothing a device worked out is taken.
 * It is worked out by the place as it is drawn now, so that one made on an older plan says no more than the newer one allows.
 * The same survey twice is one.
 */
export async function recordSurvey(
  db: Db,
  unitId: string,
  byPerson: string,
  { id, by = byPerson, placeId, surveyedAt, given: sent }: z.infer<typeof surveySchema>,
  at: Date,
): Promise<SurveyRecorded> {
  if (by !== byPerson)
    throw new Problem(403, "not-yours", "expected whoever made the survey to send it; they sign in first");
  const said = new Date(surveyedAt);
  if (said.getTime() > at.getTime() + 300_000)
    throw new Problem(
      400,
      "bad-input",
      "surveyedAt: expected a moment that has come; set the tablet's clock",
    );
  // A tablet whose clock is ahead makes no survey that comes after those of others.
  const made = said > at ? at : said;
  if (made.getTime() < at.getTime() - oldestMs)
    throw new Problem(
      400,
      "bad-input",
      "surveyedAt: expected a survey of the last 24 hours; survey it again",
    );
  const { recorded, heads } = await db.transaction().execute(async (trx) => {
    const { siteId } = await trx
      .selectFrom("unit")
      .select("siteId")
      .where("id", "=", unitId)
      .executeTakeFirstOrThrow();
    await lockWind(trx, siteId);
    await lockUnit(trx, unitId);
    const before = await recordedBefore(trx, id, unitId, byPerson);
    if (before !== undefined) return { recorded: before, heads: [] };
    const unit = await trx
      .selectFrom("unit as u")
      .innerJoin("site as s", "s.id", "u.siteId")
      .select(["u.siteId", "u.sheetVersionId", policyOfUnit("s", "u")])
      .where("u.id", "=", unitId)
      .executeTakeFirstOrThrow();
    if (unit.sheetVersionId === null)
      throw new Problem(409, "no-sheet", "expected a unit with a machine sheet; its owner adds one first");
    const { sheet } = await unitSheet(trx, unit.sheetVersionId, await figuresOf(trx, unitId));
    const place = (await latestPlans(trx, unit.siteId).execute()).find((one) => one.id === placeId);
    if (place === undefined)
      throw new Problem(404, "no-place", "expected a place of the site the unit is at");
    const given = testsGiven(sent, sheet, place.plan);
    const wrong = misfit(place.plan, given);
    if (wrong !== undefined) throw new Problem(400, "bad-input", wrong);
    const meters = metersRead(await siteMeters(trx, unit.siteId, made));
    const outcome = surveyed({
      ...given,
      meters,
      sheet,
      plan: place.plan,
      rules: unit.policy.workplace ?? {},
      surveyedMs: made.getTime(),
    });
    const document = {
      by: byPerson,
      placeId,
      planId: place.planId,
      planNo: place.no,
      surveyedAt: made.toISOString(),
      ...(given.purpose && { purpose: given.purpose }),
      given,
      meters,
      outcome,
    };
    const [head, ...rest] = await append(trx, unitId, [
      { unitId, kind: "surveyed", subjectId: id, at, document },
    ]);
    if (head === undefined) throw new Error("expected an entry of the unit's ledger");
    await trx
      .insertInto("survey")
      .values({
        ...{ id, unitId, planId: place.planId, ledgerPosition: head.position, what: given.job.what },
        ...{ given: JSON.stringify(given), outcome: JSON.stringify(outcome), verdict: outcome.verdict },
        ...{ byPerson, surveyedAt: made, until: new Date(outcome.untilMs), at },
      })
      .execute();
    // One that was made without a signal some time ago: a gust that has come since ends it at once.
    const ended: Head[] = [];
    // A test area clears nothing that could end.
    const gusts = given.purpose === "tests" ? [] : await gustsSince(trx, unit.siteId, made, at);
    for (const { meter, gustMps } of gusts)
      if (ended.length === 0)
        ended.push(...(await endIfOver(trx, meter, { id, unitId, outcome }, gustMps, at)));
    return {
      recorded: { id, verdict: outcome.verdict, untilMs: outcome.untilMs },
      heads: [head, ...rest, ...ended],
    };
  });
  noteHeads(heads);
  return recorded;
}

/** What came of it before, where it was sent already; a problem where its id is another's. */
async function recordedBefore(
  trx: Trx,
  id: string,
  unitId: string,
  byPerson: string,
): Promise<SurveyRecorded | undefined> {
  const before = await trx
    .selectFrom("survey")
    .select(["unitId", "byPerson", "verdict", "until"])
    .where("id", "=", id)
    .executeTakeFirst();
  if (before === undefined) return undefined;
  if (before.unitId !== unitId || before.byPerson !== byPerson)
    throw new Problem(409, "id-taken", "expected a new id: another survey has it");
  return { id, verdict: before.verdict, untilMs: before.until.getTime() };
}

export type { SurveyGiven };
