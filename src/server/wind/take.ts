import { sql } from "kysely";
import { allows } from "@/core/survey/sums";
import type { SurveyOutcome } from "@/core/survey/survey";
import { type WindSample, windAllowedAt } from "@/core/survey/wind-watch";
import type { Db, Trx } from "@/server/database/database";
import { append, lockUnit } from "@/server/ledger/append";
import { type Head, noteHeads } from "@/server/ledger/heads";
import { siteMeters } from "./meters";

interface Meter {
  readonly id: string;
  readonly siteId: string;
  readonly name: string;
  readonly heightM: number;
}

/**
 * Whatever lets a survey stand or ends it by the wind goes one after the other at a site: no survey comes between a gust and
 * what it ends. Taken before the lock of any unit.
 */
export async function lockWind(trx: Trx, siteId: string): Promise<void> {
  await sql`SELECT pg_advisory_xact_lock(7120, hashtext(${siteId}))`.execute(trx);
}

/** Keeps what a meter showed over ten seconds, and ends every survey of its site that allows no such gust. */
export async function takeSample(
  db: Db,
  meter: Meter,
  { atMs, meanMps, gustMps }: WindSample,
  at: Date,
): Promise<void> {
  const heads = await db.transaction().execute(async (trx) => {
    await lockWind(trx, meter.siteId);
    await trx
      .insertInto("windReading")
      .values({ meterId: meter.id, at: new Date(atMs), meanMps, gustMps })
      .onConflict((on) => on.doNothing())
      .execute();
    return endOver(trx, meter, gustMps, at);
  });
  noteHeads(heads);
}

/** The greatest gust each meter of a site has shown after a moment. */
export async function gustsSince(trx: Trx, siteId: string, since: Date, at: Date) {
  const meters = await siteMeters(trx, siteId, at, at.getTime() - since.getTime());
  return meters.flatMap((meter) => {
    const gusts = meter.samples.filter(({ atMs }) => atMs > since.getTime()).map(({ gustMps }) => gustMps);
    return gusts.length === 0 ? [] : [{ meter: { ...meter, siteId }, gustMps: Math.max(...gusts) }];
  });
}

/** Ends the surveys in effect at a meter's site that allow no such gust where it stands. */
async function endOver(trx: Trx, meter: Meter, gustMps: number, at: Date): Promise<readonly Head[]> {
  const surveys = await trx
    .selectFrom("unitStanding as s")
    .innerJoin("unit as u", "u.id", "s.unitId")
    .innerJoin("survey as v", "v.id", "s.surveyId")
    .select(["v.id", "v.unitId", "v.outcome"])
    .where("s.siteId", "=", meter.siteId)
    .where("s.surveyUntil", ">", at)
    .orderBy("u.lockNo")
    .execute();
  const heads: Head[] = [];
  for (const survey of surveys) heads.push(...(await endIfOver(trx, meter, survey, gustMps, at)));
  return heads;
}

/**
 * Ends a survey that allows no such gust where a meter stands. The caller holds the lock of the site's wind, finds the survey
 * in effect and notes the heads.
 */
export async function endIfOver(
  trx: Trx,
  meter: Meter,
  { id, unitId, outcome }: { readonly id: string; readonly unitId: string; readonly outcome: SurveyOutcome },
  gustMps: number,
  at: Date,
): Promise<readonly Head[]> {
  const limitMps = windAllowedAt(outcome.sums, meter.heightM);
  if (!allows(outcome.verdict) || limitMps === undefined || gustMps <= limitMps) return [];
  await lockUnit(trx, unitId);
  const document = { surveyId: id, meterId: meter.id, meter: meter.name, gustMps, limitMps };
  const heads = await append(trx, unitId, [{ unitId, kind: "survey_ended", subjectId: id, at, document }]);
  const [head] = heads;
  if (head === undefined) throw new Error("expected an entry of the unit's ledger");
  await trx
    .insertInto("surveyEnded")
    .values({
      ...{ surveyId: id, unitId, ledgerPosition: head.position },
      ...{ meterId: meter.id, gustMps, limitMps, at },
    })
    .execute();
  return heads;
}
