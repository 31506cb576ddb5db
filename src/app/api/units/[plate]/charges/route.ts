import { chargeSchema, noteCharge } from "@/server/clocks/charge";
import { database } from "@/server/database/database";
import { bodyOf, route } from "@/server/http/route";
import { unitFor } from "@/server/units/by-plate";

/** A charge of the unit's battery. */
export const POST = route<{ plate: string }>(async ({ request, params, person, at }) => {
  const unitId = await unitFor(database(), params.plate, person, "road");
  await noteCharge(database(), unitId, person.id, await bodyOf(request, chargeSchema), at);
});
