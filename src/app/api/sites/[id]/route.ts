import { database } from "@/server/database/database";
import { siteSchema } from "@/server/first/first";
import { bodyOf, route } from "@/server/http/route";
import { requireRight } from "@/server/people/session";
import { changeSite } from "@/server/sites/change";

/** A site's name, time zone and shifts. */
export const PUT = route<{ id: string }>(async ({ request, params, person, at }) => {
  requireRight(person, "settings", params.id);
  await changeSite(database(), params.id, await bodyOf(request, siteSchema), person.id, at);
});
