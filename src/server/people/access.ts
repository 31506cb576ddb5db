import { sql } from "kysely";
import type { Db } from "@/server/database/database";
import { Problem } from "@/server/http/problem";
import { isUuid } from "@/server/http/uuid";
import type { Right } from "./roles";
import { mayAt, type SignedIn, siteWith } from "./session";

/** Of the person named `p`: whether they work, or have worked, at a site. */
export const atSite = (siteId: string) => sql<boolean>`(
  EXISTS (SELECT FROM person_role r WHERE r.person_id = p.id AND r.site_id = ${siteId})
  OR EXISTS (SELECT FROM staff_event e WHERE e.person_id = p.id AND e.site_id = ${siteId}))`;

/**
 * Refuses whoever may not be given all that is kept about somebody: themselves, or an owner of every site where they have
 * worked. What was recorded at one site is not another's to read.
 */
export async function requireOwnerOfAll(db: Db, person: SignedIn, otherId: string): Promise<void> {
  if (otherId === person.id) return;
  await requireAt(db, person, "settings", otherId);
  const sites = await db
    .selectFrom("personRole")
    .select("siteId")
    .where("personId", "=", otherId)
    .union(db.selectFrom("staffEvent").select("siteId").where("personId", "=", otherId))
    .execute();
  if (!sites.every(({ siteId }) => mayAt(person, "settings", siteId)))
    throw new Problem(
      403,
      "no-right",
      "they have worked at another site too: they download it themselves, or an owner of all their sites does",
    );
}

/** The site at which a person holds a right, if this other one works or has worked there; a problem otherwise. */
export async function requireAt(db: Db, person: SignedIn, right: Right, otherId: string): Promise<string> {
  const siteId = siteWith(person, right);
  const known = isUuid(otherId)
    ? await db
        .selectFrom("person as p")
        .select("p.id")
        .where("p.id", "=", otherId)
        .where(atSite(siteId))
        .executeTakeFirst()
    : undefined;
  if (known === undefined)
    throw new Problem(404, "no-person", "expected somebody of your site; find them under People");
  return siteId;
}
