import { database } from "@/server/database/database";
import { bodyOf, route } from "@/server/http/route";
import { requireRight } from "@/server/people/session";
import { addUnit, newUnitSchema } from "@/server/units/pool-change";

/** A new unit of a site's pool. */
export const POST = route(async ({ request, person, at }) => {
  const wanted = await bodyOf(request, newUnitSchema);
  requireRight(person, "settings", wanted.siteId);
  return addUnit(database(), wanted, person.id, at);
});
