import { foundStowed } from "@/core/plan/found";
import type { Sheet } from "@/core/sheet/sheet";
import type { Family } from "@/core/vocabulary/families";
import type { Policy } from "@/core/vocabulary/policy";
import { policyFor } from "@/core/vocabulary/policy-for";
import type { Db } from "@/server/database/database";
import { groupedBy } from "@/server/database/grouped";
import { planOf } from "@/server/inspections/model";
import { retestScope } from "@/server/inspections/start";
import { waitsOf } from "@/server/tags/read";

/** A unit whose tags are all repaired and that waits for its re-test. */
export interface RetestWaiting {
  readonly unitId: string;
  /** One of its tags: the re-test serves all of them. */
  readonly tagId: string;
  readonly number: string;
  readonly minutes: number;
  readonly assisted: boolean;
}

/** The re-tests that units of a site wait for, and what each takes; a unit of which one tag still waits for its repair waits for that. */
export async function retestsWaiting(
  db: Db,
  siteId: string,
  units: ReadonlyMap<string, { readonly sheet: Sheet; readonly family: Family }>,
  policy: Policy,
): Promise<readonly RetestWaiting[]> {
  const tags = await db
    .selectFrom("standingTag as t")
    .innerJoin("unit as u", "u.id", "t.unitId")
    .select(["t.id", "t.unitId", "t.number"])
    .where("u.siteId", "=", siteId)
    .orderBy("t.number")
    .execute();
  const waitsByTag = await waitsOf(
    db,
    tags.map(({ id }) => id),
  );
  const waiting: RetestWaiting[] = [];
  for (const [unitId, mine] of groupedBy(tags, "unitId")) {
    const unit = units.get(unitId);
    const waits = mine.map(({ id }) => waitsByTag.get(id));
    const next = mine[waits.indexOf("retest")];
    if (unit === undefined || next === undefined || waits.includes("repair")) continue;
    const plan = planOf({
      asks: { sheet: unit.sheet },
      scope: await retestScope(db, unitId),
      policy: policyFor(policy, unit.family),
      found: foundStowed(unit.sheet),
    });
    waiting.push({
      ...{ unitId, tagId: next.id, number: next.number },
      ...{ minutes: Math.ceil(plan.minutes), assisted: plan.needsAssistant },
    });
  }
  return waiting;
}
