import { database } from "@/server/database/database";
import { bodyOf, route } from "@/server/http/route";
import { drillSchema, recordDrill } from "@/server/surveys/drill";
import { unitFor } from "@/server/units/by-plate";

/** Records a drill of the rescue: whoever may set the unit up may. */
export const POST = route<{ plate: string }>(async ({ request, params, person, at }) => {
  const unitId = await unitFor(database(), params.plate, person, "road");
  await recordDrill(database(), unitId, await bodyOf(request, drillSchema), person.id, at);
});
