import { sql } from "kysely";
import { type Check, catalogueVersion, checksOf } from "@/core/catalogue/catalogue";
import { planInspection } from "@/core/plan/plan";
import type { Plan, PlanInput } from "@/core/plan/types";
import { sheetOfUnit, type UnitFigures } from "@/core/sheet/overrides";
import type { Sheet } from "@/core/sheet/sheet";
import { strictestOf } from "@/core/sheet/strictest";
import type { Policy } from "@/core/vocabulary/policy";
import { practiceOf } from "@/core/vocabulary/practice";
import type { Scope } from "@/core/vocabulary/scope";
import type { PlanState } from "@/core/vocabulary/state/values";
import type { Db, Trx } from "@/server/database/database";
import { policyOfUnit } from "@/server/sites/policy";
import { figuresOf } from "@/server/units/figures";

/** A sheet as it is asked of one unit. */
export interface UnitSheet {
  readonly sheetVersionId: string;
  readonly sheet: Sheet;
}

/** What every use of an inspection needs of it. */
export interface OpenInspection {
  readonly id: string;
  readonly unitId: string;
  readonly plate: string;
  readonly siteId: string;
  /** Who began it. */
  readonly personId: string;
  /** Everybody on it: who began it, then who joined, in that order. */
  readonly people: readonly string[];
  readonly scope: Scope;
  readonly tagId: string | null;
  readonly sheetId: string;
  /** What the unit asks now: the sheet by which it is answered and judged. */
  readonly asks: UnitSheet;
  /** What it asked when the inspection began, where that is another. */
  readonly began?: UnitSheet;
  /** The site's policy now. */
  readonly policy: Policy;
  readonly found: PlanState;
  readonly startedAt: Date;
  /** Where the unit's ledger says that it began; null for one from before it did. */
  readonly startedPosition: number | null;
  /** For one begun without a signal: when the server gave its word for it, and what of the ledger that had seen. */
  readonly begunAt: Date | null;
  readonly begunSeen: number | null;
  readonly sealed: boolean;
}

/** Who joined an inspection, first of all first, in a query that names it by this column. */
export const joined = (inspection: string) =>
  sql<
    string[]
  >`ARRAY(SELECT p.person_id FROM inspection_person p WHERE p.inspection_id = ${sql.ref(inspection)} ORDER BY p.joined_at, p.person_id)`.as(
    "joined",
  );

export async function findInspection(db: Db | Trx, id: string): Promise<OpenInspection | undefined> {
  const row = await db
    .selectFrom("inspection as i")
    .innerJoin("unit as u", "u.id", "i.unitId")
    .innerJoin("site as t", "t.id", "u.siteId")
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
      "v.sheetId",
      "i.sheetVersionId as beganVersionId",
      "u.sheetVersionId as versionId",
      "i.figures",
      policyOfUnit("t", "u"),
      "i.found",
      "i.startedAt",
      "i.startedPosition",
      "i.begunAt",
      "i.begunSeen",
      "s.inspectionId as sealedId",
      joined("i.id"),
    ])
    .where("i.id", "=", id)
    .executeTakeFirst();
  if (row === undefined) return undefined;
  const { sealedId, versionId, beganVersionId, figures, joined: others, ...rest } = row;
  const began = await unitSheet(db, beganVersionId, figures);
  const asks = versionId === null ? began : await unitSheet(db, versionId, await figuresOf(db, row.unitId));
  const common = { ...rest, people: [row.personId, ...others], sealed: sealedId !== null };
  if (row.scope.kind === "retest") {
    return { ...common, began, asks: await retestSheet(db, id, asks) };
  }
  return { ...common, asks, ...(asks === began ? {} : { began }) };
}

const sheets = new Map<string, UnitSheet>();

/**
 * A model's sheet with a unit's own figures, the same object for the same content, so that its checks are kept. A
 * version never changes: it is read once.
 */
export async function unitSheet(
  db: Db | Trx,
  sheetVersionId: string,
  figures: UnitFigures,
): Promise<UnitSheet> {
  const key = `${sheetVersionId} ${JSON.stringify(figures)}`;
  const known = sheets.get(key);
  if (known !== undefined) return known;
  const { content } = await db
    .selectFrom("sheetVersion")
    .select("content")
    .where("id", "=", sheetVersionId)
    .executeTakeFirstOrThrow();
  const made = { sheetVersionId, sheet: sheetOfUnit(content, figures) };
  if (sheets.size >= 500) sheets.clear();
  sheets.set(key, made);
  return made;
}

/**
 * What a re-test asks: the sheet as it was when each of its tags was raised and as it is now, whichever asks more.
 * A sheet changed meanwhile takes no check out of a re-test.
 */
async function retestSheet(db: Db | Trx, inspectionId: string, now: UnitSheet): Promise<UnitSheet> {
  const then = await db
    .selectFrom("retestTag as r")
    .innerJoin("tag as t", "t.id", "r.tagId")
    .innerJoin("sheetVersion as v", "v.id", "t.sheetVersionId")
    .select(["v.id", "v.content"])
    .distinctOn("v.id")
    .where("r.inspectionId", "=", inspectionId)
    .where("v.id", "!=", now.sheetVersionId)
    .orderBy("v.id")
    .execute();
  if (then.length === 0) return now;
  const key = `${now.sheetVersionId} ${then.map((t) => t.id).join(" ")} ${JSON.stringify(now.sheet.figures)}`;
  const known = sheets.get(key);
  if (known !== undefined) return known;
  const sheet = then.reduce((all, { content }) => strictestOf(all, content), now.sheet);
  const made = { sheetVersionId: now.sheetVersionId, sheet };
  sheets.set(key, made);
  return made;
}

const checksBySheet = new WeakMap<Sheet, ReadonlyMap<string, Check>>();

/** The checks of a sheet by key, worked out once. */
export function checksByKey({ sheet }: UnitSheet): ReadonlyMap<string, Check> {
  let checks = checksBySheet.get(sheet);
  if (checks === undefined) {
    checks = new Map(checksOf(sheet).map((check) => [check.key, check]));
    checksBySheet.set(sheet, checks);
  }
  return checks;
}

const plans = new Map<string, Plan>();
const mostPlans = 200;

/** The plan of an inspection. The same input always gives the same plan, so the last few hundred are kept. */
export function planOf(inspection: {
  readonly asks: Pick<UnitSheet, "sheet">;
  readonly scope: Scope;
  readonly policy: Policy;
  readonly found: PlanState;
}): Plan {
  const { asks, scope, policy, found } = inspection;
  const input: PlanInput = { sheet: asks.sheet, scope, practice: practiceOf(policy), found };
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
