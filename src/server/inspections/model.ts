import { type Check, catalogueVersion, checksOf } from "@/core/catalogue/catalogue";
import type { Policy } from "@/core/grade/policy";
import { type Plan, type PlanInput, planInspection } from "@/core/plan/plan";
import { schoolsOf } from "@/core/plan/schools";
import type { Scope } from "@/core/plan/scope";
import type { PlanState } from "@/core/plan/variables";
import { sheetOfUnit } from "@/core/sheet/overrides";
import type { Sheet } from "@/core/sheet/sheet";
import type { Db, Trx } from "@/server/database/database";

/** What every use of an inspection needs of it. */
export interface OpenInspection {
  readonly id: string;
  readonly unitId: string;
  readonly plate: string;
  readonly siteId: string;
  readonly personId: string;
  readonly scope: Scope;
  readonly tagId: string | null;
  readonly sheetVersionId: string;
  readonly sheetId: string;
  readonly sheet: Sheet;
  readonly policy: Policy;
  readonly found: PlanState;
  readonly startedAt: Date;
  readonly sealed: boolean;
}

export async function findInspection(db: Db | Trx, id: string): Promise<OpenInspection | undefined> {
  const row = await db
    .selectFrom("inspection as i")
    .innerJoin("unit as u", "u.id", "i.unitId")
    .innerJoin("sheetVersion as v", "v.id", "i.sheetVersionId")
    .leftJoin("seal as s", "s.inspectionId", "i.id")
    .select([
      "i.id",
      "i.unitId",
      "u.plate",
      "u.siteId",
      "i.personId",
      "i.scope",
      "i.tagId",
      "i.sheetVersionId",
      "v.sheetId",
      "v.content as model",
      "i.figures",
      "i.policy",
      "i.found",
      "i.startedAt",
      "s.inspectionId as sealedId",
    ])
    .where("i.id", "=", id)
    .executeTakeFirst();
  if (row === undefined) return undefined;
  const { sealedId, model, figures, ...rest } = row;
  return { ...rest, sheet: sheetOfUnit(model, figures), sealed: sealedId !== null };
}

const checksBySheet = new Map<string, ReadonlyMap<string, Check>>();

/** The checks of a sheet version by key. A version never changes, so they are worked out once. */
export function checksByKey(sheetVersionId: string, sheet: Sheet): ReadonlyMap<string, Check> {
  let checks = checksBySheet.get(sheetVersionId);
  if (checks === undefined) {
    checks = new Map(checksOf(sheet).map((check) => [check.key, check]));
    checksBySheet.set(sheetVersionId, checks);
  }
  return checks;
}

const plans = new Map<string, Plan>();
const mostPlans = 200;

/**
 * The plan of an inspection: worked out from what was pinned when it started. The same input always gives the
 * same plan, so the last few hundred are kept.
 */
export function planOf(inspection: Pick<OpenInspection, "sheet" | "scope" | "policy" | "found">): Plan {
  const { sheet, scope, policy, found } = inspection;
  const input: PlanInput = {
    sheet,
    scope,
    schools: schoolsOf(policy),
    found,
  };
  const key = JSON.stringify(input);
  const known = plans.get(key);
  if (known !== undefined) return known;
  const plan = planInspection(input);
  const oldest = plans.keys().next();
  if (plans.size >= mostPlans && !oldest.done) plans.delete(oldest.value);
  plans.set(key, plan);
  return plan;
}

export { catalogueVersion };
