import { database } from "@/server/database/database";
import { bodyOf, route } from "@/server/http/route";
import { unitFor } from "@/server/units/by-plate";
import { keySaidSchema, sayOfKey } from "@/server/workshop/keys";

/** Where the key of a unit is, or who has locked it off. */
export const POST = route<{ plate: string }>(async ({ request, params, person, at }) => {
  const unitId = await unitFor(database(), params.plate, person, "road");
  await sayOfKey(database(), unitId, person.id, await bodyOf(request, keySaidSchema), at);
});
