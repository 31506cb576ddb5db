import { database } from "@/server/database/database";
import { bodyOf, route } from "@/server/http/route";
import { unitFor } from "@/server/units/by-plate";
import { recordUnitEvent, unitEventSchema } from "@/server/units/events";

/** What happened to a unit can only take a clearance away: whoever sees it may record it. */
export const POST = route<{ plate: string }>(async ({ request, params, person, at }) => {
  const unitId = await unitFor(database(), params.plate, person, "see");
  const event = await bodyOf(request, unitEventSchema);
  await recordUnitEvent(database(), unitId, person.id, event, at);
});
