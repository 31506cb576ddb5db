import type { SiteWind } from "@/contract/wind";
import { allows } from "@/core/survey/sums";
import { windAllowedAt } from "@/core/survey/wind-watch";
import type { Db } from "@/server/database/database";
import { openMeters, siteMeters } from "./meters";

/** What the wind meters of a site show, all of two hours or what came after a moment, and what each survey in effect there allows where each meter stands. */
export async function windOfSite(db: Db, siteId: string, at: Date, since?: Date): Promise<SiteWind> {
  const all = await siteMeters(db, siteId, at);
  const meters = all.map((meter) => ({
    ...meter,
    samples: meter.samples.filter(({ atMs }) => since === undefined || atMs > since.getTime()),
  }));
  const surveys =
    meters.length === 0
      ? []
      : await db
          .selectFrom("unitStanding as s")
          .innerJoin("unit as u", "u.id", "s.unitId")
          .innerJoin("survey as v", "v.id", "s.surveyId")
          .select(["u.plate", "v.outcome"])
          .where("s.siteId", "=", siteId)
          .where("s.surveyUntil", ">", at)
          .orderBy("u.lockNo")
          .execute();
  return {
    atMs: at.getTime(),
    meters,
    allowed: surveys
      .filter(({ outcome }) => allows(outcome.verdict))
      .flatMap(({ plate, outcome }) =>
        meters.flatMap(({ id, heightM }) => {
          const limitMps = windAllowedAt(outcome.sums, heightM);
          return limitMps === undefined ? [] : [{ plate, meterId: id, limitMps }];
        }),
      ),
  };
}

/** The wind meters of a site as its owner set them up. */
export const metersSet = async (db: Db, siteId: string) =>
  (await openMeters(db).where("m.siteId", "=", siteId).execute()).map(({ id, name, address }) => ({
    ...{ id, name, address },
  }));
