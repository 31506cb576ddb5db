import { database } from "@/server/database/database";
import { bodyOf, route } from "@/server/http/route";
import { siteWith } from "@/server/people/session";
import { addPerson, newPersonSchema } from "@/server/people/staff";

/** Somebody new at the site. */
export const POST = route(async ({ request, person, at }) => {
  const siteId = siteWith(person, "settings");
  return addPerson(database(), siteId, await bodyOf(request, newPersonSchema), person.id, at);
});
