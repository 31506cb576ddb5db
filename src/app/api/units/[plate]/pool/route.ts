import { database } from "@/server/database/database";
import { bodyOf, route } from "@/server/http/route";
import { requireRight } from "@/server/people/session";
import { unitFor } from "@/server/units/by-plate";
import { changeUnit, poolChangeSchema } from "@/server/units/pool-change";

/** A unit goes to another site, leaves the pool, comes back, or goes by another sheet. */
export const POST = route<{ plate: string }>(async ({ request, params, person, at }) => {
  const unitId = await unitFor(database(), params.plate, person, "settings");
  const change = await bodyOf(request, poolChangeSchema);
  if (change.kind === "moved") requireRight(person, "settings", change.siteId);
  await changeUnit(database(), unitId, change, person.id, at);
});
