import { sql } from "kysely";
import type { HoldShown, RetentionShown } from "@/contract/retention";
import type { KeptKind } from "@/core/vocabulary/kept";
import type { Db } from "@/server/database/database";
import { dueAt } from "./erase";
import { yearsInForce } from "./rule";

/** Holds on a page, the latest first; those that stand come before those that were lifted. */
const mostHolds = 100;
const mostErasures = 40;

/** How a site keeps its records. */
export async function retentionOf(db: Db, siteId: string, at: Date): Promise<RetentionShown> {
  const [rule, inForce, holds, due, erased] = await Promise.all([
    db
      .selectFrom("retentionRule as r")
      .innerJoin("person as p", "p.id", "r.byPerson")
      .select(["r.years", "r.at", "p.name as by"])
      .where("r.siteId", "=", siteId)
      .orderBy("r.no", "desc")
      .executeTakeFirst(),
    yearsInForce(db, siteId, at),
    holdsOf(db, siteId),
    dueAt(db, siteId, at),
    erasuresOf(db, siteId),
  ]);
  return {
    years: rule?.years ?? {},
    setBy: rule && { by: rule.by, atMs: rule.at.getTime() },
    inForce,
    holds,
    due,
    erased,
  };
}

async function holdsOf(db: Db, siteId: string): Promise<readonly HoldShown[]> {
  const rows = await db
    .selectFrom("legalHold as h")
    .innerJoin("person as p", "p.id", "h.byPerson")
    .leftJoin("unit as u", "u.id", "h.unitId")
    .leftJoin("legalHoldLifted as l", "l.holdId", "h.id")
    .leftJoin("person as lp", "lp.id", "l.byPerson")
    .select([
      "h.id",
      "u.plate",
      "h.why",
      "h.at",
      "p.name as by",
      "l.why as liftedWhy",
      "l.at as liftedAt",
      "lp.name as liftedBy",
    ])
    .where("h.siteId", "=", siteId)
    .orderBy(sql`l.at IS NOT NULL`)
    .orderBy("h.at", "desc")
    .limit(mostHolds)
    .execute();
  return rows.map(({ id, plate, why, at, by, liftedWhy, liftedAt, liftedBy }) => ({
    ...{ id, plate: plate ?? undefined, why, by, atMs: at.getTime() },
    ...(liftedAt !== null && {
      lifted: { why: liftedWhy ?? "", by: liftedBy ?? "", atMs: liftedAt.getTime() },
    }),
  }));
}

/** What was erased of a site's units, together by who and when. */
async function erasuresOf(db: Db, siteId: string): Promise<RetentionShown["erased"]> {
  const { rows } = await sql<{ kind: KeptKind; count: number; by: string; confirmedBy: string; at: Date }>`
    SELECT e.kind, count(*)::int AS count, p.name AS by, c.name AS confirmed_by, e.at FROM erasure e
    JOIN unit u ON u.id = e.unit_id JOIN person p ON p.id = e.by_person JOIN person c ON c.id = e.confirmed_by
    WHERE u.site_id = ${siteId} GROUP BY e.kind, p.name, c.name, e.at ORDER BY e.at DESC LIMIT ${mostErasures}`.execute(
    db,
  );
  return rows.map(({ at, ...one }) => ({ ...one, atMs: at.getTime() }));
}
