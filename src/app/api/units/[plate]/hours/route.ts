import { hourReadingSchema, noteReading } from "@/server/clocks/hours";
import { database } from "@/server/database/database";
import { bodyOf, route } from "@/server/http/route";
import { unitFor } from "@/server/units/by-plate";

/** What the hour meter shows, read beside a walk. */
export const POST = route<{ plate: string }>(async ({ request, params, person, at }) => {
  const unitId = await unitFor(database(), params.plate, person, "road");
  await noteReading(database(), unitId, person.id, await bodyOf(request, hourReadingSchema), at);
});
