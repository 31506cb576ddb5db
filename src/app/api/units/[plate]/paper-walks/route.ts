import { database } from "@/server/database/database";
import { bodyOf, route } from "@/server/http/route";
import { paperSchema, typePaper } from "@/server/records/past";
import { unitFor } from "@/server/units/by-plate";

/** A walk that was made on paper, typed in afterwards. */
export const POST = route<{ plate: string }>(async ({ request, params, person, at }) => {
  const unitId = await unitFor(database(), params.plate, person, "inspect");
  await typePaper(database(), unitId, person.id, await bodyOf(request, paperSchema), at);
});
