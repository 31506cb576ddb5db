import type { OtherUnit, OtherUnits } from "@/contract/shift";
import { type Fit, fitThere } from "@/core/shift/fit";
import { isOutOfUse } from "@/core/shift/fitness";
import type { SurveyGiven } from "@/core/survey/job";
import type { PlacePlan } from "@/core/survey/place-plan";
import { policyFor } from "@/core/vocabulary/policy-for";
import type { Db } from "@/server/database/database";
import { Problem } from "@/server/http/problem";
import { isUuid } from "@/server/http/uuid";
import { latestPlans } from "@/server/places/save";
import { fitOfUnit } from "./fits";
import { type PlanUnit, shiftSetting } from "./morning";

/** A survey counts for its place and job so long, as far as it tells which other unit could do it. */
const surveyDays = 30;

/**
 * Which units of the site that are not out could do a crew's work: the job that was surveyed at its place for its usual unit, where one was;
 * else the figures of the need.
 */
export async function othersFor(db: Db, siteId: string, needId: string, at: Date): Promise<OtherUnits> {
  const setting = await shiftSetting(db, siteId, at);
  const need = setting.needs.find(({ id }) => isUuid(needId) && id === needId);
  if (need === undefined) throw new Problem(404, "no-need", "expected a need of this shift");
  const survey = need.unitId === null ? undefined : await surveyFor(db, siteId, need.unitId, need.place, at);
  const usual = setting.units.get(need.unitId ?? "");
  const fitFor = (unit: PlanUnit): (Fit & { readonly moved: boolean }) | undefined => {
    if (survey !== undefined) {
      const rules = policyFor(setting.policy, unit.family).workplace ?? {};
      return fitThere(unit.sheet, survey.plan, survey.given, rules, survey.surveyedMs);
    }
    if (need.work !== null) return { ...fitOfUnit(unit, need.work, setting.policy), moved: false };
    return unit.sheetId === usual?.sheetId
      ? { fits: true, against: [], limits: [], moved: false }
      : undefined;
  };
  const known = new Map<string, ReturnType<typeof fitFor>>();
  const others = [...setting.units.values()].flatMap((unit): readonly OtherUnit[] => {
    if (isOutOfUse(unit.standing.state)) return [];
    if (!known.has(unit.sheetKey)) known.set(unit.sheetKey, fitFor(unit));
    const fit = known.get(unit.sheetKey);
    if (fit === undefined) return [];
    const topics = (sums: Fit["against"]) => [...new Set(sums.map(({ topic }) => topic))];
    return [
      {
        ...{ unitId: unit.id, plate: unit.plate, fits: fit.fits, moved: fit.moved },
        ...{ against: topics(fit.against), limits: topics(fit.limits) },
      },
    ];
  });
  return { by: survey !== undefined ? "survey" : need.work !== null ? "work" : "model", others };
}

/** The latest survey of a unit at a place, with the place as it is drawn now. */
async function surveyFor(
  db: Db,
  siteId: string,
  unitId: string,
  place: string,
  at: Date,
): Promise<
  { readonly plan: PlacePlan; readonly given: SurveyGiven; readonly surveyedMs: number } | undefined
> {
  const plan = (await latestPlans(db, siteId).execute()).find((one) => one.plan.name === place);
  if (plan === undefined) return undefined;
  const row = await db
    .selectFrom("survey as v")
    .innerJoin("placePlan as p", "p.id", "v.planId")
    .select(["v.given", "v.surveyedAt"])
    .where("v.unitId", "=", unitId)
    .where("p.placeId", "=", plan.id)
    .where("v.surveyedAt", ">", new Date(at.getTime() - surveyDays * 86_400_000))
    .orderBy("v.surveyedAt", "desc")
    .limit(1)
    .executeTakeFirst();
  return row === undefined || row.given.purpose === "tests"
    ? undefined
    : { plan: plan.plan, given: row.given, surveyedMs: row.surveyedAt.getTime() };
}
