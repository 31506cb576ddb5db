import { policySchema } from "@/core/vocabulary/policy";
import { database } from "@/server/database/database";
import { bodyOf, route } from "@/server/http/route";
import { requireRight } from "@/server/people/session";
import { setPolicy } from "@/server/sites/policy";

export const PUT = route<{ id: string }>(async ({ request, params, person, at }) => {
  requireRight(person, "settings", params.id);
  await setPolicy(database(), params.id, person.id, await bodyOf(request, policySchema), at);
});
