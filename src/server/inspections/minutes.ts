import { sql } from "kysely";
import type { InspectionEvent } from "@/core/record/events";
import { minutesTaken, tooQuick } from "@/core/underway/pace";
import type { Db, Trx } from "@/server/database/database";
import { log } from "@/server/log";

/** Answers a mean is made of before a plan goes by it. */
const fewest = 5;

/** Adds what these inspections took to the running means of their model. */
export async function noteMinutes(
  db: Db | Trx,
  sheetId: string,
  walks: readonly (readonly InspectionEvent[])[],
): Promise<void> {
  const sums = new Map<string, { times: number; sum: number }>();
  for (const events of walks) {
    if (tooQuick(events)) continue;
    for (const [id, minutes] of minutesTaken(events)) {
      const so = sums.get(id) ?? { times: 0, sum: 0 };
      sums.set(id, { times: so.times + minutes.length, sum: so.sum + minutes.reduce((a, b) => a + b, 0) });
    }
  }
  const rows = [...sums]
    .sort(([a], [b]) => (a < b ? -1 : 1))
    .map(([checkId, { times, sum }]) => ({ sheetId, checkId, times, meanMin: sum / times }));
  if (rows.length === 0) return;
  await db
    .insertInto("checkMinutes")
    .values(rows)
    .onConflict((conflict) =>
      conflict.columns(["sheetId", "checkId"]).doUpdateSet({
        meanMin: sql`(check_minutes.mean_min * check_minutes.times + excluded.mean_min * excluded.times) / (check_minutes.times + excluded.times)`,
        times: sql`check_minutes.times + excluded.times`,
      }),
    )
    .execute();
}

let learning: Promise<void> = Promise.resolve();

/**
 * Learns from a walk once it is signed, after those before it and behind nobody's lock: everybody's walks of a model share
 * its rows. What cannot be learned now is not: it only helps to plan.
 */
export function learnMinutes(db: Db, sheetId: string, events: readonly InspectionEvent[]): void {
  learning = learning
    .then(() => noteMinutes(db, sheetId, [events]))
    .catch((error: unknown) =>
      log.warn({ error: String(error), sheetId }, "no minutes were learned of a walk"),
    );
}

/** Waits until all is learned of the walks signed so far. */
export const minutesLearned = (): Promise<void> => learning;

/** Minutes each check has really taken on this model, where it has been answered often enough to tell. */
export async function minutesOf(db: Db | Trx, sheetId: string): Promise<Readonly<Record<string, number>>> {
  const rows = await db
    .selectFrom("checkMinutes")
    .select(["checkId", "meanMin"])
    .where("sheetId", "=", sheetId)
    .where("times", ">=", fewest)
    .execute();
  return Object.fromEntries(rows.map((row) => [row.checkId, row.meanMin]));
}
