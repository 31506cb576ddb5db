import { database } from "@/server/database/database";
import { bodyOf, route } from "@/server/http/route";
import { unitFor } from "@/server/units/by-plate";
import { parkedSchema, setParked } from "@/server/units/parked";

/** Where a unit stands. */
export const PUT = route<{ plate: string }>(async ({ request, params, person, at }) => {
  const unitId = await unitFor(database(), params.plate, person, "road");
  await setParked(database(), unitId, person.id, await bodyOf(request, parkedSchema), at);
});
