import { database } from "@/server/database/database";
import { Problem } from "@/server/http/problem";
import { bodyOf, route } from "@/server/http/route";
import { requireRight } from "@/server/people/session";
import { setUnitFigure, unitFigureSchema } from "@/server/units/figures";

/** A figure read off this unit's own plate. */
export const POST = route<{ plate: string }>(async ({ request, params, person, at }) => {
  const plate = decodeURIComponent(params.plate);
  const unit = await database()
    .selectFrom("unit")
    .select(["id", "siteId"])
    .where("plate", "=", plate)
    .executeTakeFirst();
  if (unit === undefined) throw new Problem(404, "no-unit", `expected a unit of the pool, got ${plate}`);
  requireRight(person, "settings", unit.siteId);
  await setUnitFigure(database(), unit.id, person.id, await bodyOf(request, unitFigureSchema), at);
});
