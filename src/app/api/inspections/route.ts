import { database } from "@/server/database/database";
import { Problem } from "@/server/http/problem";
import { bodyOf, route } from "@/server/http/route";
import { rightFor } from "@/server/inspections/access";
import { startInspection, startSchema } from "@/server/inspections/start";
import { requireRight } from "@/server/people/session";

export const POST = route(async ({ request, person, at }) => {
  const wanted = await bodyOf(request, startSchema);
  const unit = await database()
    .selectFrom("unit")
    .select("siteId")
    .where("id", "=", wanted.unitId)
    .executeTakeFirst();
  if (unit === undefined)
    throw new Problem(404, "no-unit", "expected a unit of the pool; pick one from the list");
  requireRight(person, rightFor(wanted.scope), unit.siteId);
  return { id: await startInspection(database(), person.id, wanted, at) };
});
