import type { Db } from "@/server/database/database";
import { Problem } from "@/server/http/problem";
import { isUuid } from "@/server/http/uuid";
import type { Right } from "@/server/people/roles";
import { requireRight, type SignedIn, siteWith } from "@/server/people/session";

/**
 * A sheet is shared by every site with a unit of its model: to change it a person must hold the right at each
 * of them. One that no unit uses yet asks for the right at any site.
 */
export async function requireForSheet(
  db: Db,
  person: SignedIn,
  right: Right,
  sheetId: string,
): Promise<void> {
  siteWith(person, right);
  const sites = await db
    .selectFrom("unit as u")
    .innerJoin("sheetVersion as v", "v.id", "u.sheetVersionId")
    .select("u.siteId")
    .distinct()
    .where("v.sheetId", "=", sheetId)
    .execute();
  for (const { siteId } of sites) requireRight(person, right, siteId);
}

/** The same for what waits for a second person on a sheet. */
export async function requireForClaim(
  db: Db,
  person: SignedIn,
  right: Right,
  claimId: string,
): Promise<void> {
  const claim = isUuid(claimId)
    ? await db.selectFrom("sheetClaim").select("sheetId").where("id", "=", claimId).executeTakeFirst()
    : undefined;
  if (claim === undefined)
    throw new Problem(
      404,
      "no-claim",
      "expected something that waits for a second person; it may be settled",
    );
  await requireForSheet(db, person, right, claim.sheetId);
}
