import { countersignSchema, signFaults } from "@/server/book/sign";
import { database } from "@/server/database/database";
import { bodyOf, route } from "@/server/http/route";
import { unitFor } from "@/server/units/by-plate";

/** The owner signs for faults in a unit's log-book. */
export const POST = route<{ plate: string }>(async ({ request, params, person, at }) => {
  const unitId = await unitFor(database(), params.plate, person, "countersign");
  await signFaults(database(), unitId, person.id, await bodyOf(request, countersignSchema), at);
});
