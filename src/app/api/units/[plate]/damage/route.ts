import { database } from "@/server/database/database";
import { bodyOf, route } from "@/server/http/route";
import { unitFor } from "@/server/units/by-plate";
import { damageSchema, stateDamage } from "@/server/workshop/damage";

/** Seals a page of damage into the unit's record. */
export const POST = route<{ plate: string }>(async ({ request, params, person, at }) => {
  const unitId = await unitFor(database(), params.plate, person, "maintain");
  await stateDamage(database(), unitId, person.id, await bodyOf(request, damageSchema), at);
});
