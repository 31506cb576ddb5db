import { database } from "@/server/database/database";
import { bodyOf, route } from "@/server/http/route";
import { requireRight } from "@/server/people/session";
import { erase, eraseSchema } from "@/server/retention/erase";

/** Erases what the site's rule keeps no longer, with a second person. */
export const POST = route<{ id: string }>(async ({ request, params, person, at }) => {
  requireRight(person, "settings", params.id);
  return erase(database(), params.id, await bodyOf(request, eraseSchema), person.id, at);
});
