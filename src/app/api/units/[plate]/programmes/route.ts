import { programmeSchema, setProgramme } from "@/server/clocks/programme";
import { database } from "@/server/database/database";
import { bodyOf, route } from "@/server/http/route";
import { unitFor } from "@/server/units/by-plate";

/** How often a job comes round on a unit. */
export const POST = route<{ plate: string }>(async ({ request, params, person, at }) => {
  const unitId = await unitFor(database(), params.plate, person, "settings");
  return setProgramme(database(), unitId, person.id, await bodyOf(request, programmeSchema), at);
});
