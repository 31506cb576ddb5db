import type { PlaceShown } from "@/contract/survey";
import type { Db } from "@/server/database/database";
import { latestPlans } from "./save";

/** The places of a site by name, as they are drawn now. */
export async function placesOf(db: Db, siteId: string): Promise<readonly PlaceShown[]> {
  const rows = await latestPlans(db, siteId).execute();
  return rows
    .map(({ id, planId, no, plan, setAt }) => ({ id, planId, no, plan, setAtMs: setAt.getTime() }))
    .sort((a, b) => a.plan.name.localeCompare(b.plan.name));
}
