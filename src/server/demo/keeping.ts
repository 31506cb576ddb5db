import type { Db } from "@/server/database/database";
import { putHold } from "@/server/retention/hold";
import { setRule } from "@/server/retention/rule";
import { demoSite } from "./people";

const dayMs = 86_400_000;

/** Since when the yard's rule has held, and since when the damage of the hired unit has been argued over. */
const [ruleDaysAgo, holdDaysAgo] = [500, 5];

/** How the yard keeps its records: answers for a year, and all of a hired unit while its damage is argued over. */
export async function tellKeeping(db: Db, today: Date): Promise<void> {
  const { id: owner } = await db
    .selectFrom("person")
    .select("id")
    .where("badge", "=", "4001")
    .executeTakeFirstOrThrow();
  const { id: unitId } = await db
    .selectFrom("unit")
    .select("id")
    .where("plate", "=", "HI-07")
    .executeTakeFirstOrThrow();
  const ago = (days: number) => new Date(today.getTime() - days * dayMs + dayMs / 2);
  await setRule(db, demoSite, { pictures: 3, answers: 1, reports: 10 }, owner, ago(ruleDaysAgo));
  await putHold(db, demoSite, { unitId, why: "Damage argued over with the hirer" }, owner, ago(holdDaysAgo));
}
