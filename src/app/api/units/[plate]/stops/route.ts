import { database } from "@/server/database/database";
import { bodyOf, route } from "@/server/http/route";
import { stopForConditions, stopSchema } from "@/server/stops/stop";
import { unitFor } from "@/server/units/by-plate";

/** Stops a unit for conditions: anybody who is there may. */
export const POST = route<{ plate: string }>(async ({ request, params, person, at }) => {
  const unitId = await unitFor(database(), params.plate, person, "see");
  await stopForConditions(database(), { unitId }, await bodyOf(request, stopSchema), person.id, at);
});
