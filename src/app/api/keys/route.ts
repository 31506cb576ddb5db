import { makeKey, newKeySchema } from "@/server/api/keys";
import { database } from "@/server/database/database";
import { bodyOf, route } from "@/server/http/route";
import { siteWith } from "@/server/people/session";

export const POST = route(async ({ request, person, at }) => {
  const siteId = siteWith(person, "settings");
  const { name } = await bodyOf(request, newKeySchema);
  return makeKey(database(), siteId, name, person.id, at);
});
