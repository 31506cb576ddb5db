import { database } from "@/server/database/database";
import { bodyOf, route } from "@/server/http/route";
import { requireRight } from "@/server/people/session";
import { ruleSchema, setRule } from "@/server/retention/rule";

/** How long the site keeps pictures, answers and reports. */
export const PUT = route<{ id: string }>(async ({ request, params, person, at }) => {
  requireRight(person, "settings", params.id);
  const { years } = await bodyOf(request, ruleSchema);
  await setRule(database(), params.id, years, person.id, at);
});
