import { database } from "@/server/database/database";
import { bodyOf, route } from "@/server/http/route";
import { requireRight } from "@/server/people/session";
import { changePolicy, policyChangeSchema } from "@/server/sites/policy";

/** A new policy of a site, at once or from a day to come. */
export const POST = route<{ id: string }>(async ({ request, params, person, at }) => {
  requireRight(person, "settings", params.id);
  return changePolicy(database(), params.id, person.id, await bodyOf(request, policyChangeSchema), at);
});
