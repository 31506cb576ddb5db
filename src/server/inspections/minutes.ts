import { sql } from "kysely";
import { writtenChecks } from "@/core/catalogue/catalogue";
import { changeOf } from "@/core/plan/change-key";
import { changeMin } from "@/core/plan/variables";
import type { InspectionEvent } from "@/core/record/events";
import type { Db, Trx } from "@/server/database/database";

/** Answers a mean is made of before a plan goes by it. */
const fewest = 5;
/** Answers from which one can tell whether a walk was walked. */
const enoughToJudge = 20;
/** How far from the catalogue's estimate, a practised person's, one answer may pull: a break, or filled in at home. */
const slowest = 10;
const quickest = 4;
const movementMin = 0.15;

const estimates = new Map(writtenChecks.map((check) => [check.id, check.minutes]));

/** What an event is estimated to take, and the check that learns from it; changes of the machine have only the first. */
function shareOf(event: InspectionEvent): { readonly id?: string; readonly estimate: number } | undefined {
  if (event.type === "skipped" || event.type === "matter") return undefined;
  if (event.type === "changed") {
    const change = changeOf(event.step);
    return change && { estimate: changeMin(change.variable, change.to) };
  }
  const id = event.check.split("@")[0] ?? "";
  return { id, estimate: estimates.get(id) ?? movementMin };
}

/**
 * Minutes from the event before to each answer, by check, kept within reason of the catalogue's estimate. The answers
 * of one act, and what was changed on the machine before them, share the time since the event before as their
 * estimates do.
 */
export function minutesTaken(events: readonly InspectionEvent[]): ReadonlyMap<string, readonly number[]> {
  const taken = new Map<string, number[]>();
  for (let from = 1; from < events.length; ) {
    const [before, first] = [events[from - 1], events[from]] as [InspectionEvent, InspectionEvent];
    let to = from + 1;
    while (events[to]?.at === first.at && events[to]?.deviceId === first.deviceId) to += 1;
    const act = events.slice(from, to).flatMap((event) => shareOf(event) ?? []);
    from = to;
    if (before.deviceId !== first.deviceId) continue;
    const tookMin = (Date.parse(first.at) - Date.parse(before.at)) / 60_000;
    const all = act.reduce((sum, { estimate }) => sum + estimate, 0);
    for (const { id, estimate } of act) {
      if (id === undefined) continue;
      const mine = (tookMin * estimate) / all;
      const within = Math.min(estimate * slowest, Math.max(estimate / quickest, mine));
      taken.set(id, [...(taken.get(id) ?? []), within]);
    }
  }
  return taken;
}

/** A walk over in a small part of what its checks can possibly take was filled in, not walked: it teaches nothing. */
function tooQuick(events: readonly InspectionEvent[]): boolean {
  const [first, last] = [events[0], events.at(-1)];
  if (first === undefined || last === undefined) return false;
  const answered = events.filter((event) => event.type === "answered" || event.type === "measured");
  const estimate = answered.reduce(
    (sum, event) => sum + (estimates.get(event.check.split("@")[0] ?? "") ?? movementMin),
    0,
  );
  return (
    answered.length >= enoughToJudge &&
    (Date.parse(last.at) - Date.parse(first.at)) / 60_000 < estimate / quickest
  );
}

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
