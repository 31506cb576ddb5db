import { setSlot, slotSchema } from "@/server/clocks/slots";
import { database } from "@/server/database/database";
import { bodyOf, route } from "@/server/http/route";
import { unitFor } from "@/server/units/by-plate";

/** A day for a job that is coming. */
export const POST = route<{ plate: string }>(async ({ request, params, person, at }) => {
  const unitId = await unitFor(database(), params.plate, person, "maintain");
  await setSlot(database(), unitId, person.id, await bodyOf(request, slotSchema), at);
});
