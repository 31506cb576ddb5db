import { foundStowed } from "@/core/plan/found";
import type { Sheet } from "@/core/sheet/sheet";
import type { Family } from "@/core/vocabulary/families";
import type { Policy } from "@/core/vocabulary/policy";
import { policyFor } from "@/core/vocabulary/policy-for";
import { practiceOf } from "@/core/vocabulary/practice";
import type { Db } from "@/server/database/database";
import { planOf } from "@/server/inspections/model";

/** A unit by its family, and the sheet it goes by; null where it has none yet. */
export interface PlannedUnit {
  readonly sheetVersionId: string | null;
  readonly family: Family;
}

/** What a full inspection of a unit takes. */
export interface PlanSize {
  readonly minutes: number;
  readonly checks: number;
  /** Somebody has to help with a part of it. */
  readonly assisted: boolean;
}

const contents = new Map<string, Sheet>();

/** Sheets by their versions. A version never changes: each is read once. */
export async function sheetContents(
  db: Db,
  versions: readonly string[],
): Promise<ReadonlyMap<string, Sheet>> {
  const missing = [...new Set(versions)].filter((id) => !contents.has(id));
  if (missing.length > 0)
    for (const { id, content } of await db
      .selectFrom("sheetVersion")
      .select(["id", "content"])
      .where("id", "in", missing)
      .execute())
      contents.set(id, content);
  return contents;
}

const noPlan: PlanSize = { minutes: 0, checks: 0, assisted: false };
const planned = new Map<string, PlanSize>();

/** What full inspections take. A version's plan under one policy never changes: each is made once. */
export async function planSizes(
  db: Db,
  units: readonly PlannedUnit[],
  site: Policy,
): Promise<(unit: PlannedUnit) => PlanSize> {
  const keyOf = ({ sheetVersionId, family }: PlannedUnit) =>
    `${sheetVersionId} ${JSON.stringify(practiceOf(policyFor(site, family)))}`;
  const missing = new Map(units.filter((one) => !planned.has(keyOf(one))).map((one) => [keyOf(one), one]));
  const ids = [...missing.values()].flatMap(({ sheetVersionId }) => sheetVersionId ?? []);
  if (ids.length > 0) {
    const sheets = await sheetContents(db, ids);
    for (const [key, { sheetVersionId, family }] of missing) {
      const sheet = sheets.get(sheetVersionId ?? "");
      if (sheet === undefined) continue;
      const policy = policyFor(site, family);
      const plan = planOf({ asks: { sheet }, policy, scope: { kind: "full" }, found: foundStowed(sheet) });
      planned.set(key, { minutes: plan.minutes, checks: plan.checks.length, assisted: plan.needsAssistant });
    }
  }
  return (unit) => planned.get(keyOf(unit)) ?? noPlan;
}
