import type { Db } from "@/server/database/database";
import { Problem } from "@/server/http/problem";
import type { Right } from "@/server/people/roles";
import { requireRight, type SignedIn } from "@/server/people/session";

/** The unit of a plate, if the person holds the right at its site; a problem otherwise. */
export async function unitFor(db: Db, plate: string, person: SignedIn, right: Right): Promise<string> {
  const unit = await db
    .selectFrom("unit")
    .select(["id", "siteId"])
    .where("plate", "=", decodeURIComponent(plate))
    .executeTakeFirst();
  if (unit === undefined)
    throw new Problem(404, "no-unit", `expected the plate of a unit of the pool, got ${plate}`);
  requireRight(person, right, unit.siteId);
  return unit.id;
}
