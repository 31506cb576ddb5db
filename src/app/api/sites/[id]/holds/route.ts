import { database } from "@/server/database/database";
import { bodyOf, route } from "@/server/http/route";
import { requireRight } from "@/server/people/session";
import { holdSchema, putHold } from "@/server/retention/hold";

/** Keeps all of a unit, or of the site, until the hold is lifted. */
export const POST = route<{ id: string }>(async ({ request, params, person, at }) => {
  requireRight(person, "hold_records", params.id);
  await putHold(database(), params.id, await bodyOf(request, holdSchema), person.id, at);
});
