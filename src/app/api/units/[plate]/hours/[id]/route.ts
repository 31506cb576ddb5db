import { voidReading, voidSchema } from "@/server/clocks/hours";
import { database } from "@/server/database/database";
import { bodyOf, route } from "@/server/http/route";
import { unitFor } from "@/server/units/by-plate";

/** Takes a reading that was wrong out of the count. */
export const DELETE = route<{ plate: string; id: string }>(async ({ request, params, person, at }) => {
  const unitId = await unitFor(database(), params.plate, person, "maintain");
  await voidReading(database(), unitId, params.id, person.id, await bodyOf(request, voidSchema), at);
});
