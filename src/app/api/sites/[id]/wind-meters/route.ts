import { database } from "@/server/database/database";
import { bodyOf, route } from "@/server/http/route";
import { requireRight } from "@/server/people/session";
import { addMeter, meterSchema } from "@/server/wind/meters";

/** Adds a wind meter to a site. */
export const POST = route<{ id: string }>(async ({ request, params, person, at }) => {
  requireRight(person, "settings", params.id);
  await addMeter(database(), params.id, await bodyOf(request, meterSchema), person.id, at);
});
