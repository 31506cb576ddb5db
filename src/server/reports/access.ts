import type { Db } from "@/server/database/database";
import { Problem } from "@/server/http/problem";
import { isUuid } from "@/server/http/uuid";
import { requireRight, type SignedIn, siteWith } from "@/server/people/session";

/** Refuses unless the person may look at this report: at its unit's site, or at any where it names none. */
export async function requireReportRight(db: Db, id: string, person: SignedIn): Promise<void> {
  const row = isUuid(id)
    ? await db
        .selectFrom("heldReport as r")
        .leftJoin("unit as u", "u.id", "r.unitId")
        .select("u.siteId")
        .where("r.id", "=", id)
        .executeTakeFirst()
    : undefined;
  if (row === undefined)
    throw new Problem(404, "no-report", "expected a report that holds a unit; open it from Tagged out");
  if (row.siteId === null) siteWith(person, "look");
  else requireRight(person, "look", row.siteId);
}
