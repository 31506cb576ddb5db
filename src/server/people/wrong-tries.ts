import { sql } from "kysely";
import { waitAfterS } from "@/contract/session";
import type { Db } from "@/server/database/database";

/** What wrong tries are counted by, and how many of them are free beyond the usual three. */
export interface Counter {
  readonly key: string;
  readonly alsoFree?: number;
}

/** A counter nobody has added to for so long begins anew. */
const forgottenAfterMs = 24 * 3_600_000;

/**
 * Counts one more try by each counter, before it is known whether it is right, so that tries made at once all count. Where
 * one of them has to wait, nothing is counted: gives the seconds left. Otherwise gives the seconds a next try will wait
 * if this one is wrong.
 */
export function countTry(
  db: Db,
  counters: readonly Counter[],
  at: Date,
): Promise<{ readonly leftS: number } | { readonly nextS: number }> {
  const keys = counters.map(({ key }) => key).sort();
  return db.transaction().execute(async (trx) => {
    await trx
      .insertInto("wrongTry")
      .values(keys.map((counter) => ({ counter, failures: 0, lastAt: at })))
      .onConflict((oc) => oc.column("counter").doNothing())
      .execute();
    const rows = await trx
      .selectFrom("wrongTry")
      .selectAll()
      .where("counter", "in", keys)
      .orderBy("counter")
      .forUpdate()
      .execute();
    // A clock that was set back makes nobody wait longer than the wait itself.
    const sinceMs = (row: { readonly lastAt: Date }) => Math.max(0, at.getTime() - row.lastAt.getTime());
    const now = rows.map((row) => (sinceMs(row) > forgottenAfterMs ? { ...row, failures: 0 } : row));
    const free = new Map(counters.map(({ key, alsoFree }) => [key, alsoFree ?? 0]));
    const waitS = (row: { readonly counter: string }, failures: number) =>
      waitAfterS(Math.max(0, failures - (free.get(row.counter) ?? 0)));
    const leftS = Math.max(...now.map((row) => Math.ceil(waitS(row, row.failures) - sinceMs(row) / 1000)));
    if (leftS > 0) return { leftS };
    for (const { counter, failures } of now)
      await trx
        .updateTable("wrongTry")
        .set({ failures: failures + 1, lastAt: at })
        .where("counter", "=", counter)
        .execute();
    return { nextS: Math.max(...now.map((row) => waitS(row, row.failures + 1))) };
  });
}

/**
 * A try that was right: what counts against this person alone begins anew, and what counts against others too loses as
 * many as that had counted, and no more: nobody buys tries at others with a badge of theirs.
 */
export async function forgetTries(
  db: Db,
  { own, shared }: { readonly own: string; readonly shared: readonly string[] },
  at: Date,
): Promise<void> {
  const old = new Date(at.getTime() - forgottenAfterMs);
  await db.deleteFrom("wrongTry").where("lastAt", "<", old).execute();
  await db.transaction().execute(async (trx) => {
    const forgotten = await trx
      .deleteFrom("wrongTry")
      .where("counter", "=", own)
      .returning("failures")
      .executeTakeFirst();
    if (shared.length === 0) return;
    await trx
      .updateTable("wrongTry")
      .set({ failures: sql`greatest(0, failures - ${forgotten?.failures ?? 0}::int)` })
      .where("counter", "in", [...shared])
      .execute();
  });
}
