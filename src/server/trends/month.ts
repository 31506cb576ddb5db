import { sql } from "kysely";
import { momentOf, type Zone } from "@/core/vocabulary/zone";
import type { Db } from "@/server/database/database";

/** From when until when a month lasts, by the clocks of the site; `month` as 2026-10. */
export function monthSpan(month: string, zone: Zone): { readonly from: Date; readonly until: Date } {
  const [year = 0, of = 1] = month.split("-").map(Number);
  const at = (months: number) => new Date(momentOf(Date.UTC(year, months, 1), zone));
  return { from: at(of - 1), until: at(of) };
}

/** The tags raised in a month, the first raised first, and when each was released. */
export async function tagsOfMonth(db: Db, siteId: string, month: string, zone: Zone) {
  const { from, until } = monthSpan(month, zone);
  return db
    .selectFrom("tag as t")
    .innerJoin("unit as u", "u.id", "t.unitId")
    .leftJoin("tagStep as s", (on) => on.onRef("s.tagId", "=", "t.id").on("s.kind", "=", sql.lit("released")))
    .select(["t.number", "u.plate", "t.reason", "t.raisedAt", "s.at as releasedAt"])
    .where("u.siteId", "=", siteId)
    .where("t.raisedAt", ">=", from)
    .where("t.raisedAt", "<", until)
    .orderBy("t.raisedAt")
    .orderBy("t.number")
    .execute();
}
